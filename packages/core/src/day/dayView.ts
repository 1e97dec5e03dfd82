import { byId, type Day, type OrderItem, type Place, type Production, byRank } from '../records/index.ts'

/** One shoot day with what hangs on it, in order. */
export interface DayView {
  readonly day: Day
  readonly place: Place
  readonly items: readonly OrderItem[]
}

/** A day with its place and its order by rank; undefined while the day has no place. */
export function dayView(production: Production, dayId: string): DayView | undefined {
  const day = byId(production.day, dayId)
  const place = byId(production.place, day?.placeId)
  if (!day || !place) return undefined
  const items = Object.values(production.orderItem)
    .filter((item) => item.dayId === dayId)
    .sort(byRank)
  return { day, place, items }
}

/** The fields of an item of the order, always in the same turn, without what only the writer knows. */
export const fieldsOfItem = (item: Omit<OrderItem, 'version'>): Omit<OrderItem, 'version'> => ({
  id: item.id,
  dayId: item.dayId,
  rank: item.rank,
  type: item.type,
  shotIds: item.shotIds,
  recorderIds: item.recorderIds,
  title: item.title,
  minutes: item.minutes,
  fixedAtMin: item.fixedAtMin,
})
