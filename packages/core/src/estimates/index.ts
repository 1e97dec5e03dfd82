export { chanceBy, type DayChances, overBy, type PlannedEntry, simulateDays, USUAL_RUNS } from './days.ts'
export { learnt, learntByKind, normals, type Spread, type Spreads, USUAL_SPREAD } from './spread.ts'
