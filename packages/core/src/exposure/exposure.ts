import { framesPerSecond } from '../timecode/index.ts'

export interface Exposure {
  readonly tStop: number
  readonly iso: number
  readonly shutterS: number
  readonly ndStops: number
}

/** How long one frame is exposed: angle / (360 × frames per second). */
export const shutterSeconds = (shutterDeg: number, fps: number): number => shutterDeg / (360 * fps)
/** The shutter angle in degrees that exposes a frame for so many seconds; over 360 where no shutter can. */
export const shutterDegrees = (shutterS: number, fps: number): number => shutterS * 360 * fps

/** Incident-meter calibration constant, flat receptor. @source ISO 2720, C = 250 */
const METER_CONSTANT = 250

/** The stop that exposes a subject of middle reflectance normally: N² / t = E S / C. */
export const stopForIlluminance = (illuminanceLux: number, iso: number, shutterS: number, ndStops = 0): number =>
  Math.sqrt((illuminanceLux * 2 ** -ndStops * iso * shutterS) / METER_CONSTANT)

/** The light in lux that exposes a subject of middle reflectance normally: E = N² C / (t S), times what ND takes. */
export const illuminanceForStop = (exposure: Exposure): number =>
  (METER_CONSTANT * exposure.tStop ** 2 * 2 ** exposure.ndStops) / (exposure.iso * exposure.shutterS)

/** Stops over (+) or under (−) normal that this light gives with these settings; −Infinity in the dark. */
export const exposureErrorStops = (illuminanceLux: number, exposure: Exposure): number =>
  Math.log2(illuminanceLux / illuminanceForStop(exposure))

/** Stops by which b is brighter than a under the same light. */
export const stopsBetween = (a: Exposure, b: Exposure): number =>
  2 * Math.log2(a.tStop / b.tStop) +
  Math.log2(b.iso / a.iso) +
  Math.log2(b.shutterS / a.shutterS) +
  (a.ndStops - b.ndStops)

/** Exact stops of an optical density: D × log2 10. */
export const ndStopsOfDensity = (opticalDensity: number): number => opticalDensity * Math.log2(10)

export interface SlowMotion {
  /** 8 means played eight times slower than life. */
  readonly factor: number
  readonly screenSeconds: number
}

/** What a length of real time becomes when shown at the timebase. */
export function slowMotion(
  capture: { num: number; den: number },
  timebase: { num: number; den: number },
  realSeconds: number,
): SlowMotion {
  const factor = framesPerSecond(capture) / framesPerSecond(timebase)
  return { factor, screenSeconds: realSeconds * factor }
}

/** Filter shift in mired; positive is warmer. */
export const miredShift = (fromK: number, toK: number): number => 1e6 / toK - 1e6 / fromK
