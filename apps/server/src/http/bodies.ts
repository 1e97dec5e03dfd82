import express, { type RequestHandler } from 'express'
import { keepable } from '../records/keepable.ts'

/** Enough to sign in, to set up or to join. */
const STRANGERS_LIMIT = '16kb'
const MEMBERS_LIMIT = '8mb'

/** Bodies that routes read themselves, once they know that the sender may send them: files. */
const isFile = (path: string) => path === '/productions/import' || /\/uploads\/?$/.test(path)

/** Requests whose text has escapes of single code units in it, which is seldom. */
const escaped = new WeakSet<object>()
const noteEscapes = (req: object, _res: unknown, text: Buffer) => {
  if (text.includes('\\u')) escaped.add(req)
}
const strangers = express.json({ limit: STRANGERS_LIMIT, verify: noteEscapes })
const members = express.json({ limit: MEMBERS_LIMIT, verify: noteEscapes })

/**
 * Reads the body of a request once it is known who sends it: somebody who is not signed in sends little, and what is
 * more is refused before it is read.
 */
export const readBody: RequestHandler = (req, res, next) => {
  if (isFile(req.path)) {
    next()
    return
  }
  const read = res.locals.account ? members : strangers
  read(req, res, (error?: unknown) => {
    // What a stranger goes on sending is not waited for.
    if (error && !res.locals.account) res.set('connection', 'close')
    if (!error && escaped.has(req)) req.body = keepable(req.body)
    next(error)
  })
}
