export { newScene } from './cells.ts'
export { SHOT_COLUMNS, shotCell, type ShotField } from './columns.ts'
export { readShotTable, wholeShot } from './readShotTable.ts'
