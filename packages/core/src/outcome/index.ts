export { fail, mustBe, ok, type Outcome, outOfRange, type OutOfRange } from './outcome.ts'
export { readWith } from './readWith.ts'
