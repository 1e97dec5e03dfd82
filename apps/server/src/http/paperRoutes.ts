import type { Records } from '@kavrell/contract'
import type { Production } from '@kavrell/core/production'
import { type Request, type Response, Router } from 'express'
import type { Sequelize } from 'sequelize'
import type { Accounts } from '../accounts/accounts.ts'
import type { Documents, PaperName } from '../documents/documents.ts'
import { moneyCsv, shotsCsv } from '../documents/shotPapers.ts'
import { loadProduction } from '../documents/sheets.ts'
import type { Models } from '../records/models.ts'
import { membersOnly, sendFile, sendRefusal } from './guards.ts'

interface Deps {
  readonly database: Sequelize
  readonly models: Models
  readonly accounts: Accounts
  readonly documents: Documents
}

/** Paper and tables of the whole production. Names of downloads are made here, never taken from the request. */
export function paperRoutes({ database, models, accounts, documents }: Deps): Router {
  const router = Router({ mergeParams: true })
  const idOf = (req: Request) => String(req.params.productionId)
  const paper = (paper: PaperName, name: string) => async (req: Request, res: Response) => {
    sendFile(res, 'application/pdf', name, await documents.paper(idOf(req), paper))
  }
  const table =
    (name: string, make: (production: Records & Production) => string) => async (req: Request, res: Response) => {
      const production = await loadProduction(database, models, idOf(req))
      if (production)
        sendFile(res, 'text/csv; charset=utf-8', name, make(production as unknown as Records & Production))
      else sendRefusal(res, { code: 'not-found', says: 'There is no such production.' })
    }
  const member = membersOnly(accounts)
  router.get('/shots.pdf', member, paper('shot list', 'shot-list.pdf'))
  router.get('/shots-pocket.pdf', member, paper('pocket checklist', 'pocket-checklist.pdf'))
  router.get('/boards.pdf', member, paper('boards', 'boards.pdf'))
  router.get('/shots.csv', member, table('shots.csv', shotsCsv))
  router.get('/money.csv', membersOnly(accounts, 'plan'), table('money.csv', moneyCsv))
  return router
}
