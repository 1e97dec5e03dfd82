export type * from './records.ts'
export { byId, spotOfShot, shotsOfItem, slateOf, type DayView, dayView, captureRate, fieldsOfItem } from './dayView.ts'
