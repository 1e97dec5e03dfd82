import { DateTime } from 'luxon'
import { sunPosition } from './position.ts'

/** Heights of the sun's centre that name a moment, degrees. */
export const SUN_ALTITUDES = {
  rise: -0.833,
  civil: -6,
  nautical: -12,
  astronomical: -18,
  goldenHigh: 6,
  goldenLow: -4,
} as const
export type SunAltitude = keyof typeof SUN_ALTITUDES

/** When the sun passes a height, if it does on this day. */
export type SunCrossing =
  | { readonly kind: 'crosses'; readonly upMs: number; readonly downMs: number }
  | { readonly kind: 'above-all-day' }
  | { readonly kind: 'below-all-day' }
  | { readonly kind: 'once'; readonly upMs: number | null; readonly downMs: number | null }

export interface SunDay {
  readonly noonMs: number
  readonly noonAltitudeDeg: number
  /** When it stands highest, and when it stood and will stand lowest. */
  readonly highMs: number
  readonly lowMs: readonly [number, number]
  readonly crossings: Readonly<Record<SunAltitude, SunCrossing>>
}

/** The moment in [fromMs, toMs] at which a rising or falling function crosses 0, to a quarter of a second. */
function bisect(fromMs: number, toMs: number, f: (ms: number) => number): number {
  const sign = Math.sign(f(fromMs))
  let low = fromMs,
    high = toMs
  while (high - low > 250) {
    const middle = (low + high) / 2
    if (Math.sign(f(middle)) === sign) low = middle
    else high = middle
  }
  return (low + high) / 2
}

/** Upper (or lower) transit nearest a moment: hour angle through south (or north) found from the azimuth-free hour angle. */
function transit(nearMs: number, latitudeDeg: number, longitudeDeg: number, highest: boolean): number {
  // The top of a smooth curve, by golden section; symmetric enough about transit except for the drift in declination.
  const height = (ms: number) => (highest ? 1 : -1) * sunPosition(ms, latitudeDeg, longitudeDeg).altitudeDeg
  const ratio = (Math.sqrt(5) - 1) / 2
  let low = nearMs - 6 * 3600e3,
    high = nearMs + 6 * 3600e3
  while (high - low > 500) {
    const a = high - ratio * (high - low),
      b = low + ratio * (high - low)
    if (height(a) > height(b)) high = b
    else low = a
  }
  return (low + high) / 2
}

/** Solar noon by the meridian: the sun's azimuth passes the north-south line. */
function meridianNoon(nearMs: number, longitudeDeg: number): number {
  // On the equator of the sky the hour angle is what azimuth-at-the-pole shows: use latitude 90, where azimuth turns evenly.
  const hourAngle = (ms: number) => ((sunPosition(ms, 89.9999, longitudeDeg).azimuthDeg - 180 + 540) % 360) - 180
  return bisect(nearMs - 3 * 3600e3, nearMs + 3 * 3600e3, hourAngle)
}

/**
 * The sun of one solar day at a place: the day whose noon falls on the local date. A rise or set can
 * therefore fall on the neighbouring date, far from a zone's own meridian.
 * @param isoDate local date, `YYYY-MM-DD`
 * @param zone IANA time zone
 */
export function sunDay(isoDate: string, latitudeDeg: number, longitudeDeg: number, zone: string): SunDay {
  const localMidnight = DateTime.fromISO(isoDate, { zone }).toMillis()
  const clockNoon = localMidnight + 12 * 3600e3
  const meanNoon = DateTime.fromISO(isoDate, { zone: 'utc' }).toMillis() + (12 - longitudeDeg / 15) * 3600e3
  const days = Math.round((clockNoon - meanNoon) / 86400e3)
  const noonMs = meridianNoon(meanNoon + days * 86400e3, longitudeDeg)
  const highMs = transit(noonMs, latitudeDeg, longitudeDeg, true)
  const before = transit(noonMs - 12 * 3600e3, latitudeDeg, longitudeDeg, false)
  const after = transit(noonMs + 12 * 3600e3, latitudeDeg, longitudeDeg, false)
  const cross = (altitude: number): SunCrossing => {
    const over = (ms: number) => sunPosition(ms, latitudeDeg, longitudeDeg).altitudeDeg - altitude
    if (over(highMs) < 0) return { kind: 'below-all-day' }
    const upMs = over(before) < 0 ? bisect(before, highMs, over) : null
    const downMs = over(after) < 0 ? bisect(highMs, after, over) : null
    if (upMs === null && downMs === null) return { kind: 'above-all-day' }
    return upMs !== null && downMs !== null ? { kind: 'crosses', upMs, downMs } : { kind: 'once', upMs, downMs }
  }
  const crossings = Object.fromEntries(Object.entries(SUN_ALTITUDES).map(([name, altitude]) => [name, cross(altitude)]))
  return {
    noonMs,
    noonAltitudeDeg: sunPosition(noonMs, latitudeDeg, longitudeDeg).altitudeDeg,
    highMs,
    lowMs: [before, after],
    crossings: crossings as Record<SunAltitude, SunCrossing>,
  }
}

/** Height of the sun at even steps between two moments: what a strip of sky is coloured from. */
export function skyBands(
  fromMs: number,
  toMs: number,
  steps: number,
  latitudeDeg: number,
  longitudeDeg: number,
): number[] {
  return Array.from(
    { length: steps },
    (_, i) => sunPosition(fromMs + ((toMs - fromMs) * (i + 0.5)) / steps, latitudeDeg, longitudeDeg).altitudeDeg,
  )
}
