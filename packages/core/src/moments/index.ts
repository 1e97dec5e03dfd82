export {
  coverOf,
  type MomentCover,
  type MomentRecords,
  type MomentState,
  momentState,
  type MomentVisit,
  visitsOf,
} from './coverOf.ts'
export { type Loss, lossesOf, type Mend, mendsOf } from './losses.ts'
