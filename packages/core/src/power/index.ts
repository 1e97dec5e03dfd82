export { circuitLoad, type CircuitLoad } from './circuitLoad.ts'
