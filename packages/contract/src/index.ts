export { type EditAccepted, EditBody, type LoggedEdit, MONEY_FIELDS, type Refusal, withoutMoney } from './edits.ts'
export {
  type BoxReading,
  type ClockReading,
  type DirectoryPerson,
  type OtherCard,
  type ScanReading,
  type Invitation,
  INVITED_ROLES,
  type EveningBegun,
  EveningBody,
  type InvitedRole,
  IssueSheetBody,
  type IssuedSheet,
  type Job,
  type JobTarget,
  type Me,
  type MediaView,
  type MediaVolume,
  type Member,
  type NewInvitation,
  type ReadSheet,
  RIGHTS,
  type Role,
  ROLES,
  type SessionInfo,
  type Snapshot,
  type StreamMessage,
  Upload,
} from './endpoints.ts'
export {
  type Attachment,
  FILE_FORMAT,
  FILE_VERSION,
  type FiledProduction,
  type FiledRecord,
  type FileFault,
  MOST_FAULTS,
  openFileReader,
  type ProductionFile,
  withFreshIds,
} from './productionFile.ts'
export { REFUSALS } from './refusals.ts'
export { readSnapshot, type SnapshotOnTheWay, tablesOf } from './snapshot.ts'
export {
  addressOf,
  type Endpoint,
  ENDPOINTS,
  type FileBytes,
  type ParamNames,
  type Params,
  type Who,
} from './endpointTable.ts'
export { retryDelayMs } from './retrying.ts'
