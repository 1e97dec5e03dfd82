export { recordingRateMbps, takeBytes } from './dataRate.ts'
