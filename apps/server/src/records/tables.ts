import { type Column, fieldsOf, isKindName, type KindName, KINDS } from '@kavrell/core/records'

const quote = (name: string) => `"${name}"`

const columnSql = (name: string, column: Column) =>
  `  ${quote(name)} ${column.type}${column.nullable ? '' : ' NOT NULL'}`

/**
 * The table of one kind as SQL, from its contract. Migrations hold what this printed at their time; a test
 * compares the migrated database with it, so that a changed contract without a migration fails.
 */
function tableSql(kind: KindName): string {
  const { ledger } = KINDS[kind]
  const fields = Object.entries(fieldsOf(kind))
  const lines = [
    '  id uuid PRIMARY KEY',
    '  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED',
    '  version integer NOT NULL',
    '  "fieldVersions" jsonb NOT NULL DEFAULT \'{}\'',
    ...(ledger
      ? [
          '  "loggedAt" timestamptz NOT NULL DEFAULT now()',
          '  "loggedBy" text NOT NULL DEFAULT \'\'',
          '  "loggedById" uuid',
        ]
      : []),
    ...fields.map(([name, { column }]) => columnSql(name, column)),
    ...fields.flatMap(([name, { column }]) =>
      column.ref
        ? [`  FOREIGN KEY (${quote(name)}) REFERENCES ${quote(column.ref)}(id) DEFERRABLE INITIALLY DEFERRED`]
        : [],
    ),
  ]
  const indexes = [
    `CREATE INDEX ON ${quote(kind)} ("productionId");`,
    ...fields.flatMap(([name, { column }]) => (column.ref ? [`CREATE INDEX ON ${quote(kind)} (${quote(name)});`] : [])),
  ]
  const guard = ledger
    ? [
        `CREATE TRIGGER only_added BEFORE UPDATE OR DELETE ON ${quote(kind)} FOR EACH ROW EXECUTE FUNCTION refuse_ledger_change();`,
        `CREATE TRIGGER never_emptied BEFORE TRUNCATE ON ${quote(kind)} FOR EACH STATEMENT EXECUTE FUNCTION refuse_ledger_change();`,
      ]
    : []
  return [`CREATE TABLE ${quote(kind)} (`, lines.join(',\n'), ');', ...indexes, ...guard].join('\n')
}

// npm run table-sql -- palette lens: what a new migration begins from.
if (process.argv[1]?.endsWith('tables.ts'))
  for (const kind of process.argv.slice(2)) if (isKindName(kind)) console.log(`${tableSql(kind)}\n`)
