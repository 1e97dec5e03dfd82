import type { Production, RecordOf } from '../records/index.ts'

export type LoadWay = RecordOf<'loading'>['way']

/** How unloading or loading at a place went on a day, as keys were pressed. */
export interface Loading {
  readonly begunAt: string | null
  /** Null while it goes on. */
  readonly overAt: string | null
  /** From the last time that it was begun to its end; null while either is not known. */
  readonly minutes: number | null
}

/** How long loading took at a place on a day. */
export interface LoadTime {
  readonly day: RecordOf<'day'>
  readonly minutes: number
}

/** Longer, and somebody forgot the key. */
const MOST_MIN = 8 * 60

/** What was logged last of a way at a place on a day: begun again counts from there, and an end that never began has no length. */
export function loadingOf(
  { loading }: Pick<Production, 'loading'>,
  dayId: string,
  placeId: string,
  way: LoadWay,
): Loading {
  // prettier-ignore
  const entries = Object.values(loading)
    .filter((one) => one.dayId === dayId && one.placeId === placeId && one.way === way)
    .toSorted((a, b) => (a.happenedAt < b.happenedAt ? -1 : 1))
  const overAt = entries.at(-1)?.state === 'over' ? entries.at(-1)!.happenedAt : null
  const begun = entries.findLast(({ state }) => state === 'begun')?.happenedAt ?? null
  const minutes = overAt && begun ? (Date.parse(overAt) - Date.parse(begun)) / 60_000 : null
  return { begunAt: begun, overAt, minutes: minutes !== null && minutes <= MOST_MIN ? Math.round(minutes) : null }
}

/** How long a way took at a place, the newest day first; days of which nobody pressed both keys are left out. */
export function loadTimesOf(
  production: Pick<Production, 'day' | 'loading'>,
  placeId: string,
  way: LoadWay,
): readonly LoadTime[] {
  // prettier-ignore
  return Object.values(production.day)
    .toSorted((a, b) => (a.date < b.date ? 1 : -1))
    .flatMap((day) => {
      const { minutes } = loadingOf(production, day.id, placeId, way)
      return minutes ? [{ day, minutes }] : []
    })
}
