import { type AnyRecord, KIND_NAMES, type RecordTable } from '@kavrell/contract'
import type { Transaction } from 'sequelize'
import { type Models, recordFromRow } from './models.ts'

/** Every record of a production, each kind by id. Call inside a transaction for one consistent moment. */
export async function readRecords(
  models: Models,
  productionId: string,
  transaction: Transaction,
): Promise<RecordTable> {
  const tables: Record<string, Record<string, AnyRecord>> = {}
  for (const kind of KIND_NAMES) {
    const rows = (await models[kind].findAll({ where: { productionId }, raw: true, transaction })) as unknown as Record<
      string,
      unknown
    >[]
    tables[kind] = Object.fromEntries(rows.map((row) => [row.id as string, recordFromRow(kind, row)]))
  }
  return tables
}
