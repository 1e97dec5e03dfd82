export { type CueAt, type CueFault, cueList, type CueRecords, type CuesOf, sayCueFault } from './cueList.ts'
export { cameBy, type Practice, practiceOf, practiceFirst, rehearsalsOf, RIGHT_WITHIN_S } from './practice.ts'
export { type Pace, paceOf, pausesIn, type ReadingTime, readingTime, wordsIn } from './reading.ts'
