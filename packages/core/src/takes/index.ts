export { type SetClock, setClock, timecodeAt } from './setClock.ts'
export { slateFor } from './slate.ts'
export { shotsDone, type TakeState, takeStates } from './takeStates.ts'
