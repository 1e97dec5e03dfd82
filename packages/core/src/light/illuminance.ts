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
  /** What cloth and gel in front of it take, in stops. */
  readonly lossStops: number
}

/** A small flat surface: where it is and which way it faces. */
export interface Receiver {
  readonly at: Point
  readonly facing: Point
}

const radians = (degrees: number) => (degrees * Math.PI) / 180
const degrees = (rad: number) => (rad * 180) / Math.PI

/** Unit vector of a bearing (degrees clockwise from the top of the plan) and a tilt (degrees above the horizon). */
export function directionOf(bearingDeg: number, tiltDeg: number): Point {
  const flat = Math.cos(radians(tiltDeg))
  return {
    xM: Math.sin(radians(bearingDeg)) * flat,
    yM: -Math.cos(radians(bearingDeg)) * flat,
    zM: Math.sin(radians(tiltDeg)),
  }
}

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

/**
 * Share of the axis intensity at an angle off the axis: cosⁿ, with n set so that half the beam angle
 * gives one half. Nothing shines backwards.
 */
export function beamFactor(offAxisDeg: number, beamDeg: number): number {
  if (offAxisDeg >= 90) return 0
  const exponent = Math.log(0.5) / Math.log(Math.cos(radians(beamDeg / 2)))
  return Math.cos(radians(offAxisDeg)) ** exponent
}

/** A lamp is never taken to be nearer than this: the inverse square law has no meaning inside the housing. */
const NEAREST_M = 0.3

/**
 * Light of one lamp on a surface, in lux: E = I cos θ / r², times level and losses.
 * Holds for sources small against their distance; closer than about five times the source's size a soft
 * source gives less than this says.
 * @source inverse square and cosine law; zero when the surface faces away
 */
export function illuminance(lamp: Lamp, receiver: Receiver): number {
  const dx = receiver.at.xM - lamp.at.xM,
    dy = receiver.at.yM - lamp.at.yM,
    dz = receiver.at.zM - lamp.at.zM
  const r = Math.hypot(dx, dy, dz)
  if (r === 0) return 0
  const axis = directionOf(lamp.bearingDeg, lamp.tiltDeg)
  const cosOffAxis = (dx * axis.xM + dy * axis.yM + dz * axis.zM) / r
  const facing = receiver.facing
  const length = Math.hypot(facing.xM, facing.yM, facing.zM) || 1
  const cosIncidence = -(dx * facing.xM + dy * facing.yM + dz * facing.zM) / (r * length)
  if (cosIncidence <= 0 || cosOffAxis <= 0) return 0
  const intensity = lamp.luxAt1m * beamFactor(degrees(Math.acos(Math.min(1, cosOffAxis))), lamp.beamDeg)
  return (intensity * cosIncidence * lamp.level * 2 ** -lamp.lossStops) / Math.max(r, NEAREST_M) ** 2
}
