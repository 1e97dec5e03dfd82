import { byRank, type Day, type Id, type OrderItem, type PlainChange, type Production, type Rank, removeRecord, tryChanges, updateRecord } from '../records/index.ts' // prettier-ignore
import { shotsOfItem, slateOf } from '../shotlist/index.ts'
import { unitOf } from './dayView.ts'
import { brokenDemands } from './demands.ts'
import { allItems, allRows, type DayPlan, dayPlans, planDay, unitPlans } from './planDay.ts'

/** Gives places in an order between two others; null is an end. */
export type GiveRanks = (before: Rank | null, after: Rank | null, count: number) => readonly Rank[]

/**
 * Entries put into a day's order together, in the turn in which they stand now, those of earlier days first.
 * @param index before which of the entries of that day and unit that stay where they are; their number is the end
 * @param unitId who does them there; null is the main unit
 * @returns nothing where they stand there already
 */
export function moveEntries(
  production: Production,
  itemIds: readonly string[],
  dayId: Id<'day'>,
  index: number,
  giveRanks: GiveRanks,
  unitId: Id<'unit'> | null = null,
): PlainChange[] {
  const all = Object.values(production.orderItem).sort(byRank)
  const dates = (item: OrderItem) => production.day[item.dayId]?.date ?? ''
  const moving = all
    .filter((item) => itemIds.includes(item.id))
    .sort((a, b) => (dates(a) < dates(b) ? -1 : dates(a) > dates(b) ? 1 : byRank(a, b)))
  const onDay = all.filter(
    (item) => item.dayId === dayId && !item.standsBy && (unitOf(production, item)?.id ?? null) === unitId,
  )
  const staying = onDay.filter((item) => !itemIds.includes(item.id))
  const at = Math.min(staying.length, Math.max(0, index))
  const wanted = [...staying.slice(0, at), ...moving, ...staying.slice(at)]
  if (wanted.length === onDay.length && wanted.every((item, i) => item === onDay[i])) return []
  const ranks = giveRanks(staying[at - 1]?.rank ?? null, staying[at]?.rank ?? null, moving.length)
  return moving.map((item, i) =>
    updateRecord('orderItem', item.id, {
      rank: ranks[i]!,
      ...(item.dayId === dayId ? {} : { dayId }),
      ...((unitOf(production, item)?.id ?? null) === unitId ? {} : { unitId }),
    }),
  )
}

/** Entries taken out of the order; what was only to come after one of them is free of that. */
export function withoutEntries(production: Production, itemIds: readonly Id<'orderItem'>[]): PlainChange[] {
  const gone = new Set<string>(itemIds)
  return [
    ...Object.values(production.orderItem)
      .filter((item) => !gone.has(item.id) && item.afterIds.some((id) => gone.has(id)))
      .map(({ id, afterIds }) => updateRecord('orderItem', id, { afterIds: afterIds.filter((one) => !gone.has(one)) })),
    ...itemIds.map((id) => removeRecord('orderItem', id)),
  ]
}

/** What changes would make of a day. */
export interface Consequence {
  readonly day: Day
  readonly before: DayPlan
  readonly after: DayPlan
  /** What misses its light, its hours, its fixed time or what was demanded of it only then. */
  readonly newlyMissed: readonly string[]
}

const nameOf = (production: Production, item: OrderItem): string =>
  slateOf(shotsOfItem(production, item).map((shot) => shot.code)) || item.title || item.type

/** Entries of a day that miss something, by what they are called. */
function misses(production: Production, plan: DayPlan): ReadonlySet<string> {
  const late = new Set(allRows(plan).flatMap((row) => ('lateMin' in row && row.lateMin >= 1 ? row.itemId : [])))
  const broken = new Set<string>(
    unitPlans(plan).flatMap((own) => brokenDemands(production, own).map(({ item }) => item.id)),
  )
  const missed = new Set<string>(plan.missed.map(({ shot }) => shot.id))
  return new Set(
    allItems(plan)
      .filter((item) => late.has(item.id) || broken.has(item.id) || item.shotIds.some((id) => missed.has(id)))
      .map((item) => nameOf(production, item)),
  )
}

/** What changes would make of each day whose order or end they change, by date: before anything is done. */
export function consequencesOf(production: Production, changes: readonly PlainChange[]): Consequence[] {
  const then = tryChanges(production, changes)
  return dayPlans(production).flatMap((before): Consequence[] => {
    const after = planDay(then, before.day.id)
    if (!after) return []
    const order = (plan: DayPlan) =>
      allItems(plan)
        .map((item) => `${item.id} ${item.unitId ?? ''}`)
        .join()
    if (order(before) === order(after) && before.timeline.wrapMin === after.timeline.wrapMin) return []
    const had = misses(production, before)
    return [{ day: before.day, before, after, newlyMissed: [...misses(then, after)].filter((name) => !had.has(name)) }]
  })
}

/** The same in words: "Day 1 wraps 21:10, was 21:46; Day 2 wraps 21:48, was 21:10: 6E then misses". */
export const sayConsequences = (list: readonly Consequence[]): string =>
  list
    .map(({ day, before, after, newlyMissed }) => {
      const [was, is] = [before, after].map((plan) => plan.clock.text(plan.timeline.wrapMin)) as [string, string]
      const wraps = after.items.length === 0 ? `${day.title} has nothing left` : `${day.title} wraps ${is}${before.items.length === 0 ? '' : was === is ? ' as before' : `, was ${was}`}` // prettier-ignore
      return newlyMissed.length > 0 ? `${wraps}: ${newlyMissed.join(', ')} then out of light, hours or time` : wraps
    })
    .join('; ')

/** When something is used on a day: a camera by its shots. */
export interface Lane {
  readonly id: string
  readonly busy: readonly { readonly startMin: number; readonly endMin: number }[]
}

/** When each camera is used in the order of a day, by letter; neighbours that touch are one. */
export function cameraLanes(production: Production, plan: DayPlan): Lane[] {
  const rows = [...allRows(plan)].sort((a, b) => a.startMin - b.startMin)
  return Object.values(production.camera)
    .filter((camera) => !camera.lineCut)
    .sort((a, b) => (a.letter < b.letter ? -1 : 1))
    .flatMap(({ id }) => {
      const busy: { startMin: number; endMin: number }[] = []
      for (const row of rows) {
        if (row.kind !== 'shots' || !row.shotIds.some((shotId) => production.shot[shotId]?.cameraId === id)) continue
        const last = busy.at(-1)
        if (last?.endMin === row.startMin) last.endMin = row.endMin
        else busy.push({ startMin: row.startMin, endMin: row.endMin })
      }
      return busy.length > 0 ? [{ id, busy }] : []
    })
}
