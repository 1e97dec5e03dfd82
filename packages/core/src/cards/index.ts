export { cardHistory, cardsIn, copiesOfCard, newestRun, openPlannedCopies, wipeRule } from './cardHistory.ts'
export { type CardHistory, type CardSight, type LackingFiles, mayWipe, type WipeAnswer, type WipeRule } from './wipe.ts'
