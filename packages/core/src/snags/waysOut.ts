import { allItems, allRows, type DayPlan, forUnit, planDay, withoutEntries } from '../day/index.ts'
import {
  updateRecord,
  asId,
  type OrderItem,
  type PlainChange,
  type Production,
  tryChanges,
  rankBetween,
  type Rank,
} from '../records/index.ts'
import { shotsOfItem, slateOf } from '../shotlist/index.ts'
import { stretch } from '../text/index.ts'
import type { Fix } from './finding.ts'

/**
 * Those of the ways out that really lead out: each is tried on a copy of the day and kept if the day it
 * makes passes.
 * @param dayPlan as the unit has it that it is a way out for
 * @param holds says whether the day that a way out makes is good enough, as that unit has it
 * @param most stop looking after so many
 */
export function fixesThatHold(
  production: Production,
  { day, unit }: Pick<DayPlan, 'day' | 'unit'>,
  candidates: Iterable<Fix>,
  holds: (after: DayPlan) => boolean,
  most = 1,
): Fix[] {
  const kept: Fix[] = []
  for (const fix of candidates) {
    const after = planDay(tryChanges(production, fix.changes), day.id)
    if (after && holds(forUnit(after, unit?.id ?? null))) kept.push(fix)
    if (kept.length === most) break
  }
  return kept
}

/** What people call an entry of the order: its title, else its slate. */
export const nameOfItem = (production: Production, item: OrderItem): string =>
  item.title ||
  slateOf(shotsOfItem(production, item).map((shot) => shot.code)) ||
  (item.type === 'meal' ? 'the meal' : 'this')

const setRank = (item: OrderItem, rank: Rank): PlainChange => updateRecord('orderItem', item.id, { rank })

/** An item put before each of those that come before it now, the nearest first. */
export function* earlierPlaces(
  production: Production,
  dayPlan: DayPlan,
  item: OrderItem,
  verb = 'Shoot',
): Generator<Fix> {
  const name = nameOfItem(production, item)
  for (let to = dayPlan.items.indexOf(item) - 1; to >= 0; to--) {
    const before = dayPlan.items[to]!
    const rank = rankBetween(dayPlan.items[to - 1]?.rank ?? null, before.rank)
    yield { says: `${verb} ${name} before ${nameOfItem(production, before)}`, changes: [setRank(item, rank)] }
  }
}

/** An item at each other place of its unit's order, the nearest first. */
export function otherPlaces(production: Production, own: DayPlan, item: OrderItem): Fix[] {
  const at = own.items.indexOf(item)
  const others = own.items.filter((one) => one !== item)
  const name = nameOfItem(production, item)
  return [...others.keys(), others.length]
    .filter((to) => to !== at)
    .sort((x, y) => Math.abs(x - at) - Math.abs(y - at))
    .map((to) => ({
      says: `${own.unit?.name ?? 'Main unit'}: ${name} ${to < at ? `before ${nameOfItem(production, others[to]!)}` : `after ${nameOfItem(production, others[to - 1]!)}`}`,
      changes: [setRank(item, rankBetween(others[to - 1]?.rank ?? null, others[to]?.rank ?? null))],
    }))
}

/** The whole day started earlier, in steps of five minutes from `minutes` on. */
export function* earlierStarts(dayPlan: DayPlan, minutes: number): Generator<Fix> {
  const { clock, day, timeline } = dayPlan
  for (let by = Math.ceil(minutes / 5) * 5; by <= minutes + 60 && timeline.startMin - by >= 0; by += 5)
    yield {
      says: `Start ${day.title} at ${clock.text(timeline.startMin - by)}, ${stretch(by)} earlier`,
      changes: [updateRecord('day', day.id, { callMin: clock.shown(timeline.startMin - by) })],
    }
}

/** Items that may be dropped: shots without a must-have or a once-only among them. */
export function* droppable(production: Production, items: readonly OrderItem[]): Generator<Fix & { item: OrderItem }> {
  for (const item of items) {
    const shots = shotsOfItem(production, item)
    if (item.type !== 'shots' || shots.some((shot) => shot.mustHave || shot.onceOnly)) continue
    yield {
      item,
      says: `Drop ${shots.map((shot) => shot.code).join(', ') || nameOfItem(production, item)}`,
      changes: withoutEntries(production, [item.id]),
    }
  }
}

/** What could be dropped to end the day sooner: what saves the most first. */
export function shorterDays(production: Production, dayPlan: DayPlan, most = 3): Fix[] {
  return [...droppable(production, dayPlan.items)]
    .flatMap(({ says, changes }) => {
      const after = planDay(tryChanges(production, changes), dayPlan.day.id)
      const savedMin = after ? dayPlan.timeline.wrapMin - after.timeline.wrapMin : 0
      return savedMin >= 1 ? [{ savedMin, says: `${says}, wrap ${stretch(savedMin)} earlier`, changes }] : []
    })
    .sort((a, b) => b.savedMin - a.savedMin)
    .slice(0, most)
    .map(({ says, changes }) => ({ says, changes }))
}

/** How late an item of a plan is for its fixed time; 0 if it is on time, has none or is not there. */
export function lateMinOf(dayPlan: DayPlan, itemId: string): number {
  const row = allRows(dayPlan).find((r) => 'itemId' in r && r.itemId === itemId)
  return row && 'lateMin' in row ? row.lateMin : 0
}

/** Is a day no worse than another: no more missed windows, nobody later for a fixed time? */
export const noWorse = (after: DayPlan, before: DayPlan): boolean =>
  after.missed.length <= before.missed.length &&
  allItems(before).every((item) => lateMinOf(after, item.id) <= Math.max(0.5, lateMinOf(before, item.id)))

/** Must-have and once-only shots that miss their light or the hours of their place. */
export const missedMusts = (dayPlan: DayPlan): string[] =>
  dayPlan.missed.filter(({ shot }) => shot.mustHave || shot.onceOnly).map(({ shot }) => shot.id)

/** The entry of the order that holds a shot of the plan, and the day as the unit has it that does it. */
export function itemOfShot(dayPlan: DayPlan, shotId: string): { readonly item: OrderItem; readonly own: DayPlan } {
  const item = allItems(dayPlan).find((one) => one.shotIds.includes(asId(shotId)))!
  return { item, own: forUnit(dayPlan, item.unitId) }
}
