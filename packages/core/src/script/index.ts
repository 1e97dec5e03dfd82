export { compareDrafts, type SceneChange } from './compareDrafts.ts'
export { pagesText, parseScreenplay, type ScriptScene } from './parseScreenplay.ts'
export { spotOfPlace } from './spotOfPlace.ts'
