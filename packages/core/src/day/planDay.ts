import { byId, type Day, type Place, positionOf, type Production } from '../records/index.ts'
import { sunDay, type SunDay } from '../sun/index.ts'
import { type PersonCall, personCalls } from './calls.ts'
import { dayView, type DayView } from './dayView.ts'
import { againstScript, type AgainstScript } from './scriptHours.ts'
import { dayTimeline, type Timeline } from './timeline.ts'
import { earliestStart, type MissedWindow, missedWindows, shotWindows } from './windows.ts'

/** Everything that follows from one day's order. */
export interface DayPlan extends DayView {
  /** Null while nobody has said where on the map the place is. */
  readonly sun: SunDay | null
  readonly timeline: Timeline
  readonly calls: readonly PersonCall[]
  readonly missed: readonly MissedWindow[]
  /** Out of doors at another hour than the script says. */
  readonly againstScript: readonly AgainstScript[]
}

const kept = new Map<string, readonly SunDay[]>()
const DAY_MS = 86_400_000
const dateAfter = (date: string, days: number) => new Date(Date.parse(date) + days * DAY_MS).toISOString().slice(0, 10)

/**
 * The suns from the day before to the second day after, which a long night far from its zone’s meridian runs into. The same for the same place and date:
 * plans are tried by the hundred, the sun is worked out once.
 */
function sunsOf(day: Day, place: Place): readonly SunDay[] | null {
  const position = positionOf(place)
  if (!position) return null
  const { latitudeDeg, longitudeDeg } = position
  const { timeZone } = place
  const key = `${day.date} ${latitudeDeg} ${longitudeDeg} ${timeZone}`
  let suns = kept.get(key)
  if (!suns) {
    if (kept.size > 500) kept.clear()
    suns = [-1, 0, 1, 2].map((by) => sunDay(dateAfter(day.date, by), latitudeDeg, longitudeDeg, timeZone))
    kept.set(key, suns)
  }
  return suns
}

/** Clock times, calls and missed windows of a day; undefined if there is no such day or it has no place. */
export function planDay(production: Production, dayId: string): DayPlan | undefined {
  const view = dayView(production, dayId)
  if (!view) return undefined
  const { day, place, clock } = view
  const suns = sunsOf(day, place)
  const sky = { clock, suns, callMin: day.callMin }
  const timeline = dayTimeline(production, view, (shot, nowMin) => earliestStart(shotWindows(shot, sky), nowMin))
  const calls = personCalls(production, dayId, timeline)
  const rows = timeline.rows.filter((row) => row.kind === 'shots')
  return {
    ...view,
    sun: suns?.[1] ?? null,
    timeline,
    calls,
    missed: missedWindows(production, sky, place, rows),
    againstScript: againstScript(production, sky, rows),
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
