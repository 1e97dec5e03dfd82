export { type FolderAnswer, foldersToCheck, judgeFolder, strays, UNSEALED } from './folders.ts'
export { c4Id } from './c4.ts'
export {
  type HashLine,
  HASH_NAMES,
  type HashName,
  hashListText,
  parseHashList,
  parseSeal,
  type Seal,
  sealText,
} from './hashList.ts'
export {
  canBeInHistory,
  canBeWritten,
  CHAIN_NAME,
  type ChainLink,
  chainText,
  type Generation,
  generationName,
  generationText,
  type HashAction,
  HISTORY_FOLDER,
  type HistoryFile,
  linesOfHistory,
  parseChain,
  parseGeneration,
} from './history.ts'
export {
  type FoundHistory,
  type FoundList,
  type FoundLists,
  holdsLists,
  isListName,
  isOfLists,
  listName,
  readLists,
  SEAL,
  type WantedFile,
  wantedByLists,
} from './lists.ts'
