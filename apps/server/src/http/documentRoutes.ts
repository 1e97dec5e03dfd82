import { type Endpoint, ENDPOINTS, type FileBytes, type Refusal } from '@kavrell/contract'
import type { PrintedCallSheet } from '@kavrell/core/callSheets'
import { SET_LOGS } from '@kavrell/core/papers'
import type { Sequelize } from 'sequelize'
import { callCalendar } from '../documents/calendar.ts'
import { callSheetNow, type PlannedCallSheet } from '../documents/callSheetNow.ts'
import type { Documents } from '../documents/documents.ts'
import type { PaperName, TableName } from '../documents/makePaper.ts'
import { type CallSheets, loadProduction } from '../documents/callSheets.ts'
import { type Asked, type Serve, sendFile } from './serve.ts'

interface Deps {
  readonly database: Sequelize
  readonly documents: Documents
  readonly sheets: CallSheets
  readonly now: () => Date
}
type DayEndpoint = Endpoint<OfDay, undefined, FileBytes>
const LOG_TYPES = { pdf: 'application/pdf', csv: 'text/csv; charset=utf-8', json: 'application/json' } as const
const NO_DAY: Refusal = { code: 'not-found', says: 'There is no such day.' }
type OfDay = `/productions/:productionId/days/:dayId/${string}`
interface DayParams {
  readonly productionId: string
  readonly dayId: string
}

/** Paper and files of one day. Names of downloads are made here, never taken from the request. */
export function documentRoutes(serve: Serve, { database, documents, sheets, now }: Deps): void {
  const onDay = <P extends OfDay>(
    endpoint: Endpoint<P, undefined, FileBytes>,
    answer: (planned: PlannedCallSheet, asked: Asked<P, undefined>) => Promise<void> | Refusal | void,
  ) =>
    serve.file(endpoint, async (asked) => {
      const { productionId, dayId } = asked.params as unknown as DayParams
      const production = await loadProduction(database, productionId)
      const planned = production && callSheetNow(production, dayId)
      if (!planned) return NO_DAY
      return (await answer(planned, asked)) ?? undefined
    })
  const paper = ({ params }: Asked<OfDay, undefined>, { dayPlan }: PlannedCallSheet, name: PaperName) =>
    documents.paper((params as unknown as DayParams).productionId, name, dayPlan.day.id)
  const named = (words: string, ending: string) =>
    words
      .normalize('NFKD')
      .replace(/[^A-Za-z0-9]+/g, '-')
      .replace(/^-|-$/g, '') + `.${ending}`
  const fileName = (planned: PlannedCallSheet, what: string, ending: string) =>
    named(`${planned.production.production.title} ${planned.dayPlan.day.title} ${what}`, ending)

  onDay(ENDPOINTS.callSheetPdf, async (planned, asked) => {
    const { issued } = planned
    // What was issued is handed out as it was; only what nobody has is drawn as it would be now.
    const kept = issued && (await sheets.paper(asked.params.productionId, issued.id))
    const what = issued ? `call sheet ${issued.number}` : 'call sheet draft'
    const body = kept?.body ?? (await paper(asked, planned, 'call sheet'))
    sendFile(asked.res, 'application/pdf', fileName(planned, what, 'pdf'), body)
  })
  serve.file(ENDPOINTS.issuedSheetPdf, async ({ params, res }) => {
    const kept = await sheets.paper(params.productionId, params.sentSheetId)
    if (!kept) return { code: 'not-found', says: 'There is no such sheet.' }
    const { production, sent, body } = kept
    const { day } = sent.content as unknown as PrintedCallSheet
    sendFile(
      res,
      'application/pdf',
      named(`${production.production.title} ${day} call sheet ${sent.number}`, 'pdf'),
      body,
    )
    return undefined
  })
  onDay(ENDPOINTS.callCalendar, (planned, { params, res }) => {
    const person = planned.sheet.people.find((p) => p.personId === params.personId)
    if (!person) return { code: 'not-found', says: 'That person has no call on this day.' }
    const { day, place } = planned.dayPlan
    const text = callCalendar(
      planned.sheet,
      person,
      day.id,
      place.timeZone,
      planned.issued?.number ?? 0,
      now().getTime(),
    )
    sendFile(res, 'text/calendar; charset=utf-8', fileName(planned, `call ${person.name}`, 'ics'), text)
  })
  serve.file(ENDPOINTS.reportPdf, async ({ params: { productionId, dayId }, res }) => {
    const made = await documents.file(productionId, { make: 'report', dayId })
    if (!made) return NO_DAY
    sendFile(res, 'application/pdf', named(`${made.production} ${made.day} report`, 'pdf'), Buffer.from(made.body))
    return undefined
  })
  serve.file(ENDPOINTS.scriptOfDayPdf, async ({ params: { productionId, dayId }, res }) => {
    const made = await documents.file(productionId, { make: 'script', dayId })
    if (!made) return NO_DAY
    sendFile(res, 'application/pdf', named(`${made.production} script`, 'pdf'), Buffer.from(made.body))
    return undefined
  })
  const ofDay = (endpoint: DayEndpoint, make: TableName, type: string) =>
    serve.file(endpoint, async ({ params, res }) => {
      const { productionId, dayId } = params as unknown as DayParams
      const made = await documents.file(productionId, { make, dayId })
      if (!made) return NO_DAY
      const [what, ending] = make.split('.') as [string, string]
      sendFile(res, type, named(`${made.production} ${made.day} ${what}`, ending), Buffer.from(made.body))
      return undefined
    })
  ofDay(ENDPOINTS.takesCsv, 'takes.csv', 'text/csv; charset=utf-8')
  ofDay(ENDPOINTS.reportJson, 'report.json', 'application/json')
  ofDay(ENDPOINTS.takesOtio, 'takes.otio', 'application/json')
  serve.file(ENDPOINTS.setLog, async ({ params: { productionId, dayId, log, only }, res }) => {
    const [kind, as] = log.split('.')
    const found = SET_LOGS.find((one) => one === kind)
    if (!found || !(as === 'pdf' || as === 'csv' || as === 'json'))
      return { code: 'not-found', says: 'A log is such as camera.pdf, sound.csv or editor.json.' }
    const made = await documents.file(productionId, {
      make: { log: found, as, only: only === 'all' ? null : only },
      dayId,
    })
    if (!made) return NO_DAY
    sendFile(res, LOG_TYPES[as], named(`${made.production} ${made.day} ${found} log`, as), Buffer.from(made.body))
    return undefined
  })
}
