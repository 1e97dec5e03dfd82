import { endOf, NOWHERE, readyAt } from '../order/index.ts'
import { type OrderItem, type Production, ranksBetween, tryChanges, updateRecord } from '../records/index.ts'
import { shotMarks, shotsClosed, takeStates } from '../takes/index.ts'
import { demandedHours } from './demands.ts'
import { type DayOrderProblem, orderProblem, widened } from './orderProblem.ts'
import { isOnTheDay } from './pace.ts'
import { type DayPlan, forUnit, planDay } from './planDay.ts'

/** Something that is still to come and cannot be had later than at a time. */
export interface DecisionPoint {
  readonly item: OrderItem
  /** When what is before it has to be left at the latest, the change to it counted. */
  readonly leaveByMin: number
  /** When it has to begin at the latest. */
  readonly beginByMin: number
  /** So many minutes are in hand as things stand; below 0 it is missed. */
  readonly inHandMin: number
}

/** What is left of a day if it goes on from a moment in the order that stands. */
export interface FromNow {
  /** Entries that are still to be done, in their turn. */
  readonly left: readonly OrderItem[]
  readonly wrapMin: number
  /** In the order's turn. */
  readonly points: readonly DecisionPoint[]
}

/** More than this in hand is no matter yet. */
const PLENTY_MIN = 180
/** So long after it was to be over nobody is at a day any more. */
const LONG_OVER_MIN = 360
/** What is rolling takes as much more at least. */
const LEAST_MIN = 2
const A_DAY_MIN = 1440

/**
 * The rest of a day as a problem of order, from a moment: what is done comes first as it went, by when its last take
 * was, and what was passed over is still to be done. An entry that is rolled and not yet good comes next, with what is
 * left of its minutes.
 * @param nowMin minutes gone by since the day's midnight
 * @returns null before anything has happened, long after the day was to be over, and where nothing is left
 */
export function restOfDay(production: Production, dayPlan: DayPlan, nowMin: number): DayOrderProblem | null {
  const { day, clock, items, timeline } = dayPlan
  const states = takeStates(production, day.id).filter((state) => !state.struck && !state.take.wild)
  if (states.length === 0 && nowMin <= timeline.startMin) return null
  if (nowMin > timeline.wrapMin + LONG_OVER_MIN) return null
  const closed = shotsClosed(states, shotMarks(production.shotMark, day.id))
  const begun = new Map<string, number>()
  const rolledLast = new Map<string, number>()
  for (const { take } of states) {
    const minute = clock.at(Date.parse(take.startedAt))
    // A log that was kept by a clock of another day says what was done, and not when.
    const at = isOnTheDay(minute) ? minute : -Infinity
    for (const id of take.shotIds) {
      begun.set(id, Math.min(at, begun.get(id) ?? Infinity))
      rolledLast.set(id, Math.max(at, rolledLast.get(id) ?? -Infinity))
    }
  }
  const isShots = (item: OrderItem) => item.type === 'shots' && item.shotIds.length > 0
  const isDone = (item: OrderItem) => isShots(item) && item.shotIds.every((id) => closed.has(id))
  const lastDone = items.findLastIndex(isDone)
  const done = items.filter((item, i) => isDone(item) || (!isShots(item) && i < lastDone))
  const whenDone = (item: OrderItem) => Math.max(-Infinity, ...item.shotIds.map((id) => rolledLast.get(id) ?? -Infinity)) // prettier-ignore
  const went = done.filter(isShots).sort((a, b) => whenDone(a) - whenDone(b) || items.indexOf(a) - items.indexOf(b))
  const open = items.filter((item) => !done.includes(item))
  if (open.length === 0) return null
  // What rolled last and is not good is what they are at.
  const atIt = open
    .filter((item) => item.shotIds.some((id) => begun.has(id)))
    .sort((a, b) => whenDone(b) - whenDone(a))[0]
  const inTurn = [...done.filter((item) => !isShots(item)), ...went, ...(atIt ? [atIt] : []), ...open.filter((item) => item !== atIt)] // prettier-ignore
  const ranks = ranksBetween(null, null, inTurn.length)
  const asItWent = tryChanges(
    production,
    inTurn.map((item, i) => updateRecord('orderItem', item.id, { rank: ranks[i]! })),
  )
  const whole = planDay(asItWent, day.id)
  if (!whole) return null
  const plan = forUnit(whole, dayPlan.unit?.id ?? null)
  const rest = orderProblem(asItWent, plan, done.length, nowMin)
  const notBeforeMin = rest.items.map((item) => demandedHours(asItWent, plan, item).fromMin)
  if (!atIt) return begunNow(rest, nowMin, notBeforeMin)
  const since = Math.min(...atIt.shotIds.map((id) => begun.get(id) ?? Infinity))
  const spentMin = Number.isFinite(since) ? Math.max(0, nowMin - since) : 0
  return begunNow(rest, nowMin, notBeforeMin, (minutes) => Math.max(LEAST_MIN, minutes - spentMin))
}

/**
 * The clock goes on, whatever the plan said; the first is set up already where it is at work. What misses its window
 * from now on may miss it by as much, and a meal that nobody has fixed goes with the rest.
 */
function begunNow(
  { strict: planned, items, ...rest }: DayOrderProblem,
  nowMin: number,
  notBeforeMin: readonly number[],
  leftOf?: (minutes: number) => number,
): DayOrderProblem {
  const [first, ...others] = planned.tasks
  const stand = first?.stand ?? null
  const begun: DayOrderProblem['strict'] =
    !leftOf || !first
      ? { ...planned, startMin: nowMin }
      : {
          ...planned,
          startMin: nowMin,
          first: stand === null ? planned.first : planned.change[stand]!,
          tasks: [{ ...first, minutes: leftOf(first.minutes) }, ...others],
          before: [...planned.before, ...others.map((_, i) => [0, i + 1] as const)],
        }
  const spans = asTheyCome(begun, notBeforeMin)
  const eased = begun.tasks.map((task, i) =>
    task.windows ? { ...task, windows: widened(task.windows, spans[i]!) } : task,
  )
  const isLoose = (item: OrderItem) => item.type === 'meal' && item.fixedAtMin === null
  return {
    ...rest,
    items,
    strict: { ...begun, tasks: begun.tasks.map((task, i) => (isLoose(items[i]!) ? eased[i]! : task)) },
    problem: { ...begun, tasks: eased, before: begun.before.filter(([earlier, later]) => earlier < later) },
  }
}

interface Span {
  /** When it could begin, before it waits for its window. */
  readonly readyMin: number
  readonly startMin: number
  readonly endMin: number
  /** The change before it. */
  readonly changeMin: number
}

/** When each task of a problem is done in the order in which they stand; what misses its window takes its time all the same. */
function asTheyCome(problem: DayOrderProblem['strict'], notBeforeMin: readonly number[] = []): readonly Span[] {
  let from = problem.startMin
  let stand = NOWHERE
  return problem.tasks.map((task, i): Span => {
    const readyMin = readyAt(problem, task, from, stand)
    const end = endOf(task, readyMin)
    const changeMin = readyMin - from
    // Nobody begins before they are to, even where it can be over in time no more.
    from = end === Infinity ? Math.max(readyMin, notBeforeMin[i] ?? -Infinity) + task.minutes : end
    stand = task.stand ?? stand
    return { readyMin, startMin: from - task.minutes, endMin: from, changeMin }
  })
}

/**
 * How the rest of a day goes from now in the order that stands: each entry with its change, its light and its hours;
 * when it is over, and what has to be left by when.
 * @returns null before anything has happened, and where nothing is left
 */
export function fromNow(production: Production, dayPlan: DayPlan, nowMin: number): FromNow | null {
  const rest = restOfDay(production, dayPlan, nowMin)
  if (!rest) return null
  const { timeline } = dayPlan
  const { strict, items } = rest
  const points: DecisionPoint[] = []
  const spans = asTheyCome(strict, items.map((item) => demandedHours(production, dayPlan, item).fromMin)) // prettier-ignore
  for (const [i, task] of strict.tasks.entries()) {
    const item = items[i]!
    const { readyMin, changeMin } = spans[i]!
    const windows = task.windows?.filter((w) => w.toMin < timeline.startMin + A_DAY_MIN) ?? []
    // The window it would still make, else the one it has just missed.
    const window = windows.find((w) => Math.max(readyMin, w.fromMin) + task.minutes <= w.toMin) ?? windows.at(-1)
    if (!window || (item.type === 'meal' && item.fixedAtMin === null)) continue
    const beginByMin = window.toMin - task.minutes
    const inHandMin = beginByMin - readyMin
    if (inHandMin < PLENTY_MIN) points.push({ item, beginByMin, leaveByMin: beginByMin - changeMin, inHandMin })
  }
  const endMin = spans.at(-1)?.endMin ?? nowMin
  return { left: items, wrapMin: endMin + timeline.wrapMin - timeline.lastEndMin, points }
}

/** How many tasks of a problem miss their light, their hours or their time in an order, each done all the same. */
export const missedIn = ({ strict }: DayOrderProblem, order: readonly number[]): number =>
  asTheyCome({ ...strict, tasks: order.map((i) => strict.tasks[i]!) }).filter(
    ({ readyMin }, k) => endOf(strict.tasks[order[k]!]!, readyMin) === Infinity,
  ).length
