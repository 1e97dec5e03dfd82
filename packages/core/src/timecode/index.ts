export { boxAheadMs, clockOffset, type ClockSample } from './deviceClock.ts'
export { FRAME_RATES, type FrameRate, framesPerSecond, nominalFrames, rateName, sameRate } from './frameRate.ts'
export {
  addFrames,
  differenceFrames,
  formatTimecode,
  frameOfDayClock,
  parseTimecode,
  secondsOfFrames,
} from './timecode.ts'
