export { bagsNeeded, gustAtWhichItTips, overturning, type Overturning, type Stood } from './overturning.ts'
