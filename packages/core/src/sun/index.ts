export { type SunPosition, sunPosition } from './position.ts'
export { type SunDay, type SunCrossing, sunDay, SUN_ALTITUDES, skyBands } from './sunDay.ts'
export { minuteOfDay, instantAt } from './localTime.ts'
