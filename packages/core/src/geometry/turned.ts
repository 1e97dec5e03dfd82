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
