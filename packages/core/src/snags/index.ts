export { findSnags } from './findSnags.ts'
export { type FindingKind, findingKinds } from './kinds.ts'
export { type Mended, mendAll } from './mendAll.ts'
export { evidenceHash, type Finding, type Fix } from './finding.ts'
