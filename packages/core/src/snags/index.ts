export {
  type Finding,
  type Evidence,
  type Fix,
  type PlainChange,
  type Severity,
  evidenceHash,
  withNewIds,
} from './finding.ts'
export { findSnags } from './findSnags.ts'
export {
  type SetupReading,
  type ShotReading,
  isTooDark,
  readSetup,
  lampsOfSetup,
  lampOf,
  shotFlicker,
  deliverablesInOrder,
  filterStops,
  masterDeliverable,
} from './readSetup.ts'
export { type DayPlan, dayPlans, daysInOrder, planDay } from './planDay.ts'
export { cardHistory, wipeRule, copiesOfCard, openPlannedCopies } from './cardHistory.ts'
export { operatorOf } from './checkPlaces.ts'
export { type MirrorWay, mirrorWays, planCamera, shotOfPosition } from './checkPlan.ts'
export { alikeColours } from './checkColour.ts'
export { looksOf } from './checkMatching.ts'
