export {
  cardHistory,
  type CardInDevice,
  cardsIn,
  copiesOfCard,
  newestRun,
  openPlannedCopies,
  recordedOn,
  wipeRule,
} from './cardHistory.ts'
export { minutesLeft, rateOfDevice } from './room.ts'
export { type CardHistory, type CardSight, type LackingFiles, mayWipe, type WipeAnswer, type WipeRule } from './wipe.ts'
