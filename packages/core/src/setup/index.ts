export { mirrorSights, type MirrorWay, mirrorWays, unwanted } from './mirrorWays.ts'
export { ofSetup } from './ofSetup.ts'
export { letter, planCamera, shotOfPosition } from './planCamera.ts'
export {
  isTooDark,
  lampOf,
  lampsOfSetup,
  luxWanted,
  readSetup,
  type SetupReading,
  type ShotReading,
} from './readSetup.ts'
export { type StagedCamera, type Staging, staging } from './staging.ts'
