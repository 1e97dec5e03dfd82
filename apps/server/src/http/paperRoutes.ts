import { type Endpoint, ENDPOINTS, type FileBytes } from '@kavrell/contract'
import type { Documents } from '../documents/documents.ts'
import type { PaperName, TableName } from '../documents/makePaper.ts'
import { type Serve, sendFile } from './serve.ts'

type OfProduction = Endpoint<`/productions/:productionId/${string}`, undefined, FileBytes>
const idOf = (params: object) => (params as { readonly productionId: string }).productionId

/** Paper and tables of the whole production. Names of downloads are made here, never taken from the request. */
export function paperRoutes(serve: Serve, { documents }: { readonly documents: Documents }): void {
  const paper = (endpoint: OfProduction, paper: PaperName, name: string) =>
    serve.file(endpoint, async ({ res, params }) => {
      sendFile(res, 'application/pdf', name, await documents.paper(idOf(params), paper))
      return undefined
    })
  const table = (endpoint: OfProduction, make: TableName) =>
    serve.file(endpoint, async ({ res, params }) => {
      const made = await documents.file(idOf(params), { make, dayId: null })
      if (!made) return { code: 'not-found', says: 'There is no such production.' }
      sendFile(res, 'text/csv; charset=utf-8', make, Buffer.from(made.body))
      return undefined
    })
  paper(ENDPOINTS.shotListPdf, 'shot list', 'shot-list.pdf')
  paper(ENDPOINTS.pocketPdf, 'pocket checklist', 'pocket-checklist.pdf')
  paper(ENDPOINTS.lightPlansPdf, 'light plans', 'light-plans.pdf')
  paper(ENDPOINTS.patchSheetPdf, 'patch sheet', 'patch-sheet.pdf')
  paper(ENDPOINTS.cuesPdf, 'cues', 'cues.pdf')
  paper(ENDPOINTS.syncPdf, 'sync report', 'sync-report.pdf')
  paper(ENDPOINTS.packingListPdf, 'packing list', 'packing-list.pdf')
  serve.file(ENDPOINTS.labelsPdf, async ({ req, res, params }) => {
    const labelsAt = `${req.protocol}://${req.headers.host ?? 'localhost'}`
    const made = await documents.file(params.productionId, { make: { labelsAt }, dayId: null })
    if (!made) return { code: 'not-found', says: 'There is no such production.' }
    sendFile(res, 'application/pdf', 'labels.pdf', Buffer.from(made.body))
    return undefined
  })
  serve.file(ENDPOINTS.cardReportPdf, async ({ res, params }) => {
    const made = await documents.file(params.productionId, { make: { card: params.cardId }, dayId: null })
    if (!made) return { code: 'not-found', says: 'There is no such card in this production.' }
    sendFile(res, 'application/pdf', 'card.pdf', Buffer.from(made.body))
    return undefined
  })
  paper(ENDPOINTS.boardsPdf, 'boards', 'boards.pdf')
  paper(ENDPOINTS.scriptPdf, 'script', 'script.pdf')
  table(ENDPOINTS.shotsCsv, 'shots.csv')
  table(ENDPOINTS.moneyCsv, 'money.csv')
}
