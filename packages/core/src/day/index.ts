export { type BrokenDemand, brokenDemands, demandedPairs } from './demands.ts'
export type { PersonCall } from './calls.ts'
export { changeoverMinutes } from './changeover.ts'
export { fieldsOfItem, standingBy, unitOf, writtenMin } from './dayView.ts'
export { type Drive, driveBetween, journeyBetween, moveMinutes } from './journeys.ts'
export { calledOff, isOutside, turnedRound, weatherDayOf, type WeatherTurn, weatherTurn } from './weather.ts'
export { isOnTheDay, pace, type Pace, progress, type ProgressPoint } from './pace.ts'
export {
  allItems,
  allRows,
  type Beside,
  dayOfShots,
  type DayPlan,
  dayPlans,
  daysInOrder,
  forUnit,
  planDay,
  unitPlans,
} from './planDay.ts'
export type { ShotsRow, TimelineRow } from './timeline.ts'
export type { AgainstScript } from './scriptHours.ts'
export { dailyWindows, lacksWater, type MissedWindow, placeOfShot, type Water, waterOf } from './windows.ts'
export { type DayMinutes, type DayOrderProblem, minutesBetween, orderProblem } from './orderProblem.ts'
export {
  cameraLanes,
  type Consequence,
  consequencesOf,
  type GiveRanks,
  type Lane,
  moveEntries,
  sayConsequences,
  withoutEntries,
} from './moving.ts'
export { type DecisionPoint, fromNow, type FromNow, missedIn, restOfDay } from './fromNow.ts'
export { type EarlierCall, earlierCalls, enoughEarlier } from './earlierCall.ts'
export { type Drop, dropList } from './dropList.ts'
export { type DayOutlook, dayOutlook, type WorkKind, paceRatios, plannedEntries, rolledFirst } from './dayChances.ts'
export { costsAsLines, crewCosts, type PersonCost } from './crewCosts.ts'
export { type AtOnce, type Load, loadsOf } from './hands.ts'
export { type Pages, pagesOf, type ScenePages } from './pages.ts'
export { type Split, type SplitDay, splitting } from './splitDays.ts'
export { type DayMark, dayMarks } from './dayMarks.ts'
export { placesOfDay } from './placesOfDay.ts'
