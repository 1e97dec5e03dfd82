export {
  coverOf,
  type MomentCover,
  type MomentRecords,
  type MomentState,
  momentState,
  type MomentVisit,
  type OnAir,
  onAirOf,
  visitsOf,
} from './coverOf.ts'
export { type Loss, lossesOf, type Mend, mendsOf } from './losses.ts'
