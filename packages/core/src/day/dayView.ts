import { dayClock, type DayClock } from '../time/index.ts'
import { byId, type Day, type OrderItem, type Place, type Production, type Unit, byRank } from '../records/index.ts'

/** One shoot day with what hangs on it, in order. */
export interface DayView {
  readonly day: Day
  readonly place: Place
  /** Of the main unit, or of the one that is looked at. */
  readonly items: readonly OrderItem[]
  /** The plan's minutes are those that have gone by on it. */
  readonly clock: DayClock
}

/**
 * Minutes gone by at a time that somebody wrote for a day. After a call in the evening "01:00" is the night's, not the
 * morning's before.
 */
export const writtenMin = (clock: DayClock, day: Pick<Day, 'callMin'>, shownMin: number): number =>
  clock.elapsed(shownMin < day.callMin - HALF_A_DAY_MIN ? shownMin + 2 * HALF_A_DAY_MIN : shownMin)
const HALF_A_DAY_MIN = 720

/** A day with its place and its order by rank; undefined while the day has no place. */
export function dayView(production: Production, dayId: string): DayView | undefined {
  const day = byId(production.day, dayId)
  const place = byId(production.place, day?.placeId)
  if (!day || !place) return undefined
  const items = Object.values(production.orderItem)
    .filter((item) => item.dayId === dayId && !item.standsBy && unitOf(production, item) === null)
    .sort(byRank)
  return { day, place, items, clock: dayClock(day.date, place.timeZone) }
}

/** The unit that does an entry beside the main one; null is the main one, also where that unit is gone. */
export const unitOf = ({ unit }: Pick<Production, 'unit'>, { unitId }: Pick<OrderItem, 'unitId'>): Unit | null =>
  byId(unit, unitId) ?? null

/** What other units do on a day beside the main one, each in its turn. */
export const besides = (
  production: Pick<Production, 'orderItem' | 'unit'>,
  dayId: string,
): readonly { readonly unit: Unit; readonly items: readonly OrderItem[] }[] =>
  Object.values(production.unit)
    .sort((a, b) => (a.name < b.name ? -1 : 1))
    .flatMap((unit) => {
      const items = Object.values(production.orderItem)
        .filter((item) => item.dayId === dayId && !item.standsBy && item.unitId === unit.id)
        .sort(byRank)
      return items.length > 0 ? [{ unit, items }] : []
    })

/** What stands by on a day for other weather, in its turn: a cover set, or what was put by when the weather came. */
export const standingBy = (production: Pick<Production, 'orderItem'>, dayId: string): OrderItem[] =>
  Object.values(production.orderItem)
    .filter((item) => item.dayId === dayId && item.standsBy)
    .sort(byRank)

/** The fields of an item of the order, always in the same turn, without what only the writer knows. */
export const fieldsOfItem = (item: Omit<OrderItem, 'version'>): Omit<OrderItem, 'version'> => ({
  id: item.id,
  dayId: item.dayId,
  rank: item.rank,
  type: item.type,
  shotIds: item.shotIds,
  recorderIds: item.recorderIds,
  // Sheets that were issued before rows had people of their own have none.
  personIds: (item as Partial<OrderItem>).personIds ?? [],
  title: item.title,
  minutes: item.minutes,
  fixedAtMin: item.fixedAtMin,
  ...demandsOfItem(item),
  standsBy: (item as Partial<OrderItem>).standsBy ?? false,
  unitId: (item as Partial<OrderItem>).unitId ?? null,
})

/** Sheets that were issued before anything was demanded of a place in the order demand nothing. */
function demandsOfItem(item: Partial<OrderItem>): Pick<OrderItem, 'afterIds' | 'notBeforeMin' | 'overByMin' | 'keeps'> {
  const { afterIds = [], notBeforeMin = null, overByMin = null, keeps = '' } = item
  return { afterIds, notBeforeMin, overByMin, keeps }
}
