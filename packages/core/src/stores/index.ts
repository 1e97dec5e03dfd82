export { careOf, type DayCare, HOT_FROM_C, LONG_DAY_MIN } from './care.ts'
export { daysLeft, type UsedUp, usedUp } from './usedUp.ts'
export { type SceneThing, type SceneThings, thingsByScene } from './worn.ts'
