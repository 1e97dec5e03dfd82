export { batteryIn, type BatteryState } from './battery.ts'
export {
  byEntry,
  type DeviceRef,
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
