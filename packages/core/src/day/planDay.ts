import {
  byId,
  type Day,
  type OrderItem,
  type Place,
  positionOf,
  type Production,
  type Shot,
  type Unit,
} from '../records/index.ts'
import { sunDay, type SunDay } from '../sun/index.ts'
import { type PersonCall, personCalls } from './calls.ts'
import { besides, dayView, type DayView } from './dayView.ts'
import { againstScript, type AgainstScript } from './scriptHours.ts'
import { dayTimeline, type Timeline, type TimelineRow } from './timeline.ts'
import {
  type DaySky,
  earliestStart,
  type MissedWindow,
  missedWindows,
  placeOfShot,
  shotWindows,
  type Water,
} from './windows.ts'

/** Everything that follows from one day's order. */
export interface DayPlan extends DayView {
  /** Whose entries these are; null is the main unit. */
  readonly unit: Unit | null
  /** What other units do meanwhile. */
  readonly beside: readonly Beside[]
  /** Null while nobody has said where on the map the place is. */
  readonly sun: SunDay | null
  readonly sky: DaySky
  readonly timeline: Timeline
  readonly calls: readonly PersonCall[]
  readonly missed: readonly MissedWindow[]
  /** Out of doors at another hour than the script says. */
  readonly againstScript: readonly AgainstScript[]
}

/** What another unit does on a day while the main one works. */
export interface Beside {
  /** Null is the main unit, where the day is looked at as another has it. */
  readonly unit: Unit | null
  readonly items: readonly OrderItem[]
  readonly timeline: Timeline
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

/** The waters that tables have from the day before to so many days after, on the day's own clock. */
const watersOf = (production: Production, { day, clock }: DayView, daysAhead: number): readonly Water[] =>
  Object.values(production.tide).flatMap(({ placeId, date, atMin, type, heightM }) => {
    const days = Math.round((Date.parse(date) - Date.parse(day.date)) / DAY_MS)
    if (days < -1 || days > daysAhead) return []
    return [{ placeId, type, heightM, atMin: clock.elapsed(atMin + days * 1440) }]
  })

/** The timelines under a sky that reaches a day further than they. */
function underTheSky(production: Production, view: DayView): { sky: DaySky; timeline: Timeline; beside: Beside[] } {
  const { day, place, clock } = view
  const others = besides(production, day.id)
  for (let daysAhead = DAYS_AHEAD; ;) {
    const suns = sunsOf(day, place, daysAhead)
    const sky = { clock, suns, callMin: day.callMin, daysAhead, waters: watersOf(production, view, daysAhead) }
    const earliest = (shot: Shot, nowMin: number) =>
      earliestStart(shotWindows(shot, sky, placeOfShot(production, shot, place)), nowMin)
    const timeline = dayTimeline(production, view, earliest)
    const beside = others.map(({ unit, items }): Beside => {
      return { unit, items, timeline: dayTimeline(production, { ...view, items }, earliest) }
    })
    const lastEndMin = Math.max(timeline.lastEndMin, ...beside.map((one) => one.timeline.lastEndMin))
    const asked = Math.min(MOST_DAYS_AHEAD, Math.ceil(lastEndMin / 1440 + 0.5))
    // A solar day ends half a day after its noon at the earliest: so much is known for certain, and a night more.
    if (asked <= daysAhead) return { sky, timeline: alsoWith(timeline, beside), beside }
    daysAhead = asked
  }
}

/** A day is packed once every unit is. */
const alsoWith = (timeline: Timeline, beside: readonly Beside[]): Timeline =>
  beside.length === 0
    ? timeline
    : { ...timeline, wrapMin: Math.max(timeline.wrapMin, ...beside.map((one) => one.timeline.wrapMin)) }

/** Clock times, calls and missed windows of a day; undefined if there is no such day or it has no place. */
export function planDay(production: Production, dayId: string): DayPlan | undefined {
  const view = dayView(production, dayId)
  if (!view) return undefined
  const { sky, timeline, beside } = underTheSky(production, view)
  const all = allRows({ timeline, beside })
  const calls = personCalls(production, view, timeline, all)
  const rows = all.filter((row) => row.kind === 'shots')
  return {
    ...view,
    unit: null,
    beside,
    sun: sky.suns?.[1] ?? null,
    sky,
    timeline,
    calls,
    missed: missedWindows(production, sky, view.place, rows),
    againstScript: againstScript(production, sky, rows),
  }
}

/** The rows of all units of a day: the main one's, then those beside it. */
export const allRows = ({ timeline, beside }: Pick<DayPlan, 'timeline' | 'beside'>): readonly TimelineRow[] =>
  beside.length === 0 ? timeline.rows : [...timeline.rows, ...beside.flatMap((one) => one.timeline.rows)]

/** The entries of all units of a day. */
export const allItems = ({ items, beside }: Pick<DayPlan, 'items' | 'beside'>): readonly OrderItem[] =>
  beside.length === 0 ? items : [...items, ...beside.flatMap((one) => one.items)]

/** A day as one unit has it: its own entries and times, and what was the day's beside it. */
export function forUnit(plan: DayPlan, unitId: string | null): DayPlan {
  const own = plan.beside.find(({ unit }) => (unit?.id ?? null) === unitId)
  if (!own) return plan
  let view = views.get(own)
  if (!view) {
    const { unit, items, timeline } = plan
    view = { ...plan, ...own, beside: [{ unit, items, timeline }, ...plan.beside.filter((one) => one !== own)] }
    views.set(own, view)
  }
  return view
}
/** One view of a day for each unit: what is worked out of it is kept by it. */
const views = new WeakMap<Beside, DayPlan>()

/** A day as each of its units has it, the main one first. */
export const unitPlans = (plan: DayPlan): readonly DayPlan[] => [
  plan,
  ...plan.beside.map(({ unit }) => forUnit(plan, unit?.id ?? null)),
]

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
