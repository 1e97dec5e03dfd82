export { amperes, circuitLoad, type CircuitLoad } from './circuitLoad.ts'
export { type SocketLoad, socketLoads } from './socketLoads.ts'
