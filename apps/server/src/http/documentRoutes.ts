import { type Endpoint, ENDPOINTS, type FileBytes, type Refusal } from '@kavrell/contract'
import type { PrintedCallSheet } from '@kavrell/core/callSheets'
import { dayReport } from '@kavrell/core/papers'
import type { Sequelize } from 'sequelize'
import { callCalendar } from '../documents/calendar.ts'
import type { Documents, PaperName } from '../documents/documents.ts'
import { type CallSheets, loadProduction, type PlannedCallSheet, callSheetNow } from '../documents/callSheets.ts'
import { goodTakesOtio, takesCsv } from '../documents/wrapExports.ts'
import type { Models } from '../records/models.ts'
import { type Asked, type Serve, sendFile } from './serve.ts'

interface Deps {
  readonly database: Sequelize
  readonly models: Models
  readonly documents: Documents
  readonly sheets: CallSheets
  readonly now: () => Date
}
type OfDay = `/productions/:productionId/days/:dayId/${string}`
interface DayParams {
  readonly productionId: string
  readonly dayId: string
}

/** Paper and files of one day. Names of downloads are made here, never taken from the request. */
export function documentRoutes(serve: Serve, { database, models, documents, sheets, now }: Deps): void {
  const onDay = <P extends OfDay>(
    endpoint: Endpoint<P, undefined, FileBytes>,
    answer: (planned: PlannedCallSheet, asked: Asked<P, undefined>) => Promise<void> | Refusal | void,
  ) =>
    serve.file(endpoint, async (asked) => {
      const { productionId, dayId } = asked.params as unknown as DayParams
      const production = await loadProduction(database, models, productionId)
      const planned = production && callSheetNow(production, dayId)
      if (!planned) return { code: 'not-found', says: 'There is no such day.' }
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
  const json = (value: unknown) => JSON.stringify(value, null, 2)

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
  onDay(ENDPOINTS.reportPdf, async (planned, asked) => {
    sendFile(asked.res, 'application/pdf', fileName(planned, 'report', 'pdf'), await paper(asked, planned, 'report'))
  })
  onDay(ENDPOINTS.takesCsv, (planned, { res }) => {
    const text = takesCsv(dayReport(planned.production, planned.dayPlan))
    sendFile(res, 'text/csv; charset=utf-8', fileName(planned, 'takes', 'csv'), text)
  })
  onDay(ENDPOINTS.reportJson, (planned, { res }) => {
    const text = json(dayReport(planned.production, planned.dayPlan))
    sendFile(res, 'application/json', fileName(planned, 'report', 'json'), text)
  })
  onDay(ENDPOINTS.goodTakesOtio, (planned, { res }) => {
    const text = json(goodTakesOtio(planned.production, planned.dayPlan))
    sendFile(res, 'application/json', fileName(planned, 'good takes', 'otio'), text)
  })
}
