export { decodeLtc, LtcDecoder } from './decode.ts'
export { encodeLtc, type LtcTrack } from './encode.ts'
export type { LtcFrame, LtcLabel } from './frame.ts'
export { type LtcRun, ltcRuns } from './runs.ts'
