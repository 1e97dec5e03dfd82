export {
  callSheet,
  type CallSheet,
  changeWords,
  type PrintedCallSheet,
  saysTheSame,
  type SheetPerson,
  type SheetSketch,
  type SheetPlace,
} from './callSheet.ts'
export { type CallSheetChange, callSheetChanges, noLongerCalled } from './changes.ts'
export { newestSheet } from './newestSheet.ts'
export { CAUTION_LINES, LOCAL_RULES } from './cautions.ts'
