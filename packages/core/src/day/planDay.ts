import { byId, type Day, type Place, positionOf, type Production } from '../records/index.ts'
import { sunDay, type SunDay } from '../sun/index.ts'
import { type PersonCall, personCalls } from './calls.ts'
import { dayView, type DayView } from './dayView.ts'
import { againstScript, type AgainstScript } from './scriptHours.ts'
import { dayTimeline, type Timeline } from './timeline.ts'
import { type DaySky, earliestStart, type MissedWindow, missedWindows, shotWindows } from './windows.ts'

/** Everything that follows from one day's order. */
export interface DayPlan extends DayView {
  /** Null while nobody has said where on the map the place is. */
  readonly sun: SunDay | null
  readonly sky: DaySky
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
 * The suns from the day before to so many days after. The same for the same place and date: plans are tried by the
 * hundred, the sun is worked out once.
 */
function sunsOf(day: Day, place: Place, daysAhead: number): readonly SunDay[] | null {
  const position = positionOf(place)
  if (!position) return null
  const { latitudeDeg, longitudeDeg } = position
  const { timeZone } = place
  const key = `${day.date} ${latitudeDeg} ${longitudeDeg} ${timeZone} ${daysAhead}`
  let suns = kept.get(key)
  if (!suns) {
    if (kept.size > 500) kept.clear()
    suns = Array.from({ length: daysAhead + 2 }, (_, i) =>
      sunDay(dateAfter(day.date, i - 1), latitudeDeg, longitudeDeg, timeZone),
    )
    kept.set(key, suns)
  }
  return suns
}

/** Two days ahead are what a night runs into, however far its place is from the meridian of its zone. */
const DAYS_AHEAD = 2
/** Nobody works on for longer; beyond it a sky is not known. */
const MOST_DAYS_AHEAD = 40

/** The timeline under a sky that reaches a day further than it. */
function underTheSky(production: Production, view: DayView): { sky: DaySky; timeline: Timeline } {
  const { day, place, clock } = view
  for (let daysAhead = DAYS_AHEAD; ;) {
    const sky = { clock, suns: sunsOf(day, place, daysAhead), callMin: day.callMin, daysAhead }
    const timeline = dayTimeline(production, view, (shot, nowMin) => earliestStart(shotWindows(shot, sky), nowMin))
    const asked = Math.min(MOST_DAYS_AHEAD, Math.ceil(timeline.lastEndMin / 1440 + 0.5))
    // A solar day ends half a day after its noon at the earliest: so much is known for certain, and a night more.
    if (asked <= daysAhead) return { sky, timeline }
    daysAhead = asked
  }
}

/** Clock times, calls and missed windows of a day; undefined if there is no such day or it has no place. */
export function planDay(production: Production, dayId: string): DayPlan | undefined {
  const view = dayView(production, dayId)
  if (!view) return undefined
  const { sky, timeline } = underTheSky(production, view)
  const calls = personCalls(production, view, timeline)
  const rows = timeline.rows.filter((row) => row.kind === 'shots')
  return {
    ...view,
    sun: sky.suns?.[1] ?? null,
    sky,
    timeline,
    calls,
    missed: missedWindows(production, sky, view.place, rows),
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
      if (item.dayId === day.id && !item.standsBy) for (const id of item.shotIds) if (!found.has(id)) found.set(id, day)
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
