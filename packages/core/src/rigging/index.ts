export {
  bagsNeeded,
  counterweightKg,
  gustAtWhichItTips,
  overturning,
  type Overturning,
  reachOfFall,
  type Stood,
} from './overturning.ts'
