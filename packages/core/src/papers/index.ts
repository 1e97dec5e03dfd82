export { dayReport, type DayReport } from './dayReport.ts'
export { otioTimeline, type TimelineClip } from './openTimelineIo.ts'
