export { answerOrder, type OrderFile, readOrderFile } from './orderFile.ts'
export {
  endOf,
  finishOf,
  keepsBefore,
  type Moment,
  NOWHERE,
  type OrderProblem,
  partOf,
  readyAt,
  type Task,
  type Window,
} from './problem.ts'
export { lowerBound } from './bound.ts'
export { MOST_EXACT, solveExactly } from './exact.ts'
export { type Search, solve, type Solved, solving, USUAL_SEARCH } from './solve.ts'
export { type Conflict, whyNot } from './whyNot.ts'
export { type PutBack, putBackCosts } from './putBack.ts'
export { hasWishes, type Weighed, weighed, weighing, type Wishes } from './weigh.ts'
export { searching } from './search.ts'
