export {
  alongWall,
  areaM2,
  crossing,
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
export { cornersOf } from './turned.ts'
