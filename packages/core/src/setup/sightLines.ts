import { aimedAt, type PlanPoint } from '../geometry/index.ts'
import type { CameraPosition, Mark } from '../records/index.ts'

/** Somewhere in a setup. */
export type Placed = PlanPoint & { readonly heightM: number }

/** Degrees of radians. */
export const degrees = (rad: number): number => (rad * 180) / Math.PI
/** How far two bearings lie apart, 0 to 180°. */
export const apartDeg = (a: number, b: number): number => Math.abs(((a - b + 540) % 360) - 180)
/** How steeply one place looks up to another, −90 to 90°. */
export const liftDeg = (from: Placed, to: Placed): number =>
  degrees(Math.atan2(to.heightM - from.heightM, Math.hypot(to.xM - from.xM, to.yM - from.yM)))

/** How far a camera looks up: to the mark that it is aimed at, else level; degrees. */
export function pitchOf(position: CameraPosition, marks: readonly Mark[]): number {
  const aim = aimedAt(position, position.bearingDeg, marks)
  return aim ? liftDeg(position, aim) : 0
}
