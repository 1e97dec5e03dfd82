export { answerCover, readCoverFile } from './coverFile.ts'
export { type CameraCourse, type Course, follow } from './follow.ts'
export {
  type Attendant,
  type CoverCamera,
  type CoverProblem,
  handlingSeconds,
  type Intervention,
  type Kind,
} from './problem.ts'
export { type Rota, solveCover } from './solve.ts'
