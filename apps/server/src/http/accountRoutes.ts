import {
  type DirectoryPerson,
  ENDPOINTS,
  type InventoryItem,
  type Me,
  type OtherCard,
  type Refusal,
  RIGHTS,
} from '@kavrell/contract'
import { DIRECTORY_FIELDS } from '@kavrell/core/beginnings'
import { fail, ok, type Outcome } from '@kavrell/core/outcome'
import { gathered } from '@kavrell/core/takes'
import type { Request, Response } from 'express'
import { Op, type Sequelize } from 'sequelize'
import type { Account, Accounts } from '../accounts/accounts.ts'
import type { Invitations } from '../accounts/invitations.ts'
import { createProduction } from '../accounts/productions.ts'
import type { Door } from '../edits/door.ts'
import { exportProduction, importProduction } from '../edits/productionFiles.ts'
import { readImport } from '../imports/readImport.ts'
import type { Manifests } from '../media/manifests.ts'
import type { Models } from '../records/models.ts'
import type { ServerModels } from '../records/serverModels.ts'
import type { Pictures } from '../uploads/pictures.ts'
import { COOKIE, isLoopback, sessionToken } from './guards.ts'
import { NAME_TAKEN } from './memberRoutes.ts'
import type { Serve } from './serve.ts'

const no = (code: 'forbidden' | 'not-found', says: string) => fail<Refusal>({ code, says })
const noLink = () => no('not-found', 'This link does not hold any more. Ask for a new one.')

/** An address book of more is none that anybody looks through. */
const MOST_PEOPLE = 5000

/** What a person would call the device: its kind, as far as the browser says. */
const deviceOf = (req: Request): string => {
  const agent = req.headers['user-agent'] ?? ''
  const kind = /iPhone|iPad|Android|Windows|Macintosh|Linux/.exec(agent)?.[0] ?? 'a device'
  const browser = /Firefox|Edg|Chrome|Safari/.exec(agent)?.[0].replace('Edg', 'Edge')
  return browser ? `${kind}, ${browser}` : kind
}

interface Deps {
  readonly accounts: Accounts
  readonly database: Sequelize
  readonly models: Models
  readonly serverModels: ServerModels
  readonly pictures: Pictures
  readonly manifests: Manifests
  readonly door: Door
  readonly now: () => Date
  readonly invitations: Invitations
  /** Where people on the set's network reach this server. */
  readonly address: () => string
}

/** Who one is: setting up, signing in and out, joining by a link. */
export function signInRoutes(serve: Serve, { accounts, invitations }: Deps): void {
  const enter = async (req: Request, res: Response, account: Account): Promise<Outcome<Me, Refusal>> => {
    const { token, maxAgeMs } = await accounts.openSession(account, deviceOf(req))
    res.cookie(COOKIE, token, { httpOnly: true, sameSite: 'strict', maxAge: maxAgeMs, path: '/' })
    return ok(await accounts.me(account))
  }
  serve.on(ENDPOINTS.me, async ({ account }) => ok(await accounts.me(account)))
  serve.on(ENDPOINTS.setUp, async ({ req, res, body: { name, password } }) => {
    if (!isLoopback(req)) return no('forbidden', 'The first password is set on the machine that serves.')
    if (!(await accounts.needsOwner())) return no('forbidden', 'There is an owner already. Sign in.')
    const account = await accounts.createOwner(name, password)
    if (account) return enter(req, res, account)
    return (await accounts.needsOwner()) ? fail(NAME_TAKEN) : no('forbidden', 'There is an owner already. Sign in.')
  })
  serve.on(ENDPOINTS.signIn, async ({ req, res, body: { name, password } }) => {
    const account = await accounts.signIn(name, password)
    return account ? enter(req, res, account) : no('forbidden', 'Name and password do not match.')
  })
  serve.on(ENDPOINTS.enterDemo, async ({ req, res, body }) => {
    if (!isLoopback(req))
      return no('forbidden', 'The demo is entered on the machine that serves. Ask for a link to join.')
    const account = await accounts.demoAccount(body.accountId)
    return account ? enter(req, res, account) : no('not-found', 'There is no such person in the demo.')
  })
  serve.on(ENDPOINTS.signOut, async ({ req, res }) => {
    const token = sessionToken(req)
    if (token) await accounts.closeSession(token)
    res.clearCookie(COOKIE, { path: '/' })
    return ok(await accounts.me(null))
  })
  serve.on(ENDPOINTS.invitation, async ({ params }) => {
    const invitation = await invitations.read(params.token)
    return invitation ? ok({ title: invitation.title, role: invitation.role }) : noLink()
  })
  serve.on(ENDPOINTS.join, async ({ req, res, body: { token, name } }) => {
    const invitation = await invitations.read(token)
    if (!invitation) return noLink()
    const account = await accounts.createAccount(name, null)
    if (!account)
      return fail({ ...NAME_TAKEN, says: 'Somebody here has that name, or one that looks like it. Add your surname.' })
    await accounts.giveRole(account.id, invitation.productionId, invitation.role)
    await invitations.countJoined(invitation.id)
    return enter(req, res, account)
  })
}

/** What one owns stays the same from one production to the next: counts, weights, serials; cases and hirers do not. */
const INVENTORY_FIELDS = ['name', 'answersTo', 'owned', 'serial', 'kg', 'wh', 'ndStops', 'valueMinor', 'state', 'carriesKg', 'ridesCamera', 'insurance', 'note'] as const satisfies readonly (keyof InventoryItem)[] // prettier-ignore
const MOST_THINGS = 20_000

/** Productions that are started, brought in and taken along, and who has access to them. */
export function accessRoutes(serve: Serve, deps: Deps): void {
  const { accounts, invitations, door, now, address } = deps
  /** The productions that somebody plans, by id, with their titles. */
  const plannedBy = async (accountId: string) => {
    const planned = [...(await accounts.productionsOf(accountId))].flatMap(([id, role]) => (RIGHTS[role].plan ? [id] : [])) // prettier-ignore
    const where = { productionId: planned }
    const titles = await deps.models.production.findAll({ where, attributes: ['productionId', 'title'], raw: true })
    return { where, of: new Map((titles as unknown as { productionId: string; title: string }[]).map((row) => [row.productionId, row.title])) } // prettier-ignore
  }
  serve.on(ENDPOINTS.otherCards, async ({ account }) => {
    const { where, of } = await plannedBy(account!.id)
    const lines = (await deps.models.setUpLine.findAll({ where: { ...where, gone: false }, attributes: ['productionId', 'name', 'wanted', 'harm'], order: [['rank', 'ASC']], raw: true })) as unknown as ({ productionId: string } & OtherCard['lines'][number])[] // prettier-ignore
    const cards = gathered(lines, (line) => line.productionId)
    return ok([...cards].map(([productionId, own]) => ({ productionId, of: of.get(productionId) ?? '', lines: own.map(({ name, wanted, harm }) => ({ name, wanted, harm })) }))) // prettier-ignore
  })
  serve.on(ENDPOINTS.directory, async ({ account }) => {
    const { where, of } = await plannedBy(account!.id)
    const people = await deps.models.person.findAll({ where, attributes: ['productionId', ...DIRECTORY_FIELDS], order: ['name', 'id'], limit: MOST_PEOPLE, raw: true }) // prettier-ignore
    return ok((people as unknown as Omit<DirectoryPerson, 'of'>[]).map((person) => ({ ...person, of: of.get(person.productionId) ?? '' }))) // prettier-ignore
  })
  serve.on(ENDPOINTS.inventory, async ({ account }) => {
    const { where, of } = await plannedBy(account!.id)
    const items = await deps.models.kitItem.findAll({ where: { ...where, owned: { [Op.gt]: 0 }, state: { [Op.ne]: 'gone' } }, attributes: ['productionId', ...INVENTORY_FIELDS], limit: MOST_THINGS, raw: true }) // prettier-ignore
    return ok((items as unknown as Omit<InventoryItem, 'of'>[]).map((item) => ({ ...item, of: of.get(item.productionId) ?? '' }))) // prettier-ignore
  })
  serve.on(ENDPOINTS.startProduction, ({ account, body }) => createProduction({ door, accounts, now }, account!, body))
  serve.on(ENDPOINTS.importProduction, ({ req, account }) =>
    readImport(req, async (read) => {
      const id = await importProduction(deps, read, account!.name)
      await accounts.giveRole(account!.id, id, 'owner')
      return { id }
    }),
  )
  serve.file(ENDPOINTS.exportProduction, async ({ params, res }) => {
    const file = await exportProduction(deps, params.productionId, now())
    res.set({ 'content-disposition': 'attachment; filename="production.json"', 'cache-control': 'no-store' }).json(file)
    return undefined
  })
  serve.on(ENDPOINTS.invitations, async ({ params }) => ok(await invitations.list(params.productionId)))
  serve.on(ENDPOINTS.invite, async ({ account, params, body: { role, minutes } }) => {
    const { id, token } = await invitations.create(account!.name, params.productionId, role, minutes)
    const link = `${address()}/join/${token}`
    return ok({ id, address: link })
  })
  serve.on(ENDPOINTS.withdraw, async ({ params: { productionId, id } }) =>
    (await invitations.withdraw(productionId, id)) ? ok(await invitations.list(productionId)) : noLink(),
  )
  serve.on(ENDPOINTS.sessions, async ({ params, req }) =>
    ok(await accounts.sessions(params.productionId, sessionToken(req) ?? '')),
  )
  serve.on(ENDPOINTS.endSession, async ({ params: { productionId, id }, req }) =>
    (await accounts.endSession(productionId, id))
      ? ok(await accounts.sessions(productionId, sessionToken(req) ?? ''))
      : no('not-found', 'That session has ended already.'),
  )
}
