import { chanceBy, learntByKind, simulateDays, USUAL_SPREAD } from '../estimates/index.ts'
import { byId, type OrderItem, type PlainChange, type Production, tryChanges } from '../records/index.ts'
import { shotsOfItem } from '../shotlist/index.ts'
import { brokenDemands } from './demands.ts'
import { writtenMin } from './dayView.ts'
import { fromMin, paceRatios, plannedEntries, rolledFirst } from './dayChances.ts'
import { withoutEntries } from './moving.ts'
import { type DayPlan, forUnit, planDay } from './planDay.ts'

/** Entries that could be given up together, and what that does. */
export interface Drop {
  readonly items: readonly OrderItem[]
  /** So much sooner the day is over, in minutes. */
  readonly savesMin: number
  /** How likely it then is to be out in time, 0 to 1; null where nobody has to be out. */
  readonly outInTime: number | null
  /** Minutes of shooting that are given up: of two that save enough, the one that gives up less. */
  readonly givesUpMin: number
  readonly changes: readonly PlainChange[]
}

/** Entries that are looked at together, the most; beyond that the ones that save most. */
const MOST_LOOKED_AT = 14
const MOST_TOGETHER = 3

/**
 * Entries of a day's order that may be given up: no must-have, nothing that happens once, no half of a pair whose other
 * half stays, and no scene is left without a shot in any order.
 */
function mayGo(production: Production, gone: ReadonlySet<string>): boolean {
  const shotIds = new Set<string>()
  for (const item of Object.values(production.orderItem)) if (gone.has(item.id)) for (const id of item.shotIds) shotIds.add(id) // prettier-ignore
  const staying = new Set<string>()
  // What only stands by may never be shot: no scene is saved by it.
  for (const item of Object.values(production.orderItem)) if (!gone.has(item.id) && !item.standsBy) for (const id of item.shotIds) staying.add(id) // prettier-ignore
  const lost = [...shotIds].filter((id) => !staying.has(id)).flatMap((id) => byId(production.shot, id) ?? [])
  if (lost.some((shot) => shot.mustHave || shot.onceOnly)) return false
  // Pairs are cut against one another: both or none.
  const isHalf = Object.values(production.shot).some(
    (shot) => shot.pairId !== null && staying.has(shot.id) !== staying.has(shot.pairId) && (shotIds.has(shot.id) || shotIds.has(shot.pairId)), // prettier-ignore
  )
  if (isHalf) return false
  const scenes = new Set([...staying].map((id) => byId(production.shot, id)?.sceneId))
  return lost.every((shot) => scenes.has(shot.sceneId))
}

/** Sets of so many of a list, each in the list's order. */
function* together<T>(list: readonly T[], count: number, from = 0): Generator<readonly T[]> {
  if (count === 0) yield []
  else
    for (let i = from; i < list.length; i++)
      for (const rest of together(list, count - 1, i + 1)) yield [list[i]!, ...rest]
}

/**
 * What could be given up to be over so many minutes sooner: sets of up to three entries that are not yet rolled, those
 * that give up the least shooting first. Each is tried as a day: what it saves counts the changes of set and light that
 * fall away, and it breaks no demand, no light and no fixed time that was kept.
 * @param lessMin how many minutes sooner the day has to be over, more than 0
 * @param most so many are given
 */
export function dropList(production: Production, dayPlan: DayPlan, lessMin: number, most = 3): Drop[] {
  const { day, items, timeline } = dayPlan
  const rolled = rolledFirst(production, dayPlan)
  const minutesOf = (item: OrderItem) =>
    item.minutes ?? Math.max(0, ...shotsOfItem(production, item).map((shot) => shot.minutes))
  const tried = (gone: readonly OrderItem[]) => {
    const changes = withoutEntries(
      production,
      gone.map((item) => item.id),
    )
    const then = tryChanges(production, changes)
    const whole = planDay(then, day.id)
    const after = whole && forUnit(whole, dayPlan.unit?.id ?? null)
    return after && { changes, then, after, savesMin: timeline.wrapMin - after.timeline.wrapMin }
  }
  const candidates = items
    .slice(rolled)
    .filter((item) => item.type === 'shots' && item.shotIds.length > 0)
    .filter((item) => shotsOfItem(production, item).every((shot) => !shot.mustHave && !shot.onceOnly))
    .map((item) => ({ item, savesMin: tried([item])?.savesMin ?? 0 }))
    .sort((a, b) => b.savesMin - a.savesMin)
    .slice(0, MOST_LOOKED_AT)
    .map(({ item }) => item)
  const enough: { readonly items: readonly OrderItem[]; readonly givesUpMin: number }[] = []
  for (let count = 1; count <= MOST_TOGETHER; count++)
    for (const set of together(candidates, count)) {
      // What a smaller set does needs no larger one.
      if (enough.some((one) => one.items.every((item) => set.includes(item)))) continue
      if (!mayGo(production, new Set(set.map((item) => item.id)))) continue
      const went = tried(set)
      if (!went || went.savesMin < lessMin || isWorse(production, dayPlan, went.then, went.after)) continue
      enough.push({ items: set, givesUpMin: set.reduce((sum, item) => sum + minutesOf(item), 0) })
    }
  return enough
    .sort((a, b) => a.givesUpMin - b.givesUpMin || a.items.length - b.items.length)
    .slice(0, most)
    .map(({ items: set, givesUpMin }) => {
      const { changes, then, after, savesMin } = tried(set)!
      return { items: set, savesMin, givesUpMin, changes, outInTime: outInTime(then, after) }
    })
}

const lateMin = ({ timeline }: DayPlan) =>
  timeline.rows.reduce((sum, row) => sum + ('lateMin' in row ? row.lateMin : 0), 0)

const isWorse = (before: Production, plan: DayPlan, then: Production, after: DayPlan): boolean =>
  after.missed.length > plan.missed.length ||
  lateMin(after) > lateMin(plan) + 1 ||
  brokenDemands(then, after).length > brokenDemands(before, plan).length

/** How likely a day is over in time to be out by when it has to be. */
function outInTime(production: Production, dayPlan: DayPlan): number | null {
  const { day, clock, timeline } = dayPlan
  if (day.outByMin === null) return null
  const rolled = rolledFirst(production, dayPlan)
  const entries = plannedEntries(production, dayPlan, rolled)
  const spread = learntByKind(USUAL_SPREAD, paceRatios(production))
  const chances = simulateDays(entries, fromMin(production, dayPlan, rolled), spread)
  const packingMin = timeline.wrapMin - timeline.lastEndMin
  return chanceBy(chances, writtenMin(clock, day, day.outByMin) - packingMin)
}
