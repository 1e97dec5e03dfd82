import { type Endpoint, ENDPOINTS, type FileBytes } from '@kavrell/contract'
import type { Production } from '@kavrell/core/records'
import type { Sequelize } from 'sequelize'
import type { Documents, PaperName } from '../documents/documents.ts'
import { loadProduction } from '../documents/callSheets.ts'
import { moneyCsv, shotsCsv } from '../documents/shotPapers.ts'
import type { Models } from '../records/models.ts'
import { type Serve, sendFile } from './serve.ts'

interface Deps {
  readonly database: Sequelize
  readonly models: Models
  readonly documents: Documents
}
type OfProduction = Endpoint<`/productions/:productionId/${string}`, undefined, FileBytes>
const idOf = (params: object) => (params as { readonly productionId: string }).productionId

/** Paper and tables of the whole production. Names of downloads are made here, never taken from the request. */
export function paperRoutes(serve: Serve, { database, models, documents }: Deps): void {
  const paper = (endpoint: OfProduction, paper: PaperName, name: string) =>
    serve.file(endpoint, async ({ res, params }) => {
      sendFile(res, 'application/pdf', name, await documents.paper(idOf(params), paper))
      return undefined
    })
  const table = (endpoint: OfProduction, name: string, make: (production: Production) => string) =>
    serve.file(endpoint, async ({ res, params }) => {
      const production = await loadProduction(database, models, idOf(params))
      if (!production) return { code: 'not-found', says: 'There is no such production.' }
      sendFile(res, 'text/csv; charset=utf-8', name, make(production))
      return undefined
    })
  paper(ENDPOINTS.shotListPdf, 'shot list', 'shot-list.pdf')
  paper(ENDPOINTS.pocketPdf, 'pocket checklist', 'pocket-checklist.pdf')
  paper(ENDPOINTS.boardsPdf, 'boards', 'boards.pdf')
  table(ENDPOINTS.shotsCsv, 'shots.csv', shotsCsv)
  table(ENDPOINTS.moneyCsv, 'money.csv', moneyCsv)
}
