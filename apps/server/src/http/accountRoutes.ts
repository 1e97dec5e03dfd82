import { EnterBody, NewMemberBody, NewProductionBody, SetUpBody, SignInBody } from '@kavrell/contract'
import { type Response, Router } from 'express'
import rateLimit from 'express-rate-limit'
import type { Account, Accounts } from '../accounts/accounts.ts'
import { createProduction } from '../accounts/productions.ts'
import type { Door } from '../edits/door.ts'
import { accountOf, COOKIE, membersOnly, sendRefusal, sessionToken } from './guards.ts'

interface Deps {
  readonly accounts: Accounts
  readonly door: Door
  readonly now: () => Date
  readonly signInsPerMinute: number
}

export function accountRoutes({ accounts, door, now, signInsPerMinute }: Deps): Router {
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
  const enter = async (res: Response, account: Account) => {
    const { token, maxAgeMs } = await accounts.openSession(account)
    res.cookie(COOKIE, token, { httpOnly: true, sameSite: 'strict', maxAge: maxAgeMs, path: '/' })
    res.json(await accounts.me(account))
  }
  router.get('/me', async (_req, res) => {
    res.json(await accounts.me(res.locals.account as Account | null))
  })
  router.post('/set-up', slowly, async (req, res) => {
    const { name, password } = SetUpBody.parse(req.body)
    if (!(await accounts.needsOwner())) {
      sendRefusal(res, { code: 'forbidden', says: 'There is an owner already. Sign in.' })
      return
    }
    const account = await accounts.createAccount(name, password)
    if (!account) {
      sendRefusal(res, {
        code: 'invalid',
        kind: 'account',
        id: '',
        field: 'name',
        says: 'That name is taken. Choose another.',
      })
      return
    }
    await enter(res, account)
  })
  router.post('/sign-in', slowly, async (req, res) => {
    const { name, password } = SignInBody.parse(req.body)
    const account = await accounts.signIn(name, password)
    if (!account) {
      sendRefusal(res, { code: 'forbidden', says: 'Name and password do not match.' })
      return
    }
    await enter(res, account)
  })
  router.post('/enter-demo', slowly, async (req, res) => {
    const account = await accounts.demoAccount(EnterBody.parse(req.body).accountId)
    if (!account) {
      sendRefusal(res, { code: 'not-found', says: 'There is no such person in the demo.' })
      return
    }
    await enter(res, account)
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
  router.get('/productions/:productionId/members', membersOnly(accounts), async (req, res) => {
    res.json(await accounts.members(String(req.params.productionId)))
  })
  router.post('/productions/:productionId/members', slowly, membersOnly(accounts, 'access'), async (req, res) => {
    const { name, password, role } = NewMemberBody.parse(req.body)
    const account = await accounts.createAccount(name, password)
    if (!account) {
      sendRefusal(res, {
        code: 'invalid',
        kind: 'account',
        id: '',
        field: 'name',
        says: 'That name is taken. Choose another.',
      })
      return
    }
    await accounts.giveRole(account.id, String(req.params.productionId), role)
    res.status(201).json(await accounts.members(String(req.params.productionId)))
  })
  return router
}
