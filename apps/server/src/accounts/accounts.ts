import { createHash, randomBytes } from 'node:crypto'
import { hash, verify } from '@node-rs/argon2'
import { literal, Op, QueryTypes, type Sequelize, type Transaction, UniqueConstraintError } from 'sequelize'
import { v7 as uuidv7 } from 'uuid'
import type { MembershipRow, ServerModels } from '../records/serverModels.ts'
import type { Me, Member, Role, SessionInfo } from '@kavrell/contract'
import { looksOfName } from '@kavrell/core/text'

const SESSION_DAYS = 30
/** What those wait for one another by who set up at once. */
const FIRST_OWNER = 4_180_001
const tokenHash = (token: string) => createHash('sha256').update(token).digest('hex')

export interface Account {
  readonly id: string
  readonly name: string
}

/** Accounts, sessions and who may enter which production as what. */
export interface Accounts {
  readonly needsOwner: () => Promise<boolean>
  /** Null where the name is that of another account, or looks like it. */
  readonly createAccount: (name: string, password: string | null, demo?: boolean) => Promise<Account | null>
  /** The first account, whose maker owns what they start; null once there is one. However many ask at once, one is made. */
  readonly createOwner: (name: string, password: string) => Promise<Account | null>
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
  /** Who is in a production as what, by account. */
  readonly rolesIn: (productionId: string) => Promise<ReadonlyMap<string, Role>>
  readonly giveRole: (accountId: string, productionId: string, role: Role) => Promise<void>
  /** @param askedBy whose own entry is marked */
  readonly members: (productionId: string, askedBy: string) => Promise<Member[]>
  /**
   * Gives a member another role, or takes them out of a production (null); sessions stay, for others that they are in.
   * The last owner stays one, however many ask at once.
   */
  readonly changeRole: (
    accountId: string,
    productionId: string,
    role: Role | null,
  ) => Promise<'changed' | 'no member' | 'last owner'>
  readonly productionsOf: (accountId: string) => Promise<ReadonlyMap<string, Role>>
  /** A new password ends every session of the account, but the one that is given. */
  readonly setPassword: (accountId: string, password: string, butToken?: string) => Promise<void>
  readonly me: (account: Account | null) => Promise<Me>
}

/** Accounts from before names were compared: each gets what its name looks like, a twin a mark that no name has. */
export async function fillLooks({ account }: ServerModels): Promise<void> {
  for (const row of await account.findAll({ where: { looks: { [Op.is]: null } as never }, order: ['id'] })) {
    const { id, name } = row.get()
    const looks = looksOfName(name)
    const taken = await account.count({ where: { looks } })
    await account.update({ looks: taken > 0 ? `${looks} #${id}` : looks }, { where: { id } })
  }
}

export function openAccounts(database: Sequelize, { account, membership, session }: ServerModels): Accounts {
  /** Every open stream asks again who it is for. */
  const accessChanged = () => database.query("SELECT pg_notify('kavrell_access', '')", { type: QueryTypes.SELECT })
  const known = (row: { id: string; name: string } | undefined): Account | null =>
    row ? { id: row.id, name: row.name } : null
  const create = async (name: string, password: string | null, demo: boolean, transaction?: Transaction) => {
    const id = uuidv7()
    const passwordHash = password === null ? null : await hash(password)
    try {
      await account.create({ id, name, looks: looksOfName(name), passwordHash, demo }, { transaction })
      return { id, name }
    } catch (error) {
      if (error instanceof UniqueConstraintError) return null
      throw error
    }
  }
  const accounts: Accounts = {
    async needsOwner() {
      return (await account.count({ where: { demo: false } })) === 0
    },
    createAccount: (name, password, demo = false) => create(name, password, demo),
    async createOwner(name, password) {
      return database.transaction(async (transaction) => {
        await database.query('SELECT pg_advisory_xact_lock(:key)', { replacements: { key: FIRST_OWNER }, transaction })
        const there = await account.count({ where: { demo: false }, transaction })
        return there > 0 ? null : create(name, password, false, transaction)
      })
    },
    async signIn(name, password) {
      const row = (
        await account.findOne({
          where: { [Op.or]: [{ name }, { looks: looksOfName(name) }] },
          order: [[literal('(name = :name)'), 'DESC']],
          replacements: { name },
        })
      )?.get()
      // A wrong name costs the same time as a wrong password.
      const stored = row?.passwordHash ?? (await UNKNOWN)
      const right = await verify(stored, password)
      return row?.passwordHash && right ? known(row) : null
    },
    async demoAccount(id) {
      return known((await account.findOne({ where: { id, demo: true } }))?.get())
    },
    async openSession({ id }, device) {
      const token = randomBytes(32).toString('base64url')
      const maxAgeMs = SESSION_DAYS * 86400e3
      await session.create({
        tokenHash: tokenHash(token),
        accountId: id,
        device: device.slice(0, 200),
        expiresAt: new Date(Date.now() + maxAgeMs),
      })
      return { token, maxAgeMs }
    },
    async accountOfSession(token) {
      const open = await session.findOne({
        where: { tokenHash: tokenHash(token), expiresAt: { [Op.gt]: new Date() } },
        include: 'account',
      })
      if (!open) return null
      // Once a minute is enough to tell which devices are still in use.
      if (open.get().seenAt.getTime() < Date.now() - 60_000)
        await session.update({ seenAt: new Date() }, { where: { tokenHash: tokenHash(token) } })
      return known(open.get().account!.get())
    },
    async sessions(productionId, currentToken) {
      const roles = await accounts.rolesIn(productionId)
      const rows = await session.findAll({
        where: { accountId: [...roles.keys()], expiresAt: { [Op.gt]: new Date() } },
        include: 'account',
        order: [['seenAt', 'DESC']],
      })
      return rows.map((row): SessionInfo => {
        const { id, accountId, device, openedAt, seenAt, tokenHash: hashed } = row.get()
        return {
          id,
          name: row.get().account!.get().name,
          role: roles.get(accountId)!,
          device,
          openedAt: openedAt.toISOString(),
          seenAt: seenAt.toISOString(),
          current: hashed === tokenHash(currentToken),
        }
      })
    },
    async endSession(productionId, sessionId) {
      const roles = await accounts.rolesIn(productionId)
      const ended = await session.destroy({ where: { id: sessionId, accountId: [...roles.keys()] } })
      await accessChanged()
      return ended > 0
    },
    async hasPassword() {
      return (await account.count({ where: { passwordHash: { [Op.ne]: null } } })) > 0
    },
    async closeSession(token) {
      await session.destroy({ where: { tokenHash: tokenHash(token) } })
      await accessChanged()
    },
    async mayStartProductions(accountId) {
      const row = (await account.findByPk(accountId, { include: 'memberships' }))?.get()
      if (!row) return false
      const roles = row.memberships!.map((m) => m.get().role)
      return roles.length === 0 ? row.passwordHash !== null || row.demo : roles.some(plans)
    },
    async roleOf(accountId, productionId) {
      return (await membership.findOne({ where: { accountId, productionId } }))?.get().role ?? null
    },
    async rolesIn(productionId) {
      const rows = await membership.findAll({ where: { productionId } })
      return new Map(rows.map((row) => [row.get().accountId, row.get().role]))
    },
    async giveRole(accountId, productionId, role) {
      await membership.upsert({ accountId, productionId, role })
      await accessChanged()
    },
    async changeRole(accountId, productionId, role) {
      const answer = await database.transaction(async (transaction) => {
        // All of them are held, in one order: of two owners who leave at once the second is asked when the first has gone.
        const where = { productionId }
        const rows = await membership.findAll({
          where,
          order: ['accountId'],
          lock: transaction.LOCK.UPDATE,
          transaction,
        })
        const mine = rows.find((row) => row.get().accountId === accountId)
        if (!mine) return 'no member'
        const owners = rows.filter((row) => row.get().role === 'owner')
        if (role !== 'owner' && mine.get().role === 'owner' && owners.length === 1) return 'last owner'
        if (role) await mine.update({ role }, { transaction })
        else await mine.destroy({ transaction })
        return 'changed'
      })
      if (answer === 'changed') await accessChanged()
      return answer
    },
    async productionsOf(accountId) {
      const rows = await membership.findAll({ where: { accountId } })
      return new Map(rows.map((row) => [row.get().productionId, row.get().role]))
    },
    async setPassword(accountId, password, butToken) {
      await account.update({ passwordHash: await hash(password) }, { where: { id: accountId } })
      const others = butToken === undefined ? {} : { tokenHash: { [Op.ne]: tokenHash(butToken) } }
      await session.destroy({ where: { accountId, ...others } })
      await accessChanged()
    },
    async members(productionId, askedBy) {
      const rows = await membership.findAll({
        where: { productionId },
        include: 'account',
        order: [['account', 'name', 'ASC']],
      })
      return rows.map((row): Member => {
        const { accountId, role } = row.get()
        const { name, passwordHash } = row.get().account!.get()
        return { accountId, name, role, hasPassword: passwordHash !== null, isMe: accountId === askedBy }
      })
    },
    async me(mine) {
      const [own, demo] = await Promise.all([
        mine
          ? membership.findAll({
              where: { accountId: mine.id },
              include: 'production',
              order: [['productionId', 'DESC']],
            })
          : [],
        membership.findAll({
          include: [{ association: 'account', where: { demo: true } }, { association: 'production' }],
          order: [
            ['accountId', 'ASC'],
            ['productionId', 'ASC'],
          ],
        }),
      ])
      return {
        account: mine,
        productions: own.map((row) => ({ ...inProduction(row), id: row.get().productionId })),
        needsOwner: await accounts.needsOwner(),
        // Each once, with the production they came with: they may have begun others since.
        demo: uniqBy(demo, (row) => row.get().accountId).map((row) => ({
          ...inProduction(row),
          accountId: row.get().accountId,
          name: row.get().account!.get().name,
        })),
      }
    },
  }
  return accounts
}

function uniqBy<T>(list: readonly T[], keyOf: (entry: T) => string): T[] {
  const seen = new Set<string>()
  return list.filter((entry) => !seen.has(keyOf(entry)) && seen.add(keyOf(entry)))
}

const plans = (role: Role) => role === 'owner' || role === 'planner'
const inProduction = (row: { get: () => MembershipRow }) => ({
  title: row.get().production!.get().title,
  role: row.get().role,
})

const UNKNOWN = hash('no account has this password')
