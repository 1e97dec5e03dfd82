import type { NextFunction, Request, RequestHandler, Response } from 'express'
import { ZodError } from 'zod'
import type { Accounts } from '../accounts/accounts.ts'
import { PaperFailed } from '../documents/documents.ts'
import { sendRefusal } from './serve.ts'

export const COOKIE = 'kavrell'

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
    const most =
      limit && limit >= 1e6 ? `up to ${Math.floor(limit / 1e6)} MB` : `up to ${Math.floor((limit ?? 0) / 1e3)} kB`
    sendRefusal(res, { code: 'too-large', says: `This is too large: ${most} can be brought at once.` })
    return
  }
  if (status && status < 500) {
    sendRefusal(res, { code: 'unreadable', says: 'The request could not be read.' })
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
