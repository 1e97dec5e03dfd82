export { mirrorSights, type MirrorWay, mirrorWays, unwanted } from './mirrorWays.ts'
export { type InView, lampsInView, standsInView } from './lampsInView.ts'
export { fixedFittings, fixedLamps } from './fixedLamps.ts'
export { ofSetup } from './ofSetup.ts'
export { type Draw, drawsOfSetup } from './draws.ts'
export { placeOnCircuits, replugged } from './placeOnCircuits.ts'
export { letter, planCamera, shotOfPosition } from './planCamera.ts'
export {
  furthestOff,
  isOff,
  isTooDark,
  lampsOfSetup,
  luxWanted,
  ratioAt,
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
export { kindOfLamp, type LampKind, lampKelvin, lampOf, ownLampFields, ownLampOf } from './lampKind.ts'
export { isPerson } from './receivers.ts'
export { type SetupSky, skyOfSetup } from './daylightOfSetup.ts'
export { onBatteries, type OnBattery } from './batteries.ts'
export { cableRuns, type CableRun, type CableWay } from './cabling.ts'
export { type CueRead, cuesOfSetup, readCues } from './cues.ts'
export {
  AGREES_STOPS,
  type Correction,
  correctionsOf,
  metered,
  type Metered,
  predictedLux,
  simulatedMeter,
} from './meter.ts'
export { type Background, backgrounds, type CameraShadow, cameraShadows, type Glare, glares } from './seenByCamera.ts'
export { facetOfPanel, liesWithin, type SetupStage } from './stageOfSetup.ts'
export { type Misplaced, misplaced, type Standing, standingOf, STANDS_M, inTheWind, type InTheWind } from './stands.ts'
export { type WithoutPiece, withoutPieces } from './withoutPieces.ts'
