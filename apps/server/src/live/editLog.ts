import { literal, Op, type Transaction } from 'sequelize'
import type { ServerModels } from '../records/serverModels.ts'
import type { LoggedEdit } from '@kavrell/contract'

/** Edits of a production after a number, oldest first. */
export async function editsAfter(
  { edit }: ServerModels,
  productionId: string,
  seq: number,
  most = 500,
): Promise<LoggedEdit[]> {
  const rows = await edit.findAll({
    where: { productionId, seq: { [Op.gt]: seq } },
    order: [['seq', 'ASC']],
    limit: most,
  })
  return rows.map((row) => {
    const { authorId: _, at, ...edit } = row.get()
    return { ...edit, at: at.toISOString() }
  })
}

/** Id of the edit of a number; null where there is none. */
export const editOf = async (
  { edit }: Pick<ServerModels, 'edit'>,
  productionId: string,
  seq: number,
  transaction?: Transaction,
): Promise<string | null> =>
  (await edit.findOne({ attributes: ['id'], where: { productionId, seq }, transaction }))?.get().id ?? null

/** What a page of the log has at most, as it lies in the database: packed, about a tenth of its text. */
const PAGE_BYTES = 30_000
const PAGE_EDITS = 50

/** Some edits after a number, oldest first: few where they are large, at least one where there is any. */
export async function pageAfter(models: ServerModels, productionId: string, seq: number): Promise<LoggedEdit[]> {
  const sizes = await models.edit.findAll({
    attributes: ['seq', [literal('pg_column_size(changes) + pg_column_size(before)'), 'bytes']],
    where: { productionId, seq: { [Op.gt]: seq } },
    order: [['seq', 'ASC']],
    limit: PAGE_EDITS,
    raw: true,
  })
  let bytes = 0
  let most = 0
  for (const row of sizes as unknown as { bytes: number }[]) {
    bytes += row.bytes
    if (most > 0 && bytes > PAGE_BYTES) break
    most++
  }
  return most > 0 ? editsAfter(models, productionId, seq, most) : []
}
