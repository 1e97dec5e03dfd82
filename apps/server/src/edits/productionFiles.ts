import {
  type Attachment,
  FILE_FORMAT,
  FILE_VERSION,
  type FiledRecord,
  KIND_NAMES,
  type KindName,
  KINDS,
  type ProductionFile,
  withFreshIds,
} from '@kavrell/contract'
import { QueryTypes, type Sequelize, Transaction } from 'sequelize'
import { v7 as uuidv7 } from 'uuid'
import type { Pictures } from '../uploads/pictures.ts'
import { type Models, recordFromRow } from '../records/models.ts'

type Row = Readonly<Record<string, unknown>> & { loggedAt?: Date; loggedBy?: string }

/** A production with all its records, of one moment. */
export async function exportProduction(
  database: Sequelize,
  models: Models,
  pictures: Pictures,
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
    }
  })
}

/**
 * Writes a whole production at once, as it was: ids, numbers of edits and ledgers stay, so that what was
 * newer than what still is. One that is here already comes in as a copy under new ids.
 * @param file as `readProductionFile` gave it
 * @returns the id it now has
 */
export async function importProduction(
  database: Sequelize,
  models: Models,
  pictures: Pictures,
  file: ProductionFile,
  author: string,
): Promise<string> {
  const imported = await database.transaction(async (transaction) => {
    const ids = Object.values(file.records).flatMap((list) => list.map(({ id }) => id))
    const known = await database.query(`SELECT 1 FROM "editCounter" WHERE "productionId" = :id`, {
      replacements: { id: file.productionId },
      type: QueryTypes.SELECT,
      transaction,
    })
    const here = known.length > 0 || (await anyIsHere(models, file, transaction)) ? withFreshIds(file, uuidv7) : file
    const productionId = here.productionId
    const newest = Math.max(0, ...Object.values(here.records).flatMap((list) => list.map(({ version }) => version)))
    for (const kind of KIND_NAMES) {
      const rows = here.records[kind].map((record) => ({ ...record, productionId, fieldVersions: {} }))
      if (rows.length > 0) await models[kind].bulkCreate(rows as never, { transaction })
    }
    await database.query('INSERT INTO "editCounter" ("productionId", seq) VALUES (:productionId, :seq)', {
      replacements: { productionId, seq: newest + 1 },
      transaction,
    })
    // The log of an import begins with the import: what came before it is in the records.
    await database.query(
      `INSERT INTO edit (id, "productionId", seq, label, author, changes, before)
       VALUES (:id, :productionId, :seq, :label, :author, '[]', '[]')`,
      {
        replacements: { id: uuidv7(), productionId, seq: newest + 1, label: `Import ${ids.length} records`, author },
        transaction,
      },
    )
    await database.query('SET CONSTRAINTS ALL IMMEDIATE', { transaction })
    return productionId
  })
  for (const { base64, ...upload } of file.attachments)
    await pictures.adopt(imported, author, upload, Buffer.from(base64, 'base64'))
  return imported
}

async function anyIsHere(models: Models, file: ProductionFile, transaction: Transaction): Promise<boolean> {
  for (const kind of KIND_NAMES) {
    const ids = file.records[kind].map(({ id }) => id)
    if (ids.length > 0 && (await models[kind].count({ where: { id: ids }, transaction })) > 0) return true
  }
  return false
}
