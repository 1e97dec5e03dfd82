import { createHash, randomBytes } from 'node:crypto'
import { hash, verify } from '@node-rs/argon2'
import { QueryTypes, type Sequelize } from 'sequelize'
import { v7 as uuidv7 } from 'uuid'
import type { Me, Role, SessionInfo } from '@kavrell/contract'

const SESSION_DAYS = 30
const tokenHash = (token: string) => createHash('sha256').update(token).digest('hex')

export interface Account {
  readonly id: string
  readonly name: string
}

/** Accounts, sessions and who may enter which production as what. */
export interface Accounts {
  readonly needsOwner: () => Promise<boolean>
  readonly createAccount: (name: string, password: string | null, demo?: boolean) => Promise<Account | null>
  readonly signIn: (name: string, password: string) => Promise<Account | null>
  readonly demoAccount: (id: string) => Promise<Account | null>
  readonly openSession: (account: Account, device: string) => Promise<{ token: string; maxAgeMs: number }>
  readonly accountOfSession: (token: string) => Promise<Account | null>
  readonly closeSession: (token: string) => Promise<void>
  /** Sessions of everybody in a production. */
  readonly sessions: (productionId: string, currentToken: string) => Promise<SessionInfo[]>
  /** Ends a session of a member; false if there is no such session. */
  readonly endSession: (productionId: string, sessionId: string) => Promise<boolean>
  /** Somebody other than a demo person can sign in with a password. */
  readonly hasPassword: () => Promise<boolean>
  /** Plans some production already, or is in none and can sign in by themselves: not somebody who joined by a link. */
  readonly mayStartProductions: (accountId: string) => Promise<boolean>
  readonly roleOf: (accountId: string, productionId: string) => Promise<Role | null>
  readonly giveRole: (accountId: string, productionId: string, role: Role) => Promise<void>
  readonly members: (productionId: string) => Promise<{ name: string; role: Role }[]>
  readonly me: (account: Account | null) => Promise<Me>
}

export function openAccounts(database: Sequelize): Accounts {
  const select = <T extends object>(sql: string, replacements: Record<string, unknown> = {}) =>
    database.query<T>(sql, { replacements, type: QueryTypes.SELECT })
  const accounts: Accounts = {
    async needsOwner() {
      const [row] = await select<{ n: number }>('SELECT count(*)::int AS n FROM account WHERE NOT demo')
      return row!.n === 0
    },
    async createAccount(name, password, demo = false) {
      const id = uuidv7()
      const passwordHash = password === null ? null : await hash(password)
      const rows = await select(
        'INSERT INTO account (id, name, "passwordHash", demo) VALUES (:id, :name, :passwordHash, :demo) ON CONFLICT (name) DO NOTHING RETURNING id',
        { id, name, passwordHash, demo },
      )
      return rows.length > 0 ? { id, name } : null
    },
    async signIn(name, password) {
      const [row] = await select<Account & { passwordHash: string | null }>(
        'SELECT id, name, "passwordHash" FROM account WHERE name = :name',
        { name },
      )
      // A wrong name costs the same time as a wrong password.
      const stored = row?.passwordHash ?? (await UNKNOWN)
      const right = await verify(stored, password)
      return row?.passwordHash && right ? { id: row.id, name: row.name } : null
    },
    async demoAccount(id) {
      const [row] = await select<Account>('SELECT id, name FROM account WHERE id = :id AND demo', { id })
      return row ?? null
    },
    async openSession(account, device) {
      const token = randomBytes(32).toString('base64url')
      await select(
        'INSERT INTO session ("tokenHash", "accountId", "expiresAt", device) VALUES (:hash, :id, now() + make_interval(days => :days), :device)',
        { hash: tokenHash(token), id: account.id, days: SESSION_DAYS, device: device.slice(0, 200) },
      )
      return { token, maxAgeMs: SESSION_DAYS * 86400e3 }
    },
    async accountOfSession(token) {
      const [row] = await select<Account>(
        'SELECT a.id, a.name FROM session s JOIN account a ON a.id = s."accountId" WHERE s."tokenHash" = :hash AND s."expiresAt" > now()',
        { hash: tokenHash(token) },
      )
      // Once a minute is enough to tell which devices are still in use.
      if (row)
        await select(
          `UPDATE session SET "seenAt" = now() WHERE "tokenHash" = :hash AND "seenAt" < now() - interval '1 minute' RETURNING id`,
          { hash: tokenHash(token) },
        )
      return row ?? null
    },
    async sessions(productionId, currentToken) {
      const rows = await select<SessionInfo & { tokenHash: string }>(
        `SELECT s.id, a.name, m.role, s.device, s."openedAt", s."seenAt", s."tokenHash"
         FROM session s JOIN account a ON a.id = s."accountId" JOIN membership m ON m."accountId" = a.id
         WHERE m."productionId" = :productionId AND s."expiresAt" > now() ORDER BY s."seenAt" DESC`,
        { productionId },
      )
      return rows.map(({ tokenHash: hashed, ...session }) => ({
        ...session,
        current: hashed === tokenHash(currentToken),
      }))
    },
    async endSession(productionId, sessionId) {
      const rows = await select(
        `DELETE FROM session WHERE id = :sessionId AND "accountId" IN
           (SELECT "accountId" FROM membership WHERE "productionId" = :productionId) RETURNING id`,
        { sessionId, productionId },
      )
      return rows.length > 0
    },
    async hasPassword() {
      const [row] = await select<{ n: number }>(
        'SELECT count(*)::int AS n FROM account WHERE "passwordHash" IS NOT NULL',
      )
      return row!.n > 0
    },
    async closeSession(token) {
      await select('DELETE FROM session WHERE "tokenHash" = :hash', { hash: tokenHash(token) })
    },
    async mayStartProductions(accountId) {
      const [row] = await select<{ may: boolean }>(
        `SELECT coalesce(bool_or(m.role IN ('owner', 'planner')), a."passwordHash" IS NOT NULL OR a.demo) AS may
         FROM account a LEFT JOIN membership m ON m."accountId" = a.id WHERE a.id = :accountId GROUP BY a.id`,
        { accountId },
      )
      return row?.may ?? false
    },
    async roleOf(accountId, productionId) {
      const [row] = await select<{ role: Role }>(
        'SELECT role FROM membership WHERE "accountId" = :accountId AND "productionId" = :productionId',
        { accountId, productionId },
      )
      return row?.role ?? null
    },
    async giveRole(accountId, productionId, role) {
      await select(
        'INSERT INTO membership ("accountId", "productionId", role) VALUES (:accountId, :productionId, :role) ON CONFLICT ("accountId", "productionId") DO UPDATE SET role = :role',
        { accountId, productionId, role },
      )
    },
    members: (productionId) =>
      select<{ name: string; role: Role }>(
        'SELECT a.name, m.role FROM membership m JOIN account a ON a.id = m."accountId" WHERE m."productionId" = :productionId ORDER BY a.name',
        { productionId },
      ),
    async me(account) {
      const productions = account
        ? await select<Me['productions'][number]>(
            'SELECT p.id, p.title, m.role FROM membership m JOIN production p ON p.id = m."productionId" WHERE m."accountId" = :id ORDER BY p.id DESC',
            { id: account.id },
          )
        : []
      const demo = await select<Me['demo'][number]>(
        'SELECT a.id AS "accountId", a.name, m.role, p.title FROM account a JOIN membership m ON m."accountId" = a.id JOIN production p ON p.id = m."productionId" WHERE a.demo ORDER BY a.id',
      )
      return { account, productions, needsOwner: await accounts.needsOwner(), demo }
    },
  }
  return accounts
}

const UNKNOWN = hash('no account has this password')
