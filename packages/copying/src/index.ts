export { type SourceFile, type SourceListing, listFiles } from './listFiles.ts'
export { copyTree, type CopyOutcome, type CopyProgress, type TargetOutcome } from './copyTree.ts'
export { type CopyTarget } from './target.ts'
export { verifyFolder, type VerifyOutcome, type VerifyOptions } from './verifyFolder.ts'
export { type CopiedFile, foldersWithLists } from './hashLists.ts'
export { openThread } from './openThread.ts'
export { hashFile } from './hashFile.ts'
export { sayFault } from './faults.ts'
export {
  type HashLine,
  HASH_NAMES,
  type HashName,
  hashListText,
  parseHashList,
  parseSeal,
  sealText,
  type Seal,
} from './hashList.ts'
