export { placeWords } from './far.ts'
export { asOf } from './asOf.ts'
export {
  type CardCopy,
  cardHistory,
  cardHoldings,
  type CardInDevice,
  cardsIn,
  copiesOfCard,
  newestRun,
  openPlannedCopies,
  recordedOn,
  wipeRule,
} from './cardHistory.ts'
export { type ExpectedOnCard } from './expected.ts'
export { type CardContents, contentsOf, type HeldCopy } from './contents.ts'
export { cardHeld } from './cardHeld.ts'
export { driveHeld, type Held } from './custody.ts'
export { type CardEvent, cardLife } from './cardLife.ts'
export { type Whereabouts, whereIs, whereThingIs } from './whereIs.ts'
export { type Loss, lossesOf, type Mend } from './losses.ts'
export { type OwnStop, ownStop } from './ownStop.ts'
export { rateOfDevice } from './rates.ts'
export { minutesLeft } from './room.ts'
export { logOfClip, type UnloggedClip, unloggedClips } from './unlogged.ts'
export { type CardHistory, type CardSight, type LackingFiles, mayWipe, type WipeAnswer, type WipeRule } from './wipe.ts'
export { type DayFiles, dayFiles, type Lacks, type Overlapping, type RunFiles } from './dayFiles.ts'
export { type Carrier, type Travelling, type TravelPlan, travelPlan } from './travel.ts'
