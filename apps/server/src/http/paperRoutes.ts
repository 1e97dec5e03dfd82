import type { RecordOf, Records } from '@kavrell/contract'
import type { Production } from '@kavrell/core/production'
import { type Request, type Response, Router } from 'express'
import type { Sequelize } from 'sequelize'
import type { Accounts } from '../accounts/accounts.ts'
import { boardsPdf, moneyCsv, pocketPdf, shotListPdf, shotsCsv } from '../documents/shotPapers.ts'
import { loadProduction } from '../documents/sheets.ts'
import type { Models } from '../records/models.ts'
import { cropTo } from '../uploads/crop.ts'
import type { Pictures } from '../uploads/pictures.ts'
import { membersOnly, sendRefusal } from './guards.ts'

interface Deps {
  readonly database: Sequelize
  readonly models: Models
  readonly accounts: Accounts
  readonly pictures: Pictures
}
type Whole = Records & Production

/** Paper and tables of the whole production. Names of downloads are made here, never taken from the request. */
export function paperRoutes({ database, models, accounts, pictures }: Deps): Router {
  const router = Router({ mergeParams: true })
  const idOf = (req: Request) => String(req.params.productionId)
  const answer =
    (type: string, name: string, make: (production: Whole, productionId: string) => Promise<Buffer> | string) =>
    async (req: Request, res: Response) => {
      const production = await loadProduction(database, models, idOf(req))
      if (!production) {
        sendRefusal(res, { code: 'not-found', says: 'There is no such production.' })
        return
      }
      res
        .set({
          'content-type': type,
          'content-disposition': `attachment; filename="${name}"`,
          'cache-control': 'no-store',
        })
        .send(await make(production as unknown as Whole, idOf(req)))
    }
  const member = membersOnly(accounts)
  router.get('/shots.pdf', member, answer('application/pdf', 'shot-list.pdf', shotListPdf))
  router.get('/shots-pocket.pdf', member, answer('application/pdf', 'pocket-checklist.pdf', pocketPdf))
  router.get(
    '/boards.pdf',
    member,
    answer('application/pdf', 'boards.pdf', (production, id) =>
      boardsPdf(
        production,
        (fileId) => pictures.read(id, fileId, false),
        (bytes, board: RecordOf<'picture'>, aspect) => cropTo(bytes, aspect, board.cropX, board.cropY),
      ),
    ),
  )
  router.get('/shots.csv', member, answer('text/csv; charset=utf-8', 'shots.csv', shotsCsv))
  router.get('/money.csv', membersOnly(accounts, 'plan'), answer('text/csv; charset=utf-8', 'money.csv', moneyCsv))
  return router
}
