import type { OrderProblem, Task } from '../order/index.ts'
import { byId, type OrderItem, type Production, type Shot } from '../records/index.ts'
import { neededAt, shotsOfItem } from '../shotlist/index.ts'
import { changeover, changeoverMinutes, type Position } from './changeover.ts'
import { writtenMin } from './dayView.ts'
import { demandedHours, demandedPairs } from './demands.ts'
import type { DayPlan } from './planDay.ts'
import { costsOf, positionOf, staying } from './timeline.ts'
import { nearestWindow, openingOfShot, placeOfShot, shotWindows, type Window } from './windows.ts'

/** A day as a problem of order, and what each of its tasks is. */
export interface DayOrderProblem {
  /** With every demand kept. */
  readonly strict: OrderProblem
  /** The same, but what misses its window now may miss it by as much: the order there is can always be done. */
  readonly problem: OrderProblem
  /** Of each task, in the order there is. */
  readonly items: readonly OrderItem[]
  /** Done or begun, in front of all: they stay where they are. */
  readonly pinned: readonly OrderItem[]
  /**
   * Shots that name no side are held to the one they have now, and a setup that stays up is charged again on coming
   * back to its spot: an order may be better than is proven.
   */
  readonly isEased: boolean
}

/** A meal that nobody has fixed stays within so many minutes of where it is. */
const MEAL_SLACK_MIN = 45
/** What is to be at a time is there within so many minutes. */
const ON_TIME_MIN = 0.5

const whole: readonly Window[] = [{ fromMin: -Infinity, toMin: Infinity }]
const both = (a: readonly Window[], b: readonly Window[]): readonly Window[] =>
  a
    .flatMap((x) => b.map((y) => ({ fromMin: Math.max(x.fromMin, y.fromMin), toMin: Math.min(x.toMin, y.toMin) })))
    .filter((w) => w.toMin > w.fromMin)
    .sort((x, y) => x.fromMin - y.fromMin)

/**
 * The order of a day as a problem: its shots with their windows, the hours of their places and their fixed times, meals
 * near where they are, and what each change costs by the house rules.
 * @param pinnedCount so many of its first items are done and stay
 * @param notBeforeMin the rest begins then at the earliest, in minutes gone by since the day's midnight
 */
export function orderProblem(
  production: Production,
  dayPlan: DayPlan,
  pinnedCount = 0,
  notBeforeMin = -Infinity,
): DayOrderProblem {
  const { timeline, sky, place, day, clock } = dayPlan
  const costs = costsOf(production)
  const pinned = dayPlan.items.slice(0, pinnedCount)
  const items = dayPlan.items.slice(pinnedCount)
  const stands: Position[] = []
  const standOf = (position: Position): number => {
    const key = JSON.stringify(position)
    const found = stands.findIndex((stand) => JSON.stringify(stand) === key)
    return found >= 0 ? found : stands.push(position) - 1
  }
  const rowOf = (item: OrderItem) => timeline.rows.find((row) => 'itemId' in row && row.itemId === item.id)
  let position: Position | null = null
  const sides = new Map<string, Set<string>>()
  const standing = (item: OrderItem): number | null => {
    const [lead] = shotsOfItem(production, item)
    if (!lead) return null
    const next = positionOf(production, lead)
    position = staying(position, next)
    sides.set(next.spotId, (sides.get(next.spotId) ?? new Set()).add(next.side))
    return standOf(position)
  }
  // Tomorrow has light again, and is another day.
  const endMin = timeline.startMin + A_DAY_MIN
  const last = pinned.reduce<number | null>((from, item) => standing(item) ?? from, null)
  const tasks = items.map((item): Task => {
    const shots = shotsOfItem(production, item)
    const minutes = item.minutes ?? Math.max(0, ...shots.map((shot) => shot.minutes))
    return { id: item.id, minutes, stand: standing(item), windows: windowsOf(item, shots, minutes) }
  })
  const asNow = tasks.map((task, i): Task => {
    const row = rowOf(items[i]!)
    return row && task.windows ? { ...task, windows: widened(task.windows, row) } : task
  })

  function windowsOf(item: OrderItem, shots: readonly Shot[], minutes: number): Task['windows'] {
    let windows = whole
    for (const shot of shots) {
      windows = both(windows, shotWindows(shot, sky, placeOfShot(production, shot, place))?.windows ?? whole)
      windows = both(windows, openingOfShot(production, shot, place, sky)?.windows ?? whole)
    }
    if (item.fixedAtMin !== null) {
      const fromMin = writtenMin(clock, day, item.fixedAtMin)
      windows = both(windows, [{ fromMin, toMin: fromMin + minutes + ON_TIME_MIN }])
    } else if (item.type === 'meal') {
      const row = rowOf(item)
      if (row) windows = both(windows, [{ fromMin: row.startMin - MEAL_SLACK_MIN, toMin: row.endMin + MEAL_SLACK_MIN }])
    }
    if (dayPlan.beside.length > 0) windows = both(windows, freeOf(takenBeside(production, dayPlan, item, shots)))
    const hours = demandedHours(production, dayPlan, item)
    if (hours.fromMin > -Infinity || hours.toMin < Infinity) windows = both(windows, [hours])
    return windows === whole ? null : both(windows, [{ fromMin: -Infinity, toMin: endMin }])
  }

  // It matters where the camera can have stood on more than one side.
  const spots = new Set(stands.map((stand) => stand.spotId))
  const staysUp = stands.some((stand) => byId(production.setup, stand.setupId)?.staysUp)
  const isEased = [...sides.values()].some((of) => of.has('') && of.size > 2) || (staysUp && spots.size > 1)
  const change = stands.map((from) => stands.map((to) => changeoverMinutes(changeover(from, to, costs))))
  const first =
    last === null
      ? stands.map((to) => (to.spotId === '' ? 0 : changeoverMinutes(changeover(null, to, costs))))
      : change[last]!
  const lastRow = pinned.length > 0 ? rowOf(pinned.at(-1)!) : undefined
  const startMin = Math.max(lastRow?.endMin ?? timeline.startMin, notBeforeMin)
  const pairs = demandedPairs(dayPlan.items).map(([a, b]) => [a - pinnedCount, b - pinnedCount] as const)
  const before = pairs.filter(([a, b]) => a >= 0 && b >= 0)
  const rest = { startMin, first, change }
  return {
    strict: { ...rest, tasks, before },
    problem: { ...rest, tasks: asNow, before: before.filter(([a, b]) => a < b) },
    items,
    pinned,
    isEased,
  }
}

/** When other units have the people or the cameras of an entry, in time's turn. */
function takenBeside(
  production: Production,
  { beside }: DayPlan,
  item: OrderItem,
  shots: readonly Shot[],
): readonly Window[] {
  const people = new Set<string>(neededAt(production, item.id, item.shotIds))
  const cameras = new Set<string>(shots.flatMap((shot) => shot.cameraId ?? []))
  return beside
    .flatMap(({ timeline }) =>
      timeline.rows.flatMap((row) => {
        if (row.kind !== 'shots') return []
        const isTaken =
          neededAt(production, row.itemId, row.shotIds).some((id) => people.has(id)) ||
          row.shotIds.some((id) => cameras.has(byId(production.shot, id)?.cameraId ?? ''))
        return isTaken ? [{ fromMin: row.startMin, toMin: row.endMin }] : []
      }),
    )
    .sort((a, b) => a.fromMin - b.fromMin)
}

/** What is left of all time beside some of it. */
function freeOf(taken: readonly Window[]): readonly Window[] {
  const free: Window[] = []
  let fromMin = -Infinity
  for (const one of taken) {
    if (one.fromMin > fromMin) free.push({ fromMin, toMin: one.fromMin })
    fromMin = Math.max(fromMin, one.toMin)
  }
  return [...free, { fromMin, toMin: Infinity }]
}

/** Windows with the nearest one made to hold what is there now. */
export function widened(
  windows: readonly Window[],
  { startMin, endMin }: { readonly startMin: number; readonly endMin: number },
): readonly Window[] {
  if (windows.some((w) => w.fromMin <= startMin && endMin <= w.toMin)) return windows
  const nearest = nearestWindow(windows, startMin, endMin)
  const held = {
    fromMin: Math.min(startMin, nearest?.fromMin ?? startMin),
    toMin: Math.max(endMin, nearest?.toMin ?? endMin),
  }
  return [...windows.filter((w) => w !== nearest && (w.toMin <= held.fromMin || w.fromMin >= held.toMin)), held].sort(
    (a, b) => a.fromMin - b.fromMin,
  )
}
const A_DAY_MIN = 1440

/** Where the minutes of a day go that are not shots: what each kind of change takes, and waiting. */
export interface DayMinutes {
  readonly move: number
  readonly relight: number
  readonly turn: number
  readonly rig: number
  readonly wait: number
}

/** Minutes of a day by what they go into beside its shots. */
export function minutesBetween({ timeline }: Pick<DayPlan, 'timeline'>): DayMinutes {
  const sum = { move: 0, relight: 0, turn: 0, rig: 0, wait: timeline.waitMin }
  for (const row of timeline.rows)
    if (row.kind === 'change') {
      sum.move += row.change.move
      sum.relight += row.change.relight
      sum.turn += row.change.turn
      sum.rig += row.change.rig
    }
  return sum
}
