export { BEGINNINGS, type BeginningName, beginningOf, patternsFor } from './beginnings.ts'
export { type FirstDay, firstDay, firstSetup, type NewPerson, readPeople } from './first.ts'
