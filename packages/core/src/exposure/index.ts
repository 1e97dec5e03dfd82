export {
  type Exposure,
  shutterSeconds,
  shutterDegrees,
  stopForIlluminance,
  illuminanceForStop,
  exposureErrorStops,
  stopsBetween,
  ndStopsOfDensity,
  slowMotion,
  type SlowMotion,
  miredShift,
} from './exposure.ts'
export { type Flicker, mainsFlicker, steadyShutterDegrees } from './flicker.ts'
export { type ChainLink, type ChainOf, type PlainExposure, type SafeAngle, exposureChain, safeAngles } from './chain.ts'
