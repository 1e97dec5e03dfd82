export {
  type Point,
  type Lamp,
  type LampRole,
  type Receiver,
  LAMP_ROLES,
  illuminance,
  beamFactor,
  aimAt,
} from './illuminance.ts'
export { type LitMark, type MarkReading, readMark } from './mark.ts'
export { type LightMap, lightMap, LIGHT_MAP_STEPS, mapStep } from './lightMap.ts'
export { type LampType, LAMP_LIBRARY, lampType } from './library.ts'
export { type WaysOut, waysOut } from './waysOut.ts'
export { setupDifference, type SetupDifference } from './difference.ts'
