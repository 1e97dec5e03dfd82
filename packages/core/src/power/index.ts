export { amperes, circuitLoad, type CircuitLoad } from './circuitLoad.ts'
export { generatorKva, type Load, type Placement, placeLoads, type Room } from './placeLoads.ts'
export { batteryMinutes, cablesFor, cablesInWords, MOST_DROP_SHARE, USUAL_CABLE_MM2, voltageDrop } from './cable.ts'
