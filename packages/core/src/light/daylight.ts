import { facing } from '../geometry/index.ts'
import type { PointSource } from '../litRoom/index.ts'

/** What the sky is like, by how much of it is cloud. */
export const SKIES = ['clear', 'part cloud', 'overcast'] as const
export type Sky = (typeof SKIES)[number]

/** Sun and sky as they light the ground. */
export interface Daylight {
  /** On a surface turned to the sun, lux. */
  readonly sunLux: number
  readonly sunK: number
  /** Of the sky alone on level ground, lux. */
  readonly skyLux: number
  readonly skyK: number
  /** Standard deviation of both from hour to hour under one kind of sky, as a share. */
  readonly share: number
}

/**
 * Typical figures: a, b and c of the sky a + b sin^c h, klx; extinction of the sun.
 * @source IES, Availability of Daylight (Gillette, Pierpoint and Treado, 1984); deviations as seen beside such averages
 */
const FIGURES: Readonly<
  Record<Sky, { a: number; b: number; c: number; extinction: number; skyK: number; share: number }>
> = {
  clear: { a: 0.8, b: 15.5, c: 0.5, extinction: 0.21, skyK: 12000, share: 0.2 },
  'part cloud': { a: 0.3, b: 45, c: 1, extinction: 0.8, skyK: 7500, share: 0.45 },
  overcast: { a: 0.3, b: 21, c: 1, extinction: Infinity, skyK: 6500, share: 0.4 },
}
/** Outside the air, lux. @source as above */
const SOLAR_LUX = 127_500
/** Below the horizon the sky loses a stop about every 0.75°: a hundredth by the end of civil twilight. */
const TWILIGHT_PER_DEG = 0.92

/** What sun and sky give on average with the sun at a height, degrees above the horizon. */
export function daylight(sky: Sky, altitudeDeg: number): Daylight {
  const { a, b, c, extinction, skyK, share } = FIGURES[sky]
  const sine = Math.sin((Math.max(0, altitudeDeg) * Math.PI) / 180)
  return {
    sunLux: sine > 0 && Number.isFinite(extinction) ? SOLAR_LUX * Math.exp(-extinction / sine) : 0,
    // From an orange disc on the horizon to noon; within some 500 K.
    sunK: 5500 - 3300 * Math.exp(-Math.max(0, altitudeDeg) / 9),
    skyLux: altitudeDeg >= 0 ? 1000 * (a + b * sine ** c) : 1000 * a * Math.exp(TWILIGHT_PER_DEG * altitudeDeg),
    skyK,
    share,
  }
}

/** As far away as makes no difference to a room. */
const SUN_AWAY_M = 10_000

/** The sun as a lamp far away, lux on what is turned to it; null while it is down. */
export interface SunLamp {
  readonly bearingDeg: number
  readonly altitudeDeg: number
  readonly lux: number
}

/** That as a source of light. */
export function sunSource({ bearingDeg, altitudeDeg, lux }: SunLamp): PointSource {
  const towards = facing(bearingDeg, altitudeDeg)
  return {
    at: [towards[0] * SUN_AWAY_M, towards[1] * SUN_AWAY_M, towards[2] * SUN_AWAY_M],
    candela: () => lux * SUN_AWAY_M ** 2,
  }
}
