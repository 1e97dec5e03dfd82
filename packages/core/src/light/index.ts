export { daylight, type Daylight, SKIES, type Sky, type SunLamp, sunSource } from './daylight.ts'
export { behindGel, type ColouredLight, gelLossStops, miredsBetween, mixedKelvin } from './mixedColour.ts'
export { setupDifference } from './difference.ts'
export { fittingFamilies, fittingMireds, fittingsOf, LAMP_FITTINGS, type LampFitting } from './fittings.ts'
export { aimAt, type Lamp, type LampRole, sourcesOfLamp } from './lamp.ts'
export { lampFamilies, lampFields, LAMP_LIBRARY, type LampType, lampType, usualCctK } from './library.ts'
export { lightScale, type LightScale } from './lightScale.ts'
export {
  type AmbientLight,
  type Cheeks,
  type DaylightAtMark,
  type FromWhere,
  fromWhere,
  type LampAtMark,
  type MarkReading,
  readMark,
} from './mark.ts'
export { PANEL_LIBRARY, type PanelType } from './panels.ts'
