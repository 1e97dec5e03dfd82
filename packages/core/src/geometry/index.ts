export { APART_M, freePlace, freeStretch } from './freePlace.ts'
export { type Box, type LabelPlace, placeLabels, type WantedLabel } from './labels.ts'
export {
  alongNearestWall,
  alongWall,
  areaM2,
  crossing,
  type Extent,
  extentOf,
  isInside,
  longestRunM,
  type Outline,
  type OutlineFault,
  outlineFaults,
  PLAN_STEP_M,
  type PlanPoint,
  rectangle,
  snapToPlan,
  type Wall,
  wallsOf,
} from './outline.ts'
export { aimedAt, cornersOf, turnTo } from './turned.ts'
export { along, basis, cross, dot, facing, length, minus, unit, type Vec } from './vector.ts'
