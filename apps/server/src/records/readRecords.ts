import { QueryTypes, type Sequelize, type Transaction } from 'sequelize'
import { type Models, recordFromRow } from './models.ts'
import { type AnyRecord, type Column, fieldsOf, KIND_NAMES, type KindName, type Tables } from '@kavrell/core/records'

/** Every record of a production, each kind by id. Call inside a transaction for one consistent moment. */
export async function readRecords(models: Models, productionId: string, transaction: Transaction): Promise<Tables> {
  const tables: Record<string, Record<string, AnyRecord>> = {}
  for (const kind of KIND_NAMES) {
    const rows = (await models[kind].findAll({ where: { productionId }, raw: true, transaction })) as unknown as Record<
      string,
      unknown
    >[]
    tables[kind] = Object.fromEntries(rows.map((row) => [row.id as string, recordFromRow(kind, row)]))
  }
  return tables as unknown as Tables
}

/** A column as the contract has it, in JSON: moments as ISO text to the millisecond. */
const jsonColumn = (name: string, { type }: Column) =>
  type === 'timestamptz' ? `to_char("${name}" AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"')` : `"${name}"`

const kindRows = (kind: KindName) => {
  const own = Object.entries(fieldsOf(kind)).map(([name, { column }]) => jsonColumn(name, column))
  return `(SELECT coalesce(json_agg(json_build_array(id, version, ${own.join(', ')})), '[]')
    FROM "${kind}" WHERE "productionId" = :productionId)`
}

// Joined as text: the functions that build objects take fifty kinds at most.
const ROWS_JSON = `SELECT '{' || ${KIND_NAMES.map((kind) => `'"${kind}":' || ${kindRows(kind)}::text`).join(" || ',' || ")} || '}' AS json`

/**
 * The rows of a snapshot as JSON text, made by the database in one statement: a production of thousands of
 * records goes out without becoming thousands of objects here.
 */
export async function rowsJson(database: Sequelize, productionId: string, transaction: Transaction): Promise<string> {
  const [row] = await database.query<{ json: string }>(ROWS_JSON, {
    replacements: { productionId },
    type: QueryTypes.SELECT,
    transaction,
  })
  return row!.json
}
