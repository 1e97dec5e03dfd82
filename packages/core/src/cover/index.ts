export { answerCover, readCoverFile } from './coverFile.ts'
export { type CameraCourse, type Course, follow } from './follow.ts'
export {
  type Attendant,
  clocksAfter,
  type CoverCamera,
  type CoverProblem,
  firstClocks,
  handlingSeconds,
  type Intervention,
  type Kind,
  mostWanted,
  needByStep,
  wantingNoMore,
} from './problem.ts'
export { howFarHeld, type Rota, solveAtOnce, solveCover, solveWithin } from './solve.ts'
