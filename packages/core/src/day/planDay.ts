import { byId, type Day, type Place, type Production } from '../records/index.ts'
import { sunDay, type SunDay } from '../sun/index.ts'
import { type PersonCall, personCalls } from './calls.ts'
import { dayView, type DayView } from './dayView.ts'
import { orderFingerprint } from './fingerprint.ts'
import { dayTimeline, type Timeline } from './timeline.ts'
import { type MissedWindow, missedWindows, shotWindow } from './windows.ts'

/** Everything that follows from one day's order. */
export interface DayPlan extends DayView {
  readonly sun: SunDay
  readonly timeline: Timeline
  readonly calls: readonly PersonCall[]
  readonly missed: readonly MissedWindow[]
  readonly fingerprint: string
}

const suns = new Map<string, SunDay>()

/** The same sun for the same place and date: plans are tried by the hundred, the sun is worked out once. */
function sunOf(day: Day, place: Place): SunDay {
  const key = `${day.date} ${place.latitudeDeg} ${place.longitudeDeg} ${place.timeZone}`
  let sun = suns.get(key)
  if (!sun) {
    if (suns.size > 500) suns.clear()
    sun = sunDay(day.date, place.latitudeDeg, place.longitudeDeg, place.timeZone)
    suns.set(key, sun)
  }
  return sun
}

/** Clock times, calls and missed windows of a day; undefined if there is no such day or it has no place. */
export function planDay(production: Production, dayId: string): DayPlan | undefined {
  const view = dayView(production, dayId)
  if (!view) return undefined
  const { day, place } = view
  const sun = sunOf(day, place)
  const timeline = dayTimeline(production, view, (shot) => shotWindow(shot, sun, day, place.timeZone)?.fromMin ?? null)
  const calls = personCalls(production, dayId, timeline)
  const rows = timeline.rows.filter((row) => row.kind === 'shots')
  return {
    ...view,
    sun,
    timeline,
    calls,
    missed: missedWindows(production, day, sun, place, rows),
    fingerprint: orderFingerprint(timeline, calls),
  }
}

/** The days that have a place, by date. */
export const daysInOrder = (production: Production) =>
  Object.values(production.day)
    .filter((day) => byId(production.place, day.placeId))
    .sort((a, b) => (a.date < b.date ? -1 : 1))

/** On which day each shot is planned; the first, where it is on several. */
export function dayOfShots(production: Production): ReadonlyMap<string, Day> {
  const found = new Map<string, Day>()
  const items = Object.values(production.orderItem)
  for (const day of daysInOrder(production))
    for (const item of items)
      if (item.dayId === day.id) for (const id of item.shotIds) if (!found.has(id)) found.set(id, day)
  return found
}

const plans = new WeakMap<Production, readonly DayPlan[]>()

/** The plans of all days, by date. A production never changes in place, so each is worked out once. */
export function dayPlans(production: Production): readonly DayPlan[] {
  let found = plans.get(production)
  if (!found) {
    found = daysInOrder(production).flatMap((day) => planDay(production, day.id) ?? [])
    plans.set(production, found)
  }
  return found
}
