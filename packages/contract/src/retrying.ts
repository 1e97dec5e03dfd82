const FIRST_MS = 500
const MOST_MS = 20_000

/**
 * How long to wait before something is tried again: twice as long each time, up to twenty seconds, and by chance
 * somewhat shorter, so that those who were cut off together do not come back together.
 * @param failed how often it has failed in a row, from 1
 * @param chance 0 to 1
 */
export const retryDelayMs = (failed: number, chance: number): number =>
  Math.min(MOST_MS, FIRST_MS * 2 ** (failed - 1)) * (0.5 + chance / 2)
