import { QueryTypes, type Sequelize } from 'sequelize'
import type { LoggedEdit } from '@kavrell/contract'

/** Edits of a production after a number, oldest first. */
export async function editsAfter(
  database: Sequelize,
  productionId: string,
  seq: number,
  most = 500,
): Promise<LoggedEdit[]> {
  const rows = await database.query<Omit<LoggedEdit, 'at'> & { at: Date }>(
    'SELECT id, seq, "productionId", label, author, at, changes, before FROM edit WHERE "productionId" = :productionId AND seq > :seq ORDER BY seq LIMIT :most',
    { replacements: { productionId, seq, most }, type: QueryTypes.SELECT },
  )
  return rows.map((row) => ({ ...row, at: row.at.toISOString() }))
}
