import { byId, type Journey, type Place, positionOf, type Production } from '../records/index.ts'

/** The way between two places as somebody typed it, whichever way round; the newest of several. */
export const journeyBetween = (
  { journey }: Pick<Production, 'journey'>,
  a: string | undefined,
  b: string | undefined,
): Journey | undefined =>
  Object.values(journey)
    .filter((one) => (one.fromPlaceId === a && one.toPlaceId === b) || (one.fromPlaceId === b && one.toPlaceId === a))
    .sort((x, y) => (x.id < y.id ? 1 : -1))[0]

/**
 * Minutes from work at one place to work at another: load out, drive, load in, and what people settle before anybody
 * sits. Where nobody typed the way, the drive is that of the house rules.
 * @param usualMin the house rule's move
 */
export function moveMinutes(
  production: Pick<Production, 'journey' | 'place'>,
  fromPlaceId: string | undefined,
  toPlaceId: string | undefined,
  usualMin: number,
): number {
  const [from, to] = [byId(production.place, fromPlaceId), byId(production.place, toPlaceId)]
  const driveMin = journeyBetween(production, fromPlaceId, toPlaceId)?.minutes ?? usualMin
  return (from?.loadOutMin ?? 0) + driveMin + (to?.loadInMin ?? 0) + (to?.settleMin ?? 0)
}

const EARTH_KM = 6371
/** Roads are longer than the straight line. */
const ROAD_FACTOR = 1.35
/** To the van, into traffic and a place to stand. */
const ENDS_MIN = 5

/** A drive as the map suggests it. */
export interface Drive {
  readonly km: number
  readonly minutes: number
}

/**
 * A drive between two places by their positions and a speed; null while one has no position.
 * @param kmh mean speed of the whole way
 * @source great circle by haversines, times 1.35 for roads, and five minutes for both ends
 */
export function driveBetween(a: Place, b: Place, kmh: number): Drive | null {
  const [from, to] = [positionOf(a), positionOf(b)]
  if (!from || !to) return null
  const rad = (deg: number) => (deg * Math.PI) / 180
  const dLat = rad(to.latitudeDeg - from.latitudeDeg)
  const dLon = rad(to.longitudeDeg - from.longitudeDeg)
  const h =
    Math.sin(dLat / 2) ** 2 + Math.cos(rad(from.latitudeDeg)) * Math.cos(rad(to.latitudeDeg)) * Math.sin(dLon / 2) ** 2
  const km = 2 * EARTH_KM * Math.asin(Math.min(1, Math.sqrt(h))) * ROAD_FACTOR
  return { km, minutes: Math.min(MOST_MIN, Math.ceil((km / kmh) * 60 + ENDS_MIN)) }
}
/** A day of driving. */
const MOST_MIN = 1440
