export { formatBytesParts, sayBytes } from './bytes.ts'
export { clock, hours, lapse, parseClock, parseLapse, stretch } from './clock.ts'
export { toCsv } from './csv.ts'
export {
  asName,
  counted,
  degrees,
  exposureError,
  lux,
  minutesSeconds,
  readFrameRate,
  frameRateText,
  shutter,
  stopName,
} from './readings.ts'
export { fnv1a } from './fnv1a.ts'
export { looksOfName } from './looksAlike.ts'
export { lengthText, parseLength, type Units } from './length.ts'
export { DATE_ORDERS, type DateOrder, dateText, daysBetween, readDate } from './date.ts'
