import { Op } from 'sequelize'
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
  return rows.map((row) => ({ ...row.get(), at: row.get().at.toISOString() }))
}
