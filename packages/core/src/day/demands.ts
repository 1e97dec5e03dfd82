import { byId, type Id, type OrderItem, type Production } from '../records/index.ts'
import { neededAt } from '../shotlist/index.ts'
import { type DayView, writtenMin } from './dayView.ts'

/** When somebody can work on a day, what they need before their start counted from when they come, in minutes gone by since its midnight; infinite is open. */
export interface Presence {
  readonly personId: Id<'person'>
  readonly fromMin: number
  readonly untilMin: number
}

/** Of the people an entry needs, those who are not there for all of the day. */
export function presences(production: Production, view: Pick<DayView, 'clock' | 'day'>, item: OrderItem): Presence[] {
  const { clock, day } = view
  const partly = Object.values(production.attendance).filter(
    (one) => one.dayId === day.id && (one.fromMin !== null || one.untilMin !== null),
  )
  if (partly.length === 0 || item.type !== 'shots') return []
  const needed = new Set<string>(neededAt(production, item.id, item.shotIds))
  return partly
    .filter((one) => needed.has(one.personId))
    .map(({ personId, fromMin, untilMin }) => ({
      personId,
      fromMin:
        fromMin === null
          ? -Infinity
          : writtenMin(clock, day, fromMin) + (byId(production.person, personId)?.leadMin ?? 0),
      untilMin: untilMin === null ? Infinity : writtenMin(clock, day, untilMin),
    }))
}

/** The hours in which an entry is demanded to be done: those written on it, and those of the people it needs. */
export function demandedHours(
  production: Production,
  view: Pick<DayView, 'clock' | 'day'>,
  item: OrderItem,
): { readonly fromMin: number; readonly toMin: number } {
  const { clock, day } = view
  const people = presences(production, view, item)
  return {
    fromMin: Math.max(
      item.notBeforeMin === null ? -Infinity : writtenMin(clock, day, item.notBeforeMin),
      ...people.map((one) => one.fromMin),
    ),
    toMin: Math.min(
      item.overByMin === null ? Infinity : writtenMin(clock, day, item.overByMin),
      ...people.map((one) => one.untilMin),
    ),
  }
}

/** Which entries have to come before which: what follows what, what is first or last, and what keeps its place. */
export function demandedPairs(items: readonly OrderItem[]): readonly (readonly [earlier: number, later: number])[] {
  const at = new Map<string, number>(items.map((item, i) => [item.id, i]))
  return items.flatMap((item, i) => {
    const others = items.map((_, k) => k).filter((k) => k !== i)
    return [
      ...item.afterIds.flatMap((id) => {
        const before = at.get(id)
        return before === undefined || before === i ? [] : [[before, i] as const]
      }),
      ...(item.keeps === 'first' ? others.map((k) => [i, k] as const) : []),
      ...(item.keeps === 'last' ? others.map((k) => [k, i] as const) : []),
      ...(item.keeps === 'place' ? others.map((k) => (k < i ? ([k, i] as const) : ([i, k] as const))) : []),
    ]
  })
}

/** A demand that an order does not keep. */
export type BrokenDemand = { readonly item: OrderItem } & (
  | { readonly what: 'after'; readonly other: OrderItem }
  | { readonly what: 'first' | 'last' }
  | { readonly what: 'over by'; readonly byMin: number; readonly endMin: number }
  | { readonly what: 'gone'; readonly personId: Id<'person'>; readonly untilMin: number; readonly endMin: number }
)

interface TimedRow {
  readonly itemId?: string
  readonly startMin: number
  readonly endMin: number
}
interface Timed {
  readonly items: readonly OrderItem[]
  readonly timeline: { readonly rows: readonly TimedRow[] }
}

/** What the order of a day does not keep of what was demanded of it, in the order's turn. */
export function brokenDemands(
  production: Production,
  { items, timeline, beside = [], ...view }: DayView & Timed & { readonly beside?: readonly Timed[] },
): readonly BrokenDemand[] {
  /** What another unit does, where it is not over yet at a time. */
  const elsewhere = (id: string, startMin: number): OrderItem[] =>
    beside.flatMap((lane) => {
      const other = lane.items.find((one) => one.id === id)
      const row = lane.timeline.rows.find((one) => one.itemId === id)
      return other && row && row.endMin > startMin + SAME_MIN ? [other] : []
    })
  return items.flatMap((item, i): BrokenDemand[] => {
    const row = timeline.rows.find((one) => one.itemId === item.id)
    if (!row) return []
    const later = item.afterIds.flatMap((id) => items.slice(i + 1).find((other) => other.id === id) ?? elsewhere(id, row.startMin)) // prettier-ignore
    const byMin = item.overByMin === null ? Infinity : writtenMin(view.clock, view.day, item.overByMin)
    return [
      ...later.map((other) => ({ item, what: 'after', other }) as const),
      ...(item.keeps === 'first' && i > 0 ? [{ item, what: 'first' } as const] : []),
      ...(item.keeps === 'last' && i < items.length - 1 ? [{ item, what: 'last' } as const] : []),
      ...(row.endMin > byMin + SAME_MIN ? [{ item, what: 'over by', byMin, endMin: row.endMin } as const] : []),
      ...presences(production, view, item)
        .filter(({ personId, untilMin }) => row.endMin > untilMin + SAME_MIN && byId(production.person, personId))
        .map(({ personId, untilMin }) => ({ item, what: 'gone', personId, untilMin, endMin: row.endMin }) as const),
    ]
  })
}
const SAME_MIN = 1e-6
