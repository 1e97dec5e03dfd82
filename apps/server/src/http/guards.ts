import { type Refusal, REFUSALS, type Role, RIGHTS } from '@kavrell/contract'
import type { NextFunction, Request, RequestHandler, Response } from 'express'
import { ZodError } from 'zod'
import type { Account, Accounts } from '../accounts/accounts.ts'
import { PaperFailed } from '../documents/documents.ts'

export const COOKIE = 'kavrell'

export const sendRefusal = (res: Response, refusal: Refusal): void => {
  res.status(REFUSALS[refusal.code].status).json({ refusal })
}

/** A download. Its name is made by the server, never taken from the request. */
export const sendFile = (res: Response, type: string, name: string, body: string | Buffer): void => {
  res
    .set({
      'content-type': type,
      'content-disposition': `attachment; filename="${name}"`,
      'cache-control': 'no-store',
    })
    .send(body)
}

export const sessionToken = (req: Request): string | null => {
  const match = new RegExp(`(?:^|; )${COOKIE}=([^;]+)`).exec(req.headers.cookie ?? '')
  return match ? match[1]! : null
}

/** Puts the account of the session, if any, where routes find it. */
export const knowAccount =
  (accounts: Accounts): RequestHandler =>
  async (req, res, next) => {
    const token = sessionToken(req)
    res.locals.account = token ? await accounts.accountOfSession(token) : null
    next()
  }

/** Writes only come from our own pages: another site cannot set this header without asking first. */
export const refuseForeignWrites: RequestHandler = (req, res, next) => {
  if (req.method === 'GET' || req.method === 'HEAD' || req.headers['x-kavrell'] === '1') {
    next()
    return
  }
  sendRefusal(res, { code: 'forbidden', says: 'This request did not come from Kavrell’s own pages.' })
}

/** Asked from the machine that serves, not from the set's network. */
export const isLoopback = (req: Request): boolean => /^(::1|(::ffff:)?127\.)/.test(req.socket.remoteAddress ?? '')

/**
 * Answers only to addresses that are this machine's own: a page elsewhere whose name was made to point here
 * gets nothing.
 */
export const knownHostsOnly =
  (names: readonly string[]): RequestHandler =>
  (req, res, next) => {
    const host = (req.headers.host ?? '').replace(/:\d+$/, '').replace(/^\[|\]$/g, '')
    if (names.includes(host)) next()
    else sendRefusal(res, { code: 'forbidden', says: 'This server is not known by that name.' })
  }

export const accountOf = (res: Response): Account => res.locals.account as Account
export const roleIn = (res: Response): Role => res.locals.role as Role

/** Lets members of the production in the path through; others cannot tell whether it exists. */
export const membersOnly =
  (accounts: Accounts, right?: keyof (typeof RIGHTS)[Role]): RequestHandler =>
  async (req, res, next) => {
    const account = res.locals.account as Account | null
    const productionId = String(req.params.productionId)
    const isId = /^[0-9a-f-]{36}$/i.test(productionId)
    const role = account && isId ? await accounts.roleOf(account.id, productionId) : null
    if (!account) {
      res.status(401).json({ refusal: { code: 'forbidden', says: 'Sign in first.' } })
      return
    }
    if (!role) {
      sendRefusal(res, { code: 'not-found', says: 'There is no such production, or you are not in it.' })
      return
    }
    if (right && !RIGHTS[role][right]) {
      sendRefusal(res, { code: 'forbidden', says: `As ${role} you may not do this.` })
      return
    }
    res.locals.role = role
    next()
  }

/** The last middleware: a body that fails its schema is told why, a bug is logged and told as one. */
export function answerErrors(error: unknown, _req: Request, res: Response, next: NextFunction): void {
  if (res.headersSent) {
    next(error)
    return
  }
  if (error instanceof ZodError) {
    const issue = error.issues[0]!
    sendRefusal(res, { code: 'invalid', kind: '', id: '', field: issue.path.join('.'), says: issue.message })
    return
  }
  const { status, limit } = error as { status?: number; limit?: number }
  if (status === 413) {
    const says = `This is too large: up to ${Math.floor((limit ?? 0) / 1e6)} MB can be brought at once.`
    res.status(status).json({ refusal: { code: 'invalid', kind: '', id: '', field: '', says } })
    return
  }
  if (status && status < 500) {
    res
      .status(status)
      .json({ refusal: { code: 'invalid', kind: '', id: '', field: '', says: 'The request could not be read.' } })
    return
  }
  if (error instanceof PaperFailed) {
    sendRefusal(res, { code: 'not-made', says: error.message })
    return
  }
  // No refusal: whoever asked does not know whether it took effect, and asks again with the same id.
  console.error(error)
  res.status(500).json({ failed: 'The server failed at this. It is tried again.' })
}
