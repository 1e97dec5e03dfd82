export {
  callSheet,
  type CallSheet,
  changeWords,
  noLongerCalled,
  type PrintedCallSheet,
  type CallSheetChange,
  callSheetChanges,
  type SheetPerson,
} from './callSheet.ts'
export { dayReport, type DayReport } from './dayReport.ts'
export { otioTimeline, type TimelineClip } from './openTimelineIo.ts'
