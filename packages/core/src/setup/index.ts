export { mirrorSights, type MirrorWay, mirrorWays, unwanted } from './mirrorWays.ts'
export { type InView, lampsInView } from './lampsInView.ts'
export { ofSetup } from './ofSetup.ts'
export { placeOnCircuits } from './placeOnCircuits.ts'
export { letter, planCamera, shotOfPosition } from './planCamera.ts'
export {
  furthestOff,
  isOff,
  isTooDark,
  lampOf,
  lampsOfSetup,
  luxWanted,
  readSetup,
  type MarkRead,
  type SetupReading,
  type ShotAtMark,
  type ShotReading,
  tooBright,
  worstShot,
} from './readSetup.ts'
export { hasBegun, type SetupStep, setupSteps, stepsFromPlan } from './steps.ts'
export { type StagedCamera, type Staging, staging } from './staging.ts'
export { stageOfSetup } from './stageOfSetup.ts'
