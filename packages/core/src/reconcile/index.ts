export {
  type DeviceClock,
  type FoundFile,
  type LoggedRun,
  type LoggedTake,
  reconcile,
  type Reconciled,
} from './reconcile.ts'
export { answerReconcile, readReconcileFile } from './reconcileFile.ts'
export { type SpotCheck, spotChecks } from './spotCheck.ts'
