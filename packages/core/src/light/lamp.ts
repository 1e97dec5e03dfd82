import { beamSource, type PointSource } from '../litRoom/index.ts'

/** Metres in the plan of a spot: x to the right, y down the page, z up from the floor. */
export interface Point {
  readonly xM: number
  readonly yM: number
  readonly zM: number
}

export const LAMP_ROLES = ['key', 'fill', 'edge', 'background', 'practical'] as const
export type LampRole = (typeof LAMP_ROLES)[number]

export interface Lamp {
  readonly at: Point
  /** Turn of the beam on the plan: 0 up the page, 90 to the right. */
  readonly bearingDeg: number
  /** Lift of the beam: 0 level, negative downwards. */
  readonly tiltDeg: number
  /** Bare, at full level, on the beam's axis, 1 m away. */
  readonly luxAt1m: number
  /** Full angle between the directions where intensity is half that of the axis, 1 to 179. */
  readonly beamDeg: number
  /** Dimmer, 0 to 1. */
  readonly level: number
  /** What cloth and gel on it take, in stops. */
  readonly lossStops: number
}

/**
 * A lamp as a source of light. Holds for sources small against their distance; closer than about five times its size a
 * soft source gives less than this says: that is a cloth of its own on the plan.
 */
export const sourceOfLamp = ({ at, luxAt1m, level, lossStops, ...beam }: Lamp): PointSource =>
  beamSource({ ...beam, at: [at.xM, at.yM, at.zM], luxAt1m: luxAt1m * level * 2 ** -lossStops })

const degrees = (rad: number) => (rad * 180) / Math.PI

/** Bearing and tilt that point from one place to another. */
export function aimAt(from: Point, to: Point): { bearingDeg: number; tiltDeg: number } {
  const dx = to.xM - from.xM,
    dy = to.yM - from.yM,
    dz = to.zM - from.zM
  return {
    bearingDeg: (degrees(Math.atan2(dx, -dy)) + 360) % 360,
    tiltDeg: degrees(Math.atan2(dz, Math.hypot(dx, dy))),
  }
}
