export { putBack, readShotLine, type ShotLine, type Understood } from './readShotLine.ts'
export type { LineContext } from './references.ts'
