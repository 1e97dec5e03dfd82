export { batteryIn, type BatteryState, poweredUpMs } from './battery.ts'
export {
  type Armed,
  batteryNotChanged,
  changeBattery,
  correct,
  cutTake,
  markShot,
  type Moment,
  moveCard,
  type Pen,
  rollTake,
  type RunPlace,
  startRun,
  stopRuns,
  takeHappens,
} from './entries.ts'
export { freeKey, newestTakes, onTheSlate, rowKey, type SlateChoice, shotKey, type Subject } from './onTheSlate.ts'
export {
  byEntry,
  type DeviceRef,
  gathered,
  isOpenAt,
  nextNumber,
  rollingRuns,
  type RunState,
  runSeconds,
  runStates,
  type SetLog,
} from './runs.ts'
export { type SetClock, setClock, timecodeAt } from './setClock.ts'
export { slateFor } from './slate.ts'
export { shotMarks, shotsClosed, shotsDone, takeSeconds, type TakeState, takeStates } from './takeStates.ts'
