export { type SocketLoad, socketLoads } from './socketLoads.ts'
export { isOnWall, outlineOfSpot, sayFault, spotPlan, type SpotPlan, standsThere, sunAt } from './spotPlan.ts'
export { sunStudy, type SunStudy } from './sunStudy.ts'
export { type Customs, customsOf, type Mains, usualMains } from './customs.ts'
