import type { Production } from '../records/index.ts'
import { writtenMin } from './dayView.ts'
import type { DayPlan } from './planDay.ts'

/** Something that happens on a day whatever its order does. */
export interface DayMark {
  /** Minutes gone by since the day's midnight. */
  readonly atMin: number
  readonly says: string
}

/**
 * What an order runs into and cannot move: fixed events, sunrise and sunset, high and low waters of the day's place;
 * from the first call until the last entry ends, in the order in which they come.
 */
export function dayMarks(
  production: Pick<Production, 'fixedEvent'>,
  { day, place, clock, sky, timeline }: DayPlan,
): readonly DayMark[] {
  const written = (min: number) => writtenMin(clock, day, min)
  const events = Object.values(production.fixedEvent)
    .filter((event) => event.dayId === day.id)
    .flatMap(({ title, startMin, endMin }) => [
      { atMin: written(startMin), says: title },
      ...(endMin === null ? [] : [{ atMin: written(endMin), says: `${title} ends` }]),
    ])
  const suns = (sky.suns ?? []).flatMap(({ crossings: { rise } }) => {
    const ups = 'upMs' in rise ? [{ ms: rise.upMs, says: 'Sunrise' }, { ms: rise.downMs, says: 'Sunset' }] : [] // prettier-ignore
    return ups.flatMap(({ ms, says }) => (ms === null ? [] : [{ atMin: clock.at(ms), says }]))
  })
  const waters = (sky.waters ?? [])
    .filter((water) => water.placeId === place.id)
    .map(({ atMin, type }) => ({ atMin, says: type === 'high' ? 'High water' : 'Low water' }))
  const fromMin = clock.elapsed(day.callMin)
  return [...events, ...suns, ...waters]
    .filter(({ atMin }) => atMin >= fromMin && atMin < timeline.lastEndMin)
    .sort((a, b) => a.atMin - b.atMin || (a.says < b.says ? -1 : 1))
}
