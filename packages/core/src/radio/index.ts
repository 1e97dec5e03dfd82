export { assignFrequencies } from './assign.ts'
export { type LargestProblem, type LargestSet, largestSet } from './largest.ts'
export { conflictsOf, type RadioConflict, type RadioRules } from './products.ts'
export { answerRadio, gridOf, readRadioFile } from './radioFile.ts'
