export { clockChangeLine, dayClock, type DayClock } from './dayClock.ts'
export { instantAt, minuteOfDay } from './localTime.ts'
