import { isInside, type Outline, PLAN_STEP_M, type PlanPoint, snapToPlan, wallsOf } from './outline.ts'

/** So far apart two things are told apart and taken by hand, in metres. */
export const APART_M = 0.6

/**
 * The place nearest to a wanted one that lies within an outline and clear of what stands there already; the wanted
 * one itself where that is so, or where no place is. Tried on rings round it, 16 to a ring.
 * @param apartM metres from the middle of what is there, 0.6 unless said otherwise
 */
export function freePlace(
  wanted: PlanPoint,
  taken: readonly PlanPoint[],
  within: Outline | null,
  apartM: number = APART_M,
): PlanPoint {
  const snapped = { xM: snapToPlan(wanted.xM), yM: snapToPlan(wanted.yM) }
  const isFree = (p: PlanPoint) =>
    (!within || isInside(within, p)) && taken.every((t) => Math.hypot(t.xM - p.xM, t.yM - p.yM) >= apartM - 1e-9)
  if (isFree(snapped)) return snapped
  for (let radius = apartM; radius <= 40 * apartM; radius += apartM / 2)
    for (let i = 0; i < 16; i++) {
      const turn = (i / 16) * 2 * Math.PI
      const tried = {
        xM: snapToPlan(snapped.xM + radius * Math.sin(turn)),
        yM: snapToPlan(snapped.yM - radius * Math.cos(turn)),
      }
      if (isFree(tried)) return tried
    }
  return snapped
}

interface Stretch {
  readonly wall: number
  readonly alongM: number
  readonly widthM: number
}

/**
 * A stretch of wall of a width with nothing on it yet: in the middle of the first wall where it is free, else as near
 * to that as it gets, else on the next wall; in the middle of the first wall where no wall has it.
 */
export function freeStretch(
  outline: Outline,
  widthM: number,
  taken: readonly Stretch[],
): { readonly wall: number; readonly alongM: number } {
  const walls = wallsOf(outline)
  const middleOf = (lengthM: number) => snapToPlan(Math.max(0, (lengthM - widthM) / 2))
  for (const { index, lengthM } of walls) {
    const on = taken.filter((t) => t.wall === index)
    const middle = middleOf(lengthM)
    const isFree = (from: number) =>
      from >= 0 &&
      from + widthM <= lengthM + 1e-9 &&
      on.every((t) => from + widthM <= t.alongM + 1e-9 || t.alongM + t.widthM <= from + 1e-9)
    for (let away = 0; away <= lengthM; away += PLAN_STEP_M)
      for (const from of [snapToPlan(middle - away), snapToPlan(middle + away)])
        if (isFree(from)) return { wall: index, alongM: from }
  }
  return { wall: 0, alongM: middleOf(walls[0]!.lengthM) }
}
