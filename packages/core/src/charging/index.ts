export {
  ARRIVES,
  type BatteryKind,
  changesIn,
  type Charge,
  chargeNight,
  type ChargePlan,
  minutesFor,
  type Night,
  type Slots,
} from './night.ts'
export { chargeFromSockets, type PluggedPlan } from './sockets.ts'
