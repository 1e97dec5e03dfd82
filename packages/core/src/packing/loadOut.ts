import type { Production, RecordOf } from '../records/index.ts'

/** How long loading the vehicles took at a place, as it was ticked. */
export interface LoadOut {
  readonly day: RecordOf<'day'>
  readonly minutes: number
  /** Things and cases that were ticked into where they go, or told as not there. */
  readonly ticks: number
}

/** Fewer ticks do not tell how long it took. */
const LEAST_TICKS = 5
/** After so long without a tick something else was done. */
const MOST_PAUSE_MIN = 25

/**
 * Load-outs of a place, the newest day first: from the first tick on the way back to the last, without the pauses in
 * which something else was done. Who ticks as things go in has measured it on the way; who ticks all at the end has not,
 * and then it says less than it was.
 */
export function loadOutsOf(production: Pick<Production, 'day' | 'packTick'>, placeId: string): readonly LoadOut[] {
  return Object.values(production.day)
    .filter((day) => day.placeId === placeId)
    .toSorted((a, b) => (a.date < b.date ? 1 : -1))
    .flatMap((day): LoadOut[] => {
      const times = Object.values(production.packTick)
        .filter(({ dayId, way, state }) => dayId === day.id && way === 'back' && state !== 'open')
        .map(({ happenedAt }) => Date.parse(happenedAt) / 60_000)
        .toSorted((a, b) => a - b)
      if (times.length < LEAST_TICKS) return []
      const minutes = times.slice(1).reduce((sum, at, i) => sum + (at - times[i]! > MOST_PAUSE_MIN ? 0 : at - times[i]!), 0) // prettier-ignore
      return [{ day, minutes: Math.round(minutes), ticks: times.length }]
    })
}
