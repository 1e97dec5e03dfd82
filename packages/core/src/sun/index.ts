export { sunPosition } from './position.ts'
export { skyBands, type SunCrossing, sunDay, type SunDay } from './sunDay.ts'
export { SUN_LIGHTS, type SunLight, sunSpans } from './sunSpans.ts'
