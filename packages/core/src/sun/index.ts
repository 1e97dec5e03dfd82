export { instantAt, minuteOfDay } from './localTime.ts'
export { sunPosition } from './position.ts'
export { skyBands, type SunCrossing, sunDay, type SunDay } from './sunDay.ts'
