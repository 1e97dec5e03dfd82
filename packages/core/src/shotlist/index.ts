export { type LineContext, type ShotLine, type Understood, readShotLine } from './readShotLine.ts'
export { type ShotSize, SHOT_SIZES, distanceForSize } from './size.ts'
export {
  type Coverage,
  type CoverageColumn,
  type CoverageRow,
  COVERAGE_COLUMNS,
  coverage,
  sizeOfShot,
} from './coverage.ts'
export { type MadeShot, type Pattern, PATTERNS, shotsOfPattern } from './patterns.ts'
export { type ShotTaking, DEFAULT_SENSOR, takingOfShot } from './taking.ts'
export { freeCodes, nextCode } from './codes.ts'
export { wontCrop } from './wontCrop.ts'
