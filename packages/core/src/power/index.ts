export { amperes, circuitLoad, type CircuitLoad } from './circuitLoad.ts'
export { generatorKva, type Load, type Placement, placeLoads, type Room } from './placeLoads.ts'
