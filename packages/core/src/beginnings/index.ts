export { BEGINNINGS, type BeginningName, beginningOf, patternsFor } from './beginnings.ts'
export { type FirstDay, firstDay, firstSetup, nameOnceMeasured, type NewPerson, readPeople } from './first.ts'
export { LIGHT_PATTERNS, lightPattern, type LightPattern } from './lightPatterns.ts'
export { DIRECTORY_FIELDS, type DirectoryEntry, type Merged, mergePeople } from './directory.ts'
