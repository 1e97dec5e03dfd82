export type { Column, Field } from './fields.ts'
export { COLOUR_ROLES, FREE_FITTINGS, type PaletteColour, WALL_FITTINGS } from './prepKinds.ts'
export { CAUTIONS, isKindName, KIND_NAMES, type KindName, KINDS, LIGHT_WINDOWS, SIDES } from './kinds.ts'
export {
  type AnyRecord,
  blank,
  type FieldRefusal,
  fieldsOf,
  type RecordFields,
  type RecordOf,
  type Records,
  refuseTogether,
  refuseValue,
  schemaOf,
} from './records.ts'
export {
  applyChanges,
  Change,
  EditBody,
  type EditAccepted,
  invertChanges,
  type LoggedEdit,
  type RecordTable,
  type Refusal,
} from './edits.ts'
export {
  CopyJobBody,
  EnterBody,
  type Invitation,
  InvitationBody,
  INVITED_ROLES,
  type InvitedRole,
  JoinBody,
  type NewInvitation,
  type SessionInfo,
  IssueSheetBody,
  type Job,
  type JobTarget,
  type Me,
  type MediaVolume,
  NewMemberBody,
  NewProductionBody,
  RemindBody,
  RIGHTS,
  type Role,
  ROLES,
  SetUpBody,
  SignInBody,
  type BoxReading,
  type ClockReading,
  type Snapshot,
  type StreamMessage,
  Upload,
  VerifyJobBody,
} from './endpoints.ts'
export { nameOf, type Names, type Read, readValue, showValue, unitOf } from './values.ts'
export { type RefusalCode, REFUSALS } from './refusals.ts'
export { readSnapshot, type Row, type SnapshotOnTheWay } from './snapshot.ts'
export { productionOf } from './production.ts'
export {
  type Attachment,
  FILE_FORMAT,
  FILE_VERSION,
  type FiledRecord,
  type FileFault,
  type ProductionFile,
  readProductionFile,
  withFreshIds,
} from './productionFile.ts'
export {
  newScene,
  type ReadShot,
  type ReadShotTable,
  readShotTable,
  SHOT_COLUMNS,
  shotCell,
  type ShotColumn,
  type ShotTableContext,
  type TableRemark,
  wholeShot,
} from './shotTable.ts'
