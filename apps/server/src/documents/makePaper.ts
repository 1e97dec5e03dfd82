import { callSheetPdf } from './callSheetPdf.ts'
import { callCalendar } from './calendar.ts'
import { callSheetNow } from './callSheetNow.ts'
import { type BoardOf, boardsPdf, moneyCsv, pocketPdf, shotListPdf, shotsCsv } from './shotPapers.ts'
import { lightPlansPdf } from './lightPdf.ts'
import { cardReportPdf } from './cardReportPdf.ts'
import { cuesPdf } from './cuesPdf.ts'
import { labelsPdf } from './labelsPdf.ts'
import { packingPdf } from './packingPdf.ts'
import { patchSheetPdf } from './patchPdf.ts'
import { scriptPdf } from './scriptPdf.ts'
import { setLogCsv, takesCsv } from './wrapExports.ts'
import { setLogPdf } from './setLogPdf.ts'
import { syncPdf } from './syncPdf.ts'
import { wrapPdf } from './wrapPdf.ts'
import { dayReport, dayTimelineOtio, setLog, type SetLogKind } from '@kavrell/core/papers'
import { byId, type Production } from '@kavrell/core/records'

/** Papers that are drawn page by page. */
export type PaperName =
  | 'shot list'
  | 'pocket checklist'
  | 'boards'
  | 'light plans'
  | 'patch sheet'
  | 'packing list'
  | 'cues'
  | 'sync report'
  | 'call sheet'
  | 'large call sheet'
  | 'report'
  | 'script'
/** Tables and files for other programs. */
export type TableName = 'shots.csv' | 'money.csv' | 'takes.csv' | 'report.json' | 'takes.otio'
/** Logs of the set, each as a paper and for other programs. */
export interface LogTask {
  readonly log: SetLogKind
  readonly as: 'pdf' | 'csv' | 'json'
  /** A unit, a device or a card that it is narrowed to. */
  readonly only: string | null
}

/** A person's calls of a day for their calendar, as of a moment. */
export interface CalendarTask {
  readonly calendarOf: string
  readonly atMs: number
}

/** Labels to be stuck on things, and where the program is reached that they lead to. */
export interface LabelsTask {
  readonly labelsAt: string
}

/** What is known of one card. */
export interface CardTask {
  readonly card: string
}

/** What is to be made of a production. */
export interface PaperTask {
  readonly make: PaperName | TableName | LogTask | CalendarTask | LabelsTask | CardTask
  /** The day it is about, for those of a day. */
  readonly dayId: string | null
}
export interface MadePaper {
  readonly body: Uint8Array
  /** What a file of it is called after. */
  readonly production: string
  readonly day: string
  readonly person?: string
  /** Of a call sheet: the one that was issued and still says the same. It is not drawn anew. */
  readonly issued?: { readonly id: string; readonly number: number }
}

/** Makes a paper or a file of a production as it stands; null where there is no such day. */
export async function makePaper(
  production: Production,
  { make, dayId }: PaperTask,
  boardOf: BoardOf,
): Promise<MadePaper | null> {
  const made = (body: Uint8Array | string, day = ''): MadePaper => ({
    body: typeof body === 'string' ? Buffer.from(body) : body,
    production: production.production.title,
    day,
  })
  if (make === 'shot list') return made(await shotListPdf(production))
  if (make === 'pocket checklist') return made(await pocketPdf(production))
  if (make === 'light plans') return made(await lightPlansPdf(production))
  if (make === 'patch sheet') return made(await patchSheetPdf(production))
  if (make === 'cues') return made(await cuesPdf(production))
  if (make === 'sync report') return made(await syncPdf(production))
  if (make === 'packing list') return made(await packingPdf(production))
  if (make === 'boards') return made(await boardsPdf(production, boardOf))
  if (make === 'shots.csv') return made(shotsCsv(production))
  if (make === 'money.csv') return made(moneyCsv(production))
  if (typeof make === 'object' && 'labelsAt' in make) return made(await labelsPdf(production, make.labelsAt))
  if (typeof make === 'object' && 'card' in make) {
    const card = byId(production.card, make.card as never)
    return card ? made(await cardReportPdf(production, card)) : null
  }
  if (make === 'script') return made(await scriptPdf(production, dayId))
  const planned = dayId ? callSheetNow(production, dayId) : null
  if (!planned) return null
  const { paper } = production.production
  const day = planned.dayPlan.day.title
  if (make === 'call sheet') {
    const { issued } = planned
    if (issued) return { ...made('', day), issued: { id: issued.id, number: issued.number } }
    return made(await callSheetPdf(planned.sheet, paper, null, planned.changes), day)
  }
  // What was issued and still says the same is that version, in other letters.
  if (make === 'large call sheet')
    return made(await callSheetPdf(planned.sheet, paper, planned.issued?.number ?? null, planned.changes, true), day)
  if (typeof make === 'object' && 'calendarOf' in make) {
    const person = planned.sheet.people.find(({ personId }) => personId === make.calendarOf)
    if (!person) return null
    const { day: of, place } = planned.dayPlan
    const text = callCalendar(planned.sheet, person, of.id, place.timeZone, planned, make.atMs)
    return { ...made(text, day), person: person.name }
  }
  if (typeof make === 'object') {
    const log = setLog(production, planned.dayPlan, make.log, make.only)
    if (make.as === 'pdf') return made(await setLogPdf(log, paper), day)
    return made(make.as === 'csv' ? setLogCsv(log) : JSON.stringify(log, null, 2), day)
  }
  if (make === 'takes.otio') return made(JSON.stringify(dayTimelineOtio(production, planned.dayPlan), null, 2), day)
  const report = dayReport(production, planned.dayPlan)
  if (make === 'takes.csv') return made(takesCsv(report), day)
  if (make === 'report.json') return made(JSON.stringify(report, null, 2), day)
  return made(await wrapPdf(production.production.title, report, paper), day)
}
