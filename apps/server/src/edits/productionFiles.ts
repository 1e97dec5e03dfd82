import { readFile } from 'node:fs/promises'
import { type Sequelize, Transaction } from 'sequelize'
import { v7 as uuidv7 } from 'uuid'
import type { FiledPicture } from '../imports/importing.ts'
import type { ReadImport } from '../imports/readImport.ts'
import type { Manifests } from '../media/manifests.ts'
import { type Models, recordFromRow } from '../records/models.ts'
import type { ServerModels } from '../records/serverModels.ts'
import type { Pictures } from '../uploads/pictures.ts'
import {
  type Attachment,
  FILE_FORMAT,
  FILE_VERSION,
  type FiledProduction,
  type FiledRecord,
  type ProductionFile,
  withFreshIds,
} from '@kavrell/contract'
import { KIND_NAMES, type KindName, KINDS } from '@kavrell/core/records'

type Row = Readonly<Record<string, unknown>> & { loggedAt?: Date; loggedBy?: string }

/** Where a production and what belongs to it is kept. */
export interface Shelves {
  readonly database: Sequelize
  readonly models: Models
  readonly serverModels: ServerModels
  readonly pictures: Pictures
  readonly manifests: Manifests
}

/** A production with all its records, of one moment. */
export async function exportProduction(
  { database, models, serverModels, pictures, manifests }: Shelves,
  productionId: string,
  exportedAt: Date,
): Promise<ProductionFile> {
  return database.transaction({ isolationLevel: Transaction.ISOLATION_LEVELS.REPEATABLE_READ }, async (transaction) => {
    const records = {} as Record<KindName, FiledRecord[]>
    for (const kind of KIND_NAMES) {
      const found = await models[kind].findAll({ where: { productionId }, order: ['id'], raw: true, transaction })
      records[kind] = (found as unknown as Row[]).map((row) => ({
        ...recordFromRow(kind, row),
        ...(KINDS[kind].ledger ? { loggedAt: row.loggedAt!.toISOString(), loggedBy: row.loggedBy! } : {}),
      }))
    }
    const digests = records.copyRun.map((run) => run.manifest as string).filter(Boolean)
    const lists = await manifests.packed(digests, transaction)
    const issued = await serverModels.issuedPaper.findAll({
      where: { productionId },
      order: ['sentSheetId'],
      transaction,
    })
    // A paper whose sheet was never written down is nobody's: issuing was cut off between the two.
    const papers = issued
      .map((row) => row.get())
      .filter(({ sentSheetId }) => records.sentSheet.some(({ id }) => id === sentSheetId))
    const attachments: Attachment[] = []
    for (const upload of await pictures.list(productionId, transaction)) {
      const bytes = await pictures.read(productionId, upload.fileId, false)
      if (bytes) attachments.push({ ...upload, base64: bytes.toString('base64') })
    }
    return {
      format: FILE_FORMAT,
      version: FILE_VERSION,
      exportedAt: exportedAt.toISOString(),
      productionId,
      records,
      attachments,
      manifests: lists.map(({ digest, body }) => ({ digest, base64: body.toString('base64') })),
      papers: papers.map(({ sentSheetId, body }) => ({ sentSheetId, base64: body.toString('base64') })),
    }
  })
}

/**
 * Writes a whole production at once, as it was: ids, numbers of edits and ledgers stay, so that what was
 * newer than what still is. One that is here already comes in as a copy under new ids.
 * @returns the id it now has
 */
export async function importProduction(
  { database, models, serverModels: { editCounter, edit, issuedPaper }, pictures, manifests }: Shelves,
  { file, pictures: brought }: ReadImport,
  author: string,
): Promise<string> {
  const imported = await database.transaction(async (transaction) => {
    const ids = Object.values(file.records).flatMap((list) => list.map(({ id }) => id))
    const known = await editCounter.findByPk(file.productionId, { transaction })
    const here = known || (await anyIsHere(models, file, transaction)) ? withFreshIds(file, uuidv7) : file
    const productionId = here.productionId
    const newest = Math.max(0, ...Object.values(here.records).flatMap((list) => list.map(({ version }) => version)))
    const lists = here.manifests.map(({ digest, base64 }) => ({ digest, body: Buffer.from(base64, 'base64') }))
    const held = await manifests.adopt(lists, transaction)
    // A run that names a list which did not come along proves nothing here.
    const asHeld = (record: FiledRecord): FiledRecord =>
      typeof record.manifest === 'string' && !held.has(record.manifest) ? { ...record, manifest: '' } : record
    for (const kind of KIND_NAMES) {
      const rows = here.records[kind].map((record) => ({ ...asHeld(record), productionId, fieldVersions: {} }))
      if (rows.length > 0) await models[kind].bulkCreate(rows as never, { transaction })
    }
    const papers = here.papers.map(({ sentSheetId, base64 }) => ({ productionId, sentSheetId, body: Buffer.from(base64, 'base64') })) // prettier-ignore
    if (papers.length > 0) await issuedPaper.bulkCreate(papers, { transaction })
    const seq = newest + 1
    await editCounter.create({ productionId, seq }, { transaction })
    // The log of an import begins with the import: what came before it is in the records.
    const label = `Import ${ids.length} records`
    await edit.create({ id: uuidv7(), productionId, seq, label, author, changes: [], before: [] }, { transaction })
    // Asked here: a commit that fails takes its connection with it.
    await database.query('SET CONSTRAINTS ALL IMMEDIATE', { transaction })
    return productionId
  })
  for (const picture of brought) await adopt(pictures, imported, author, picture)
  return imported
}

const adopt = async (pictures: Pictures, productionId: string, author: string, { path, ...upload }: FiledPicture) =>
  pictures.adopt(productionId, author, upload, await readFile(path))

async function anyIsHere(models: Models, file: FiledProduction, transaction: Transaction): Promise<boolean> {
  for (const kind of KIND_NAMES) {
    const ids = file.records[kind].map(({ id }) => id)
    if (ids.length > 0 && (await models[kind].count({ where: { id: ids }, transaction })) > 0) return true
  }
  return false
}
