export type { Column, Field } from './fields.ts'
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
  VerifyJobBody,
} from './endpoints.ts'
export { productionOf } from './production.ts'
