import { Op, type Transaction } from 'sequelize'
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
