export { type ClockReason, judgeShown, READ_WITHIN_S, readLabel, type ShownClock } from './shownClock.ts'
export { type DeviceTimecode, deviceTimecodes, ORDINARY_PPM } from './jams.ts'
export { radioRules, type RadioPlan, radioPlan, type RadioTrouble } from './radioPlan.ts'
export { cardAgainstJob, cardFromJob, type OtherThanJob, type ProposedLine } from './cardFromJob.ts'
export {
  isSameSetting,
  type SetUpCard,
  type InHand,
  ratesOfShots,
  setUpCard,
  type SetUpCell,
  type SetUpRecords,
  type Stands,
} from './setUpCard.ts'
export {
  type Heard,
  type ProposedWay,
  type SoundDevice,
  type SoundPath,
  type SoundPlan,
  type SoundRecords,
  soundPlan,
  type Voice,
  waysToMore,
} from './soundPlan.ts'
export {
  type Comb,
  combsOf,
  type SignalDevice,
  type SignalFault,
  signalPlan,
  type SignalRecords,
} from './signalPlan.ts'
export { sayComb, sayOutAfter, saySignalFault } from './saySignals.ts'
