export {
  type InOut,
  type Screenplay,
  type ScriptLine,
  type ScriptRemark,
  type ScriptScene,
  eighthsOf,
  pagesText,
  parseScreenplay,
} from './parseScreenplay.ts'
export { type DraftScene, type SceneChange, compareDrafts } from './compareDrafts.ts'
export { spotOfPlace } from './spotOfPlace.ts'
