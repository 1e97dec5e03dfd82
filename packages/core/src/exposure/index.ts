export { exposureChain, safeAngles } from './chain.ts'
export {
  exposureErrorStops,
  illuminanceForStop,
  miredShift,
  ndStopsOfDensity,
  shutterDegrees,
  shutterSeconds,
  slowMotion,
  stopForIlluminance,
  stopsBetween,
} from './exposure.ts'
export { type Flicker, mainsFlicker, steadyShutterDegrees } from './flicker.ts'
