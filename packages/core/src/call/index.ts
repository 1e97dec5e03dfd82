export {
  type CallSheet,
  type PrintedSheet,
  type SheetRow,
  type SheetPerson,
  callSheet,
  changeWords,
  noLongerCalled,
  type SheetChange,
  sheetChanges,
} from './callSheet.ts'
export { CAUTION_LINES } from './cautions.ts'
