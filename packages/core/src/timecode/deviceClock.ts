/** One question put to another clock: when it left and came back by this device's clock, and what the other said. */
export interface ClockSample {
  readonly sentMs: number
  readonly backMs: number
  readonly otherMs: number
}

export interface ClockOffset {
  /** What to add to this device's clock to get the other's. */
  readonly aheadMs: number
  /** The truth lies no further than this from `aheadMs`: half the round trip. */
  readonly withinMs: number
}

/**
 * How far another clock is ahead of this device's, by the sample with the shortest round trip: the answer
 * was given at some moment of it, so its middle is off by half of it at most.
 * @param samples at least one
 * @source RFC 5905 §8, the on-wire protocol with one timestamp for receipt and reply
 */
export function clockOffset(samples: readonly ClockSample[]): ClockOffset {
  const best = samples.reduce((a, b) => (b.backMs - b.sentMs < a.backMs - a.sentMs ? b : a))
  return { aheadMs: best.otherMs - (best.sentMs + best.backMs) / 2, withinMs: (best.backMs - best.sentMs) / 2 }
}

/** A box that keeps the time of day for all devices, as it was set. */
export interface BoxSetting {
  /** What it showed less what the server's clock showed, when it was set, ms. */
  readonly offsetMs: number
  /** Above 0 it runs fast, in millionths. */
  readonly driftPpm: number
  readonly setAtMs: number
}

/** What a box shows less what the server's clock shows, ms: as it was set, drifting since. */
export const boxAheadMs = ({ offsetMs, driftPpm, setAtMs }: BoxSetting, nowMs: number): number =>
  offsetMs + (nowMs - setAtMs) * driftPpm * 1e-6
