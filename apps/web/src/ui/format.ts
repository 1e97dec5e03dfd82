export {
  clock,
  degrees,
  exposureError,
  hours,
  lengthText as metres,
  lux,
  minutesSeconds,
  parseRate,
  rate,
  shutter,
  stopName,
} from '@kavrell/core/formats'
export { sayBytes } from '@kavrell/core/wrap'
