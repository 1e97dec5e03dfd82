export { calibration, type Calibration } from './calibration.ts'
export { type Loose, productionWith } from './fixture.ts'
export { lightIsThere } from './sky.ts'
export { placedRow, type PlacedRow } from './placedRow.ts'
