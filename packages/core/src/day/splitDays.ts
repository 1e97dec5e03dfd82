import { seeded } from '../chance/index.ts'
import { searching, solve } from '../order/index.ts'
import {
  asId,
  byId,
  createRecord,
  type Id,
  type OrderItem,
  type PlainChange,
  type Production,
  ranksBetween,
  tryChanges,
  updateRecord,
} from '../records/index.ts'
import { neededAt, shotsOfItem, spotOfShot } from '../shotlist/index.ts'
import { rolledFirst } from './dayChances.ts'
import { writtenMin } from './dayView.ts'
import { missedIn } from './fromNow.ts'
import { orderProblem } from './orderProblem.ts'
import { type DayPlan, dayPlans, planDay } from './planDay.ts'
import { lacksWater } from './windows.ts'

/** What a day of a split is like. */
export interface SplitDay {
  readonly dayId: string
  readonly title: string
  readonly entries: number
  readonly wrapMin: number
  /** After it has to be out, or over the longest day, whichever is worse. */
  readonly overMin: number
  /** Entries that miss their light, their hours or their time. */
  readonly missed: number
  /** People who are wanted on it and not down for it. */
  readonly away: number
}

/** Entries shared out over days, and what that is worth. */
export interface Split {
  readonly days: readonly SplitDay[]
  /** In minutes: all days together, with what is over, missed or wants somebody who is not there made dear. */
  readonly cost: number
  /** So many entries are on another day than before, or on one for the first time. */
  readonly moved: number
  /** Everything as changes of one edit. */
  readonly changes: readonly PlainChange[]
}

/** A minute after people have to be out, or over the longest day, counts as so many. */
const OVER = 8
const MISSED_MIN = 500
const AWAY_MIN = 240
const BEFORE_WHAT_IT_FOLLOWS_MIN = 600
/** Between two that are alike, the one that moves less. */
const MOVED_MIN = 2
/** Rounds of the search within a day: enough to compare by, and for the end. */
const QUICK_ROUNDS = 40
const LAST_MOVES = 150_000

interface DayOf {
  readonly plan: DayPlan
  readonly pinned: number
}

interface Judged {
  readonly cost: number
  readonly day: SplitDay
  /** Entries in the turn in which they are best done, those that stay first. */
  readonly order: readonly OrderItem[]
}

/** May be put on another day: not begun, at no fixed time, and nobody has locked it. */
const isFree = (item: OrderItem) => item.type === 'shots' && item.fixedAtMin === null && item.keeps === '' && item.shotIds.length > 0 // prettier-ignore

/**
 * Shares shots out over the days there are: setups, spots, scenes and single entries are moved from day to day, each day
 * put in its best order, and what makes all days shorter with nothing over, missed or without its people is kept.
 * Entries that are begun, fixed, locked, of another unit or that stand by stay where they are, and a weather day is left
 * free. Yields each split that is better than all before; the first is what there is, put in order.
 * @param newId gives ids to shots that are on no day yet; without it those stay out
 * @param steps so many moves are tried; the same seed and as many find the same
 * @source local search over assignments, each day by `searching`; nothing of it is proven
 */
export function* splitting(
  production: Production,
  {
    seed = 1,
    steps = 160,
    newId,
  }: { readonly seed?: number; readonly steps?: number; readonly newId?: () => string } = {},
): Generator<Split> {
  const days = dayPlans(production)
    .filter(({ day }) => !day.weatherDayOf)
    .map((plan): DayOf => ({ plan, pinned: rolledFirst(production, plan) }))
  if (days.length < 2) return
  const chance = seeded(seed)
  const fresh = newId ? unplannedItems(production, days, newId) : []
  const free = [...days.flatMap(({ plan, pinned }) => plan.items.slice(pinned).filter(isFree)), ...fresh]
  const was = new Map(days.flatMap(({ plan }) => plan.items.map((item) => [item.id as string, plan.day.id as string])))
  const judge = judging(production, days, free)
  let at = new Map(free.map((item) => [item.id as string, item.dayId as string]))
  const total = (to: ReadonlyMap<string, string>) => {
    const judged = days.map((day) => judge(day, to))
    const moved = free.filter((item) => was.has(item.id) && was.get(item.id) !== to.get(item.id)).length
    return { judged, cost: judged.reduce((sum, one) => sum + one.cost, 0) + crossed(production, days, to) + moved * MOVED_MIN } // prettier-ignore
  }
  let best = total(at)
  const split = (): Split => ({
    days: best.judged.map((one) => one.day),
    cost: best.cost,
    moved: free.filter((item) => was.get(item.id) !== at.get(item.id)).length,
    changes: changesOf(best.judged, days, was),
  })
  yield split()
  const groups = groupsOf(production, free)
  for (let step = 0; step < steps && groups.length > 0; step++) {
    const group = groups[Math.floor(chance() * groups.length)]!
    const to = days[Math.floor(chance() * days.length)]!.plan.day.id as string
    const from = at.get(group[0]!)!
    const moving = group.filter((id) => at.get(id) === from)
    if (from === to) continue
    const then = new Map(at)
    for (const id of moving) then.set(id, to)
    // Now and then two change places.
    if (chance() < 0.4) {
      const back = groups[Math.floor(chance() * groups.length)]!.filter((id) => at.get(id) === to)
      for (const id of back) then.set(id, from)
    }
    const tried = total(then)
    if (tried.cost >= best.cost - 1e-9) continue
    best = tried
    at = then
    yield split()
  }
  // What was compared quickly is put in order with care, once.
  best = { ...best, judged: days.map((day, i) => carefully(production, day, free, at, best.judged[i]!)) }
  yield split()
}

/** Shots that are on no day, as entries of the day that has the most room. */
function unplannedItems(production: Production, days: readonly DayOf[], newId: () => string): OrderItem[] {
  const planned = new Set<string>(Object.values(production.orderItem).flatMap((item) => item.shotIds))
  const room = [...days].sort((a, b) => lengthOf(a.plan) - lengthOf(b.plan))[0]!.plan.day
  const shots = Object.values(production.shot).filter((shot) => !planned.has(shot.id) && !byId(production.scene, shot.sceneId)?.dropped) // prettier-ignore
  const made = tryChanges(
    production,
    shots.map((shot) => createRecord('orderItem', { dayId: room.id, shotIds: [shot.id] }, asId(newId()))),
  )
  return Object.values(made.orderItem).filter((item) => !(item.id in production.orderItem))
}

const lengthOf = ({ timeline }: DayPlan) => timeline.wrapMin - timeline.startMin

/** A production in which free entries stand where a split has them. */
function placed(production: Production, free: readonly OrderItem[], at: ReadonlyMap<string, string>): Production {
  const moved = Object.fromEntries(
    free.map((item) => {
      const dayId = asId<'day'>(at.get(item.id)!)
      // What comes from elsewhere stands behind all that is there: what is begun stays first.
      return [item.id, dayId === item.dayId ? item : { ...item, dayId, rank: `z${item.rank}` }]
    }),
  )
  return { ...production, orderItem: { ...production.orderItem, ...moved } }
}

/** Judges a day of a split; the same entries on the same day are judged once. */
function judging(production: Production, days: readonly DayOf[], free: readonly OrderItem[]) {
  const kept = new Map<string, Judged>()
  return (day: DayOf, at: ReadonlyMap<string, string>): Judged => {
    const own = free.filter((item) => at.get(item.id) === day.plan.day.id)
    const key = `${day.plan.day.id} ${own.map((item) => item.id).sort().join()}` // prettier-ignore
    const found = kept.get(key) ?? judgedDay(production, day, free, at, days.length)
    kept.set(key, found)
    return found
  }
}

function judgedDay(
  production: Production,
  day: DayOf,
  free: readonly OrderItem[],
  at: ReadonlyMap<string, string>,
  seed: number,
): Judged {
  const then = placed(production, free, at)
  const plan = planDay(then, day.plan.day.id)!
  const about = orderProblem(then, plan, day.pinned)
  const present = about.items.map((_, i) => i)
  const last = (problem: typeof about.strict) => [...searching(problem, [present, bySet(then, about.items)], { seed, rounds: QUICK_ROUNDS })].at(-1) // prettier-ignore
  const order = last(about.strict) ?? last(about.problem) ?? present
  return judgedOrder(then, plan, about, order)
}

/** Entries with those of one place, spot, setup and side together: a beginning that costs few changes. */
function bySet(production: Production, items: readonly OrderItem[]): number[] {
  const key = (item: OrderItem) => {
    const [shot] = shotsOfItem(production, item)
    const spot = shot && spotOfShot(production, shot)
    return shot ? `${spot?.placeId ?? ''} ${spot?.id ?? ''} ${shot.setupId ?? ''} ${shot.side} ${shot.rig}` : ''
  }
  return items.map((_, i) => i).sort((a, b) => (key(items[a]!) < key(items[b]!) ? -1 : 1))
}

function judgedOrder(
  production: Production,
  plan: DayPlan,
  about: ReturnType<typeof orderProblem>,
  order: readonly number[],
): Judged {
  const items = [...about.pinned, ...order.map((i) => about.items[i]!)]
  const ranks = ranksBetween(null, null, items.length)
  const then = tryChanges(production, items.map((item, i) => updateRecord('orderItem', item.id, { rank: ranks[i]! }))) // prettier-ignore
  const after = planDay(then, plan.day.id) ?? plan
  const { day, clock, timeline } = after
  const outMin = day.outByMin === null ? Infinity : writtenMin(clock, day, day.outByMin)
  const overMin = Math.max(0, timeline.wrapMin - outMin, lengthOf(after) - production.production.longestDayMin)
  // What nobody knows to be in time counts as what is not.
  const unknown = after.items.flatMap((item) => shotsOfItem(then, item)).filter((shot) => lacksWater(then, after.sky, after.place, shot)) // prettier-ignore
  const missed = missedIn(about, order) + unknown.length
  const here = new Set(Object.values(production.attendance).flatMap((one) => (one.dayId === day.id ? [one.personId as string] : []))) // prettier-ignore
  const away = new Set(after.items.flatMap((item) => neededAt(then, item.id, item.shotIds).filter((id) => !here.has(id)))).size // prettier-ignore
  const hasWork = after.items.some((item) => item.type === 'shots')
  return {
    cost: (hasWork ? lengthOf(after) : 0) + overMin * OVER + missed * MISSED_MIN + away * AWAY_MIN,
    day: { dayId: day.id, title: day.title, entries: items.length, wrapMin: timeline.wrapMin, overMin, missed, away },
    order: items,
  }
}

function carefully(
  production: Production,
  day: DayOf,
  free: readonly OrderItem[],
  at: ReadonlyMap<string, string>,
  before: Judged,
): Judged {
  const then = placed(production, free, at)
  const plan = planDay(then, day.plan.day.id)!
  const about = orderProblem(then, plan, day.pinned)
  const index = new Map(about.items.map((item, i) => [item.id as string, i]))
  const begun = before.order.flatMap((item) => index.get(item.id) ?? [])
  const solved = solve(before.day.missed === 0 ? about.strict : about.problem, [begun], { seed: 1, moves: LAST_MOVES })
  const order = 'order' in solved ? solved.order : begun
  const judged = judgedOrder(then, plan, about, order)
  return judged.cost <= before.cost ? judged : before
}

/** What is to come after something that a later day has. */
function crossed(production: Production, days: readonly DayOf[], at: ReadonlyMap<string, string>): number {
  const turn = new Map(days.map(({ plan }, i) => [plan.day.id as string, i]))
  const dayOf = (item: OrderItem | undefined) => (item ? turn.get(at.get(item.id) ?? item.dayId) : undefined)
  let cost = 0
  for (const item of Object.values(production.orderItem))
    for (const id of item.afterIds) {
      const [own, other] = [dayOf(item), dayOf(byId(production.orderItem, id))]
      if (own !== undefined && other !== undefined && other > own) cost += BEFORE_WHAT_IT_FOLLOWS_MIN
    }
  return cost
}

/** What goes from day to day together: a setup, a spot, a scene, or one entry. */
function groupsOf(production: Production, free: readonly OrderItem[]): readonly (readonly string[])[] {
  const groups = new Map<string, string[]>()
  for (const item of free) {
    const [shot] = shotsOfItem(production, item)
    if (!shot) continue
    const spot = spotOfShot(production, shot)
    const keys = [`setup ${shot.setupId ?? ''}`, `spot ${spot?.id ?? ''}`, `place ${spot?.placeId ?? ''}`, `scene ${shot.sceneId}`, `item ${item.id}`] // prettier-ignore
    for (const key of keys) groups.set(key, [...(groups.get(key) ?? []), item.id])
  }
  return [...new Map(Array.from(groups.values(), (ids) => [ids.join(), ids])).values()]
}

function changesOf(judged: readonly Judged[], days: readonly DayOf[], was: ReadonlyMap<string, string>): PlainChange[] {
  return judged.flatMap(({ order }, i) => {
    const { plan, pinned } = days[i]!
    const rest = order.slice(pinned)
    const ranks = ranksBetween(order[pinned - 1]?.rank ?? null, null, rest.length)
    const dayId: Id<'day'> = plan.day.id
    return rest.flatMap((item, k): PlainChange[] => {
      const rank = ranks[k]!
      if (!was.has(item.id)) return [createRecord('orderItem', { dayId, rank, shotIds: item.shotIds }, item.id)]
      return [updateRecord('orderItem', item.id, { rank, ...(was.get(item.id) === dayId ? {} : { dayId }) })]
    })
  })
}
