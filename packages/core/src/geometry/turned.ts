import type { PlanPoint } from './outline.ts'

/** A rectangle on the plan: its place is its middle, its turn clockwise from the top. */
export interface TurnedRectangle extends PlanPoint {
  readonly widthM: number
  readonly depthM: number
  readonly turnDeg: number
}

/** Corners of a turned rectangle, clockwise from the one at its upper left before it was turned. */
export function cornersOf(f: TurnedRectangle): PlanPoint[] {
  const turn = (f.turnDeg * Math.PI) / 180
  return [
    [-1, -1],
    [1, -1],
    [1, 1],
    [-1, 1],
  ].map(([sx, sy]) => {
    const x = (sx! * f.widthM) / 2,
      y = (sy! * f.depthM) / 2
    return {
      xM: f.xM + x * Math.cos(turn) - y * Math.sin(turn),
      yM: f.yM + x * Math.sin(turn) + y * Math.cos(turn),
    }
  })
}

/** The bearing from one point of a plan to another, 0 up the plan and clockwise, in tenths of a degree. */
export const turnTo = (from: PlanPoint, to: PlanPoint): number => {
  const deg = (Math.atan2(to.xM - from.xM, from.yM - to.yM) * 180) / Math.PI
  return (Math.round(((deg + 360) % 360) * 10) / 10) % 360
}

/** So far beside a thing it still counts as aimed at, in degrees. */
const AIM_DEG = 3

/** What something looks at from where it stands: of the things in that direction the best met, null where it looks past all. */
export function aimedAt<T extends PlanPoint>(from: PlanPoint, bearingDeg: number, things: readonly T[]): T | null {
  let best: { thing: T; off: number } | null = null
  for (const thing of things) {
    const off = Math.abs(((turnTo(from, thing) - bearingDeg + 540) % 360) - 180)
    if (off <= AIM_DEG && (!best || off < best.off)) best = { thing, off }
  }
  return best?.thing ?? null
}
