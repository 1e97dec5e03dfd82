export { toCsv } from './csv.ts'
export { type TimelineClip, otioTimeline } from './openTimelineIo.ts'
export { type HashName, type HashLine, hashListText, parseHashList } from './hashList.ts'
export { clock, parseClock } from './clock.ts'
