export { dayReport, type DayReport } from './dayReport.ts'
export { dayTimelineOtio } from './dayTracks.ts'
export { otioTimeline, type TimelineClip } from './openTimelineIo.ts'
export { LOG_COLUMNS, SET_LOGS, setLog, type SetLog, type SetLogKind, type SetLogLine } from './setLog.ts'
