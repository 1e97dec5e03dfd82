export { byClap, type ByClap, type Claps } from './byClap.ts'
export {
  AGREE_S,
  assemble,
  type Believed,
  bestReference,
  type Heard,
  type SyncRow,
  type SyncSource,
} from './assemble.ts'
export { isKept, newestPlaces, placesToKeep, putBefore, SAID_BY } from './kept.ts'
export { offAtEndS, type SyncStretch, stretchesOf } from './stretches.ts'
