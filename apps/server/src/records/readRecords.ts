import { QueryTypes, type Sequelize, type Transaction } from 'sequelize'
import { MONEY_FIELDS, type SnapshotOnTheWay, tablesOf } from '@kavrell/contract'
import { blank, type Column, fieldsOf, KIND_NAMES, type KindName, type Tables } from '@kavrell/core/records'

/** A column as the contract has it, in JSON: moments as ISO text to the millisecond. */
const jsonColumn = (name: string, { type }: Column) =>
  type === 'timestamptz' ? `to_char("${name}" AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"')` : `"${name}"`

const kindRows = (kind: KindName) => {
  const own = Object.entries(fieldsOf(kind)).map(([name, { column }]) => jsonColumn(name, column))
  return `(SELECT coalesce(json_agg(json_build_array(id, version, ${own.join(', ')})), '[]')
    FROM "${kind}" WHERE "productionId" = :productionId)`
}

const ROWS_JSON = `SELECT ${KIND_NAMES.map((kind) => `${kindRows(kind)}::text AS "${kind}"`).join(', ')}`

/** Rows of a kind with what only those see who see the money as it is where nobody has said anything. */
function withoutMoneyIn(kind: KindName, rows: string): string {
  const names = Object.keys(fieldsOf(kind))
  const unsaid = blank(kind) as Readonly<Record<string, unknown>>
  // A row is its id, its version, and its fields in their turn.
  const hidden = (MONEY_FIELDS[kind] ?? []).map((name) => [names.indexOf(name) + 2, unsaid[name]] as const)
  return JSON.stringify((JSON.parse(rows) as unknown[][]).map((row) => hidden.reduce((all, [at, value]) => all.with(at, value), row))) // prettier-ignore
}

/** Rows by kind as JSON text: all of them, and for those who do not see the money. */
export interface RowsJson {
  readonly all: string
  readonly withoutMoney: string
}

/**
 * The rows of a snapshot as JSON text, made by the database in one statement: a production of thousands of
 * records goes out without becoming thousands of objects here.
 */
export async function rowsJson(database: Sequelize, productionId: string, transaction: Transaction): Promise<RowsJson> {
  const [found] = await database.query<Record<KindName, string>>(ROWS_JSON, {
    replacements: { productionId },
    type: QueryTypes.SELECT,
    transaction,
  })
  const joined = (rows: Readonly<Record<KindName, string>>) =>
    `{${KIND_NAMES.map((kind) => `"${kind}":${rows[kind]}`).join(',')}}`
  const rows = found!
  return {
    all: joined(rows),
    withoutMoney: joined({ ...rows, moneyLine: '[]', production: withoutMoneyIn('production', rows.production), person: withoutMoneyIn('person', rows.person) }), // prettier-ignore
  }
}

/** Every record of a production, each kind by id: by the same one statement, since one for each kind takes seventy. */
export async function readRecords(
  database: Sequelize,
  productionId: string,
  transaction: Transaction,
): Promise<Tables> {
  const { all } = await rowsJson(database, productionId, transaction)
  return tablesOf(JSON.parse(all) as SnapshotOnTheWay['rows'])
}
