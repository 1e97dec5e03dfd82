export { type OnWall, type OnWallFault, onWallFaults, placedOnWall, type PlacedOnWall } from './opening.ts'
export { lineCrossing, type LineSide, type PlanCamera, reflections, type Seen } from './sight.ts'
export {
  type Obstacle,
  type PlanSun,
  shadowM,
  type SunAtPoint,
  sunInRoom,
  sunOnFace,
  sunOnPlan,
  sunOutdoors,
  type RoofOpening,
  roofPatch,
  sunPatch,
  sunThroughRoof,
  type SunPatch,
  spellsTogether,
  type SunSpell,
  sunSpells,
} from './sunlight.ts'
export { walkWalls } from './walkWalls.ts'
