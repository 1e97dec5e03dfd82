import { cross, dot, minus, unit, type Vec } from '../geometry/index.ts'
import { candelaAt, type Candelas } from './candelas.ts'

/** A luminaire put up and aimed, in right-handed axes with z up. */
export interface PlacedLuminaire {
  readonly light: Candelas
  readonly at: Vec
  readonly aimAt: Vec
  /** Turn about its axis. */
  readonly rollDeg: number
  /** Dimmer, 0 to 1. */
  readonly level: number
  readonly lossStops: number
}

export interface TowardsLuminaire {
  readonly gammaDeg: number
  readonly planeDeg: number
  readonly candela: number
}

const DEG = 180 / Math.PI

/**
 * What it sends in a direction. Plane 0 lies along f × up, plane 90 across it; aimed straight down without roll, plane 0
 * is +x and plane 90 is +y.
 * @param direction away from it, unit length
 */
export function towards(
  { light, at, aimAt, rollDeg, level, lossStops }: PlacedLuminaire,
  direction: Vec,
): TowardsLuminaire {
  const axis = unit(minus(aimAt, at))
  const isUpright = Math.hypot(axis[0], axis[1]) < 1e-9
  const right = unit(cross(axis, isUpright ? [0, 1, 0] : [0, 0, 1]))
  const up = cross(right, axis)
  const gammaDeg = Math.acos(Math.max(-1, Math.min(1, dot(axis, direction)))) * DEG
  const turn = Math.atan2(dot(direction, up), dot(direction, right)) * DEG - rollDeg
  const planeDeg = ((turn % 360) + 360) % 360
  return { gammaDeg, planeDeg, candela: candelaAt(light, gammaDeg, planeDeg) * level * 2 ** -lossStops }
}

/** It as a source of light for a scene. */
export const sourceOf = (placed: PlacedLuminaire) => ({
  at: placed.at,
  candela: (direction: Vec) => towards(placed, direction).candela,
})
