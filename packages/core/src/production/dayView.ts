import type { ById, Day, OrderItem, Place, Production, Shot, Spot } from './records.ts'

/** The record of that id; undefined where there is none or no id is given. */
export const byId = <T>(records: ById<T>, id: string | null | undefined): T | undefined =>
  id ? records[id] : undefined

/** Where a shot is taken: the spot of its lighting setup, else of its scene. */
export function spotOfShot(production: Production, shot: Shot): Spot | undefined {
  const setup = byId(production.setup, shot.setupId)
  return byId(production.spot, setup?.spotId ?? production.scene[shot.sceneId]?.spotId)
}

/** The shots of an entry of the order, in its turn; those that are gone are left out. */
export const shotsOfItem = (production: Production, item: OrderItem): Shot[] =>
  item.shotIds.flatMap((id) => byId(production.shot, id) ?? [])

/** Frames per second at which a shot is taken. */
export const captureRate = (shot: Pick<Shot, 'fpsNum' | 'fpsDen'>): number => shot.fpsNum / shot.fpsDen

/** "2A–D" for shots 2A, 2B, 2C, 2D that roll together; "2A + 3C" where no run of letters is shared. */
export function slateOf(codes: readonly string[]): string {
  if (codes.length < 2) return codes[0] ?? ''
  const sorted = [...codes].sort()
  const first = sorted[0]!,
    last = sorted.at(-1)!
  const stem = first.slice(0, -1)
  const run = sorted.every(
    (code, i) =>
      code.slice(0, -1) === stem && code.charCodeAt(code.length - 1) === first.charCodeAt(first.length - 1) + i,
  )
  return run ? `${first}–${last.slice(-1)}` : sorted.join(' + ')
}

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
    .sort((a, b) => a.rank - b.rank || (a.id < b.id ? -1 : 1))
  return { day, place, items }
}

/** The fields of an item of the order, always in the same turn, without what only the writer knows. */
export const fieldsOfItem = (item: OrderItem): OrderItem => ({
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
