export { takeBytes, recordingRateMbps, formatBytesParts } from './dataRate.ts'
export { type CardHistory, type WipeRule, type WipeAnswer, mayWipe } from './wipe.ts'
