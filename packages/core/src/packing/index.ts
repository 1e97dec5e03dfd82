export { type Stuck, stuckAt } from './doors.ts'
export { type ChargeTonight, chargeTonight, nightClock, sayChargeWay } from './charge.ts'
export {
  labelKey,
  liftedBy,
  type Loaded,
  ONE_LIFTS_KG,
  type PackedCase,
  type PackedThing,
  type Packing,
  packingOf,
  type Way,
} from './packing.ts'
export { goneWith } from './travel.ts'
export { recase, type Thing, tickOf } from './things.ts'
export type { Wanted } from './wanted.ts'
export { dayWants } from './wanted.ts'
export { type LoadOut, loadOutsOf } from './loadOut.ts'
export { type FirstRoll, firstRollsOf } from './loadIn.ts'
export { type Loading, loadingOf, type LoadTime, loadTimesOf, type LoadWay } from './loading.ts'
export { type NightCircuit, nightCircuits } from './nightCircuits.ts'
