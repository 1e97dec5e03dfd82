import {
  EnterBody,
  InvitationBody,
  JoinBody,
  type NewInvitation,
  type Refusal,
  NewMemberBody,
  NewProductionBody,
  SetUpBody,
  readProductionFile,
  SignInBody,
} from '@kavrell/contract'
import express, { type Request, type Response, Router } from 'express'
import type { Sequelize } from 'sequelize'
import rateLimit from 'express-rate-limit'
import QRCode from 'qrcode'
import type { Account, Accounts } from '../accounts/accounts.ts'
import { createProduction } from '../accounts/productions.ts'
import type { Invitations } from '../accounts/invitations.ts'
import type { Door } from '../edits/door.ts'
import { exportProduction, importProduction } from '../edits/productionFiles.ts'
import type { Pictures } from '../uploads/pictures.ts'
import type { Models } from '../records/models.ts'
import { accountOf, COOKIE, isLoopback, membersOnly, sendRefusal, sessionToken } from './guards.ts'

const NAME_TAKEN: Refusal = {
  code: 'invalid',
  kind: 'account',
  id: '',
  field: 'name',
  says: 'That name is taken. Choose another.',
}
const NO_LINK: Refusal = { code: 'not-found', says: 'This link does not hold any more. Ask for a new one.' }

const isId = (text: string) => /^[0-9a-f-]{36}$/i.test(text)

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
  readonly pictures: Pictures
  readonly door: Door
  readonly now: () => Date
  readonly signInsPerMinute: number
  readonly invitations: Invitations
  /** Where people on the set's network reach this server. */
  readonly address: () => string
}

export function accountRoutes({
  database,
  models,
  pictures,
  accounts,
  door,
  now,
  signInsPerMinute,
  invitations,
  address,
}: Deps): Router {
  const router = Router()
  const slowly = rateLimit({
    windowMs: 60_000,
    limit: signInsPerMinute,
    standardHeaders: true,
    legacyHeaders: false,
    handler: (_req, res) => {
      res.status(429).json({ refusal: { code: 'forbidden', says: 'Too many tries. Wait a minute.' } })
    },
  })
  const enter = async (req: Request, res: Response, account: Account) => {
    const { token, maxAgeMs } = await accounts.openSession(account, deviceOf(req))
    res.cookie(COOKIE, token, { httpOnly: true, sameSite: 'strict', maxAge: maxAgeMs, path: '/' })
    res.json(await accounts.me(account))
  }
  router.get('/me', async (_req, res) => {
    res.json(await accounts.me(res.locals.account as Account | null))
  })
  router.post('/set-up', slowly, async (req, res) => {
    const { name, password } = SetUpBody.parse(req.body)
    if (!isLoopback(req)) {
      sendRefusal(res, { code: 'forbidden', says: 'The first password is set on the machine that serves.' })
      return
    }
    if (!(await accounts.needsOwner())) {
      sendRefusal(res, { code: 'forbidden', says: 'There is an owner already. Sign in.' })
      return
    }
    const account = await accounts.createAccount(name, password)
    if (!account) {
      sendRefusal(res, NAME_TAKEN)
      return
    }
    await enter(req, res, account)
  })
  router.post('/sign-in', slowly, async (req, res) => {
    const { name, password } = SignInBody.parse(req.body)
    const account = await accounts.signIn(name, password)
    if (!account) {
      sendRefusal(res, { code: 'forbidden', says: 'Name and password do not match.' })
      return
    }
    await enter(req, res, account)
  })
  router.post('/enter-demo', slowly, async (req, res) => {
    if (!isLoopback(req)) {
      sendRefusal(res, {
        code: 'forbidden',
        says: 'The demo is entered on the machine that serves. Ask for a link to join.',
      })
      return
    }
    const account = await accounts.demoAccount(EnterBody.parse(req.body).accountId)
    if (!account) {
      sendRefusal(res, { code: 'not-found', says: 'There is no such person in the demo.' })
      return
    }
    await enter(req, res, account)
  })
  router.post('/sign-out', async (req, res) => {
    const token = sessionToken(req)
    if (token) await accounts.closeSession(token)
    res.clearCookie(COOKIE, { path: '/' }).json(await accounts.me(null))
  })
  router.post('/productions', async (req, res) => {
    if (!res.locals.account) {
      res.status(401).json({ refusal: { code: 'forbidden', says: 'Sign in first.' } })
      return
    }
    const outcome = await createProduction({ door, accounts, now }, accountOf(res), NewProductionBody.parse(req.body))
    if (!outcome.ok) {
      sendRefusal(res, outcome.error)
      return
    }
    res.status(201).json(outcome.value)
  })
  router.post('/productions/import', express.json({ limit: '600mb' }), async (req, res) => {
    if (!res.locals.account) {
      res.status(401).json({ refusal: { code: 'forbidden', says: 'Sign in first.' } })
      return
    }
    const read = readProductionFile(req.body)
    if (!read.ok) {
      const says = read.error
        .slice(0, 20)
        .map((f) => [f.kind, f.id.slice(-4), f.field, f.says].filter(Boolean).join(' '))
      const more = read.error.length > 20 ? ` And ${read.error.length - 20} more.` : ''
      sendRefusal(res, {
        code: 'invalid',
        kind: '',
        id: '',
        field: '',
        says: `Nothing was imported. ${says.join(' ')}${more}`,
      })
      return
    }
    const account = accountOf(res)
    const id = await importProduction(database, models, pictures, read.value, account.name)
    await accounts.giveRole(account.id, id, 'owner')
    res.status(201).json({ id })
  })
  router.get('/productions/:productionId/export.json', membersOnly(accounts, 'plan'), async (req, res) => {
    const file = await exportProduction(database, models, pictures, String(req.params.productionId), now())
    res.set({ 'content-disposition': 'attachment; filename="production.json"', 'cache-control': 'no-store' }).json(file)
  })
  router.get('/productions/:productionId/members', membersOnly(accounts), async (req, res) => {
    res.json(await accounts.members(String(req.params.productionId)))
  })
  router.post('/productions/:productionId/members', slowly, membersOnly(accounts, 'access'), async (req, res) => {
    const { name, password, role } = NewMemberBody.parse(req.body)
    const account = await accounts.createAccount(name, password)
    if (!account) {
      sendRefusal(res, NAME_TAKEN)
      return
    }
    await accounts.giveRole(account.id, String(req.params.productionId), role)
    res.status(201).json(await accounts.members(String(req.params.productionId)))
  })

  router.get('/join/:token', slowly, async (req, res) => {
    const invitation = await invitations.read(String(req.params.token))
    if (!invitation) {
      sendRefusal(res, NO_LINK)
      return
    }
    res.json({ title: invitation.title, role: invitation.role })
  })
  router.post('/join', slowly, async (req, res) => {
    const { token, name } = JoinBody.parse(req.body)
    const invitation = await invitations.read(token)
    if (!invitation) {
      sendRefusal(res, NO_LINK)
      return
    }
    const account = await accounts.createAccount(name, null)
    if (!account) {
      sendRefusal(res, { ...NAME_TAKEN, says: 'That name is taken here. Add your surname.' })
      return
    }
    await accounts.giveRole(account.id, invitation.productionId, invitation.role)
    await invitations.countJoined(invitation.id)
    await enter(req, res, account)
  })
  const owned = membersOnly(accounts, 'access')
  router.get('/productions/:productionId/invitations', owned, async (req, res) => {
    res.json(await invitations.list(String(req.params.productionId)))
  })
  router.post('/productions/:productionId/invitations', owned, async (req, res) => {
    const { role, minutes } = InvitationBody.parse(req.body)
    const { id, token } = await invitations.create(accountOf(res).name, String(req.params.productionId), role, minutes)
    const link = `${address()}/join/${token}`
    const qr = await QRCode.toString(link, { type: 'svg', margin: 2 })
    res.status(201).json({ id, address: link, qr } satisfies NewInvitation)
  })
  router.post('/productions/:productionId/invitations/:id/withdraw', owned, async (req, res) => {
    const { productionId, id } = req.params as { productionId: string; id: string }
    if (!isId(id) || !(await invitations.withdraw(productionId, id))) {
      sendRefusal(res, NO_LINK)
      return
    }
    res.json(await invitations.list(productionId))
  })
  router.get('/productions/:productionId/sessions', owned, async (req, res) => {
    res.json(await accounts.sessions(String(req.params.productionId), sessionToken(req) ?? ''))
  })
  router.post('/productions/:productionId/sessions/:id/end', owned, async (req, res) => {
    const { productionId, id } = req.params as { productionId: string; id: string }
    if (!isId(id) || !(await accounts.endSession(productionId, id))) {
      sendRefusal(res, { code: 'not-found', says: 'That session has ended already.' })
      return
    }
    res.json(await accounts.sessions(productionId, sessionToken(req) ?? ''))
  })
  return router
}
