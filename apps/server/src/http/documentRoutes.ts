import { dayReport } from '@kavrell/core/wrap'
import { type Request, type Response, Router } from 'express'
import type { Sequelize } from 'sequelize'
import type { Accounts } from '../accounts/accounts.ts'
import { callCalendar } from '../documents/calendar.ts'
import type { Documents, PaperName } from '../documents/documents.ts'
import { loadProduction, type PlannedSheet, sheetNow } from '../documents/sheets.ts'
import { goodTakesOtio, takesCsv } from '../documents/wrapExports.ts'
import type { Models } from '../records/models.ts'
import { membersOnly, sendFile, sendRefusal } from './guards.ts'

interface Deps {
  readonly database: Sequelize
  readonly models: Models
  readonly accounts: Accounts
  readonly documents: Documents
  readonly now: () => Date
}

/** Paper and files of one day. Names of downloads are made here, never taken from the request. */
export function documentRoutes({ database, models, accounts, documents, now }: Deps): Router {
  const router = Router({ mergeParams: true })
  router.use(membersOnly(accounts))
  const withDay =
    (answer: (planned: PlannedSheet, req: Request, res: Response) => Promise<void> | void) =>
    async (req: Request, res: Response) => {
      const { productionId, dayId } = req.params as { productionId: string; dayId: string }
      const production = await loadProduction(database, models, productionId)
      const planned = production && sheetNow(production, dayId)
      if (!planned) {
        sendRefusal(res, { code: 'not-found', says: 'There is no such day.' })
        return
      }
      await answer(planned, req, res)
    }
  const paper = (req: Request, { plan }: PlannedSheet, name: PaperName) =>
    documents.paper(String(req.params.productionId), name, plan.day.id)
  const fileName = (planned: PlannedSheet, what: string, ending: string) =>
    `${planned.production.production.title} ${planned.plan.day.title} ${what}`
      .normalize('NFKD')
      .replace(/[^A-Za-z0-9]+/g, '-')
      .replace(/^-|-$/g, '') + `.${ending}`
  router.get(
    '/call-sheet.pdf',
    withDay(async (planned, req, res) => {
      const what = planned.version === null ? 'call sheet draft' : `call sheet ${planned.version}`
      sendFile(res, 'application/pdf', fileName(planned, what, 'pdf'), await paper(req, planned, 'call sheet'))
    }),
  )
  router.get(
    '/calls/:personId.ics',
    withDay((planned, req, res) => {
      const person = planned.sheet.people.find((p) => p.personId === req.params.personId)
      if (!person) {
        sendRefusal(res, { code: 'not-found', says: 'That person has no call on this day.' })
        return
      }
      const text = callCalendar(
        planned.sheet,
        person,
        planned.plan.day.id,
        planned.plan.place.timeZone,
        planned.version ?? 0,
        now().getTime(),
      )
      sendFile(res, 'text/calendar; charset=utf-8', fileName(planned, `call ${person.name}`, 'ics'), text)
    }),
  )
  router.get(
    '/report.pdf',
    withDay(async (planned, req, res) => {
      sendFile(res, 'application/pdf', fileName(planned, 'report', 'pdf'), await paper(req, planned, 'report'))
    }),
  )
  router.get(
    '/takes.csv',
    withDay((planned, _req, res) => {
      sendFile(
        res,
        'text/csv; charset=utf-8',
        fileName(planned, 'takes', 'csv'),
        takesCsv(dayReport(planned.production, planned.plan)),
      )
    }),
  )
  router.get(
    '/report.json',
    withDay((planned, _req, res) => {
      sendFile(
        res,
        'application/json',
        fileName(planned, 'report', 'json'),
        JSON.stringify(dayReport(planned.production, planned.plan), null, 2),
      )
    }),
  )
  router.get(
    '/good-takes.otio',
    withDay((planned, _req, res) => {
      sendFile(
        res,
        'application/json',
        fileName(planned, 'good takes', 'otio'),
        JSON.stringify(goodTakesOtio(planned.production, planned.plan), null, 2),
      )
    }),
  )
  return router
}
