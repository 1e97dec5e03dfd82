export { chanceBy, type DayChances, overBy, type PlannedEntry, simulateDays, USUAL_RUNS } from './days.ts'
export { drawn, learnt, normals, type Spread, USUAL_SPREAD } from './spread.ts'
