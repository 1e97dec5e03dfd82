export {
  type FrameRate,
  FRAME_RATES,
  frameRate,
  nominalFrames,
  rateName,
  sameRate,
  framesPerSecond,
} from './frameRate.ts'
export {
  type TimecodeRefusal,
  parseTimecode,
  formatTimecode,
  framesPerDay,
  addFrames,
  differenceFrames,
  framesAtSeconds,
  secondsOfFrames,
  frameOfDayClock,
} from './timecode.ts'
export { type BoxSetting, boxAheadMs, type ClockOffset, type ClockSample, clockOffset } from './deviceClock.ts'
