import { type Endpoint, ENDPOINTS, type FileBytes, type Refusal } from '@kavrell/contract'
import type { PrintedCallSheet } from '@kavrell/core/callSheets'
import { SET_LOGS } from '@kavrell/core/papers'
import type { Documents } from '../documents/documents.ts'
import type { TableName } from '../documents/makePaper.ts'
import type { CallSheets } from '../documents/callSheets.ts'
import { type Serve, sendFile } from './serve.ts'

interface Deps {
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
export function documentRoutes(serve: Serve, { documents, sheets, now }: Deps): void {
  const named = (words: string, ending: string) =>
    words
      .normalize('NFKD')
      .replace(/[^A-Za-z0-9]+/g, '-')
      .replace(/^-|-$/g, '') + `.${ending}`
  serve.file(ENDPOINTS.callSheetPdf, async ({ params: { productionId, dayId }, res }) => {
    const made = await documents.file(productionId, { make: 'call sheet', dayId })
    if (!made) return NO_DAY
    // What was issued is handed out as it was; only what nobody has is drawn as it would be now.
    const kept = made.issued && (await sheets.paper(productionId, made.issued.id))
    if (made.issued && !kept) return NO_DAY
    const what = made.issued ? `call sheet ${made.issued.number}` : 'call sheet draft'
    sendFile(res, 'application/pdf', named(`${made.production} ${made.day} ${what}`, 'pdf'), kept?.body ?? Buffer.from(made.body)) // prettier-ignore
    return undefined
  })
  serve.file(ENDPOINTS.largeCallSheetPdf, async ({ params: { productionId, dayId }, res }) => {
    const made = await documents.file(productionId, { make: 'large call sheet', dayId })
    if (!made) return NO_DAY
    sendFile(res, 'application/pdf', named(`${made.production} ${made.day} call sheet large print`, 'pdf'), Buffer.from(made.body)) // prettier-ignore
    return undefined
  })
  serve.file(ENDPOINTS.issuedSheetPdf, async ({ params, res }) => {
    const kept = await sheets.paper(params.productionId, params.sentSheetId)
    if (!kept) return { code: 'not-found', says: 'There is no such sheet.' }
    const { title, sent, body } = kept
    const { day } = sent.content as unknown as PrintedCallSheet
    sendFile(res, 'application/pdf', named(`${title} ${day} call sheet ${sent.number}`, 'pdf'), body)
    return undefined
  })
  serve.file(ENDPOINTS.callCalendar, async ({ params: { productionId, dayId, personId }, res }) => {
    const made = await documents.file(productionId, { make: { calendarOf: personId, atMs: now().getTime() }, dayId })
    if (!made) return { code: 'not-found', says: 'That person has no call on this day.' }
    sendFile(res, 'text/calendar; charset=utf-8', named(`${made.production} ${made.day} call ${made.person}`, 'ics'), Buffer.from(made.body)) // prettier-ignore
    return undefined
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
