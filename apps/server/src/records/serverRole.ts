import { DatabaseError, type Sequelize } from 'sequelize'
import { KIND_NAMES, KINDS } from '@kavrell/core/records'

const quote = (name: string) => `"${name.replaceAll('"', '""')}"`
const literal = (text: string) => `'${text.replaceAll("'", "''")}'`
/** What is only ever added to. */
const LEDGERS = [...KIND_NAMES.filter((kind) => KINDS[kind].ledger), 'edit', 'copyManifest', 'issuedPaper']
/** Two servers that start at once take turns. */
const LOCK = 4_180_002

const codeOf = (error: unknown) =>
  error instanceof DatabaseError ? (error.parent as { code?: string }).code : undefined

/**
 * Makes the role that the server works as, and lets it do what it needs and no more: rows in and out of the tables that
 * there are, ledgers only added to, nothing made, emptied or dropped.
 * @param owner connected as who owns the tables
 * @param serverUrl whose user and password the role gets
 */
export async function prepareServerRole(owner: Sequelize, serverUrl: string): Promise<void> {
  const { username, password } = new URL(serverUrl)
  const role = quote(decodeURIComponent(username))
  const login = `LOGIN NOSUPERUSER NOCREATEDB NOCREATEROLE PASSWORD ${literal(decodeURIComponent(password))}`
  try {
    await owner.query(`CREATE ROLE ${role} ${login}`)
  } catch (error) {
    // There already, or being made by another at this moment.
    if (!['42710', '23505'].includes(codeOf(error) ?? '')) throw error
    await owner.query(`ALTER ROLE ${role} ${login}`).catch((again: unknown) => {
      if (codeOf(again) !== 'XX000') throw again
    })
  }
  await owner.transaction(async (transaction) => {
    const run = (sql: string) => owner.query(sql, { transaction })
    await run(`SELECT pg_advisory_xact_lock(${LOCK})`)
    await run(`GRANT USAGE ON SCHEMA public TO ${role}`)
    await run(`GRANT SELECT, INSERT, UPDATE, DELETE ON ALL TABLES IN SCHEMA public TO ${role}`)
    await run(`REVOKE UPDATE ON ${LEDGERS.map(quote).join(', ')} FROM ${role}`)
    await run(
      `REVOKE DELETE ON ${LEDGERS.filter((table) => table !== 'issuedPaper')
        .map(quote)
        .join(', ')} FROM ${role}`,
    )
    await run(`REVOKE ALL ON "SequelizeMeta" FROM ${role}`)
  })
}
