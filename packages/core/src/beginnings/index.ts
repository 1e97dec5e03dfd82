export { BEGINNINGS, type BeginningName, beginningOf } from './beginnings.ts'
