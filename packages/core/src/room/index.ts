export {
  type Extent,
  extentOf,
  type Outline,
  type OutlineFault,
  type PlanPoint,
  type Wall,
  alongWall,
  areaM2,
  isInside,
  longestRunM,
  outlineFaults,
  PLAN_STEP_M,
  rectangle,
  snapToPlan,
  wallsOf,
} from './outline.ts'
export { type OnWall, type OnWallFault, type PlacedOnWall, onWallFaults, outwardDeg, placedOnWall } from './opening.ts'
export {
  type Obstacle,
  type PlanSun,
  type SunAtPoint,
  type SunOnFace,
  type SunPatch,
  type SunSpell,
  shadowM,
  sunInRoom,
  sunOnFace,
  sunOnPlan,
  sunOutdoors,
  sunPatch,
  sunSpells,
} from './sunlight.ts'
export {
  type LineCrossing,
  type LineSide,
  type PlanCamera,
  type Reflection,
  type Seen,
  isInView,
  lineCrossing,
  reflections,
  sideOfLine,
} from './sight.ts'
export { type SpotPlan, cornersOf, isOnWall, outlineOfSpot, sayFault, spotPlan, sunAt } from './spotPlan.ts'
export { type WalkFault, walkWalls } from './walkWalls.ts'
export { type SunStudy, sunStudy } from './sunStudy.ts'
