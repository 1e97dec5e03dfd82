import type { Endpoint, FileBytes, Params, Refusal, Role } from '@kavrell/contract'
import { REFUSALS, RIGHTS } from '@kavrell/contract'
import type { Outcome } from '@kavrell/core/outcome'
import type { Request, RequestHandler, Response, Router } from 'express'
import rateLimit from 'express-rate-limit'
import type { Account, Accounts } from '../accounts/accounts.ts'

export const sendRefusal = (res: Response, refusal: Refusal): void => {
  res.status(REFUSALS[refusal.code].status).json({ refusal })
}

const NO_SUCH_ID: Refusal = { code: 'not-found', says: 'There is nothing at this address.' }

/** Who asks what, once it is known that they may. */
export interface Asked<P extends string, B> {
  readonly params: Params<P>
  readonly body: B
  /** Null for somebody who is not signed in, where anybody may ask. */
  readonly account: Account | null
  /** Null outside a production. */
  readonly role: Role | null
  readonly req: Request
  readonly res: Response
}

/** Answers an endpoint of the table: with its answer or a refusal. `undefined` where the handler has sent it itself. */
export type Handler<P extends string, B, A> = (
  asked: Asked<P, B>,
) => Promise<Outcome<A, Refusal> | undefined> | Outcome<A, Refusal> | undefined

export interface Serve {
  readonly on: <P extends string, B, A>(endpoint: Endpoint<P, B, A>, handle: Handler<P, B, A>) => void
  /** An endpoint whose answer is a file: the handler sends it, or refuses. */
  readonly file: <P extends string>(
    endpoint: Endpoint<P, undefined, FileBytes>,
    handle: (asked: Asked<P, undefined>) => Promise<Refusal | undefined> | Refusal | undefined,
  ) => void
}

const UUID = /^[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i
/** Names of parts of an address that are ids of records; a picture is called by its hash. */
const isIdName = (name: string) => name === 'id' || (name.endsWith('Id') && name !== 'fileId')

/**
 * Puts endpoints of the table under their addresses: who may ask is judged here and nowhere else, bodies are read by
 * their schema, answers and refusals go out with their status.
 */
export function serveOn(router: Router, accounts: Accounts, perMinute: number): Serve {
  const slowly = rateLimit({
    windowMs: 60_000,
    limit: perMinute,
    standardHeaders: true,
    legacyHeaders: false,
    handler: (_req, res) => sendRefusal(res, { code: 'too-many', says: 'Too many tries. Wait a minute.' }),
  })
  const mayAsk =
    ({ who, path }: Endpoint): RequestHandler =>
    async (req, res, next) => {
      for (const [name, text] of Object.entries(req.params)) {
        if (!isIdName(name)) continue
        if (!UUID.test(String(text))) return sendRefusal(res, NO_SUCH_ID)
        // In the one spelling in which ids are compared.
        req.params[name] = String(text).toLowerCase()
      }
      const refusal = await refuse(who, path, req, res)
      if (refusal) sendRefusal(res, refusal)
      else next()
    }
  const refuse = async (who: Endpoint['who'], path: string, req: Request, res: Response): Promise<Refusal | null> => {
    if (who === 'anybody') return null
    const account = res.locals.account as Account | null
    if (!account) return { code: 'signed-out', says: 'Sign in first.' }
    if (who === 'account') return null
    if (who === 'starter')
      return (await accounts.mayStartProductions(account.id))
        ? null
        : {
            code: 'forbidden',
            says: 'Who joined to read or to log does not start productions. Ask an owner or a planner.',
          }
    const { productionId } = req.params as { productionId?: string }
    if (!productionId) throw new Error(`${path} is for members and names no production`)
    // Others cannot tell whether it exists.
    const role = await accounts.roleOf(account.id, productionId)
    if (!role) return { code: 'not-found', says: 'There is no such production, or you are not in it.' }
    res.locals.role = role
    return who === 'member' || RIGHTS[role][who] ? null : { code: 'forbidden', says: `As ${role} you may not do this.` }
  }
  const askedOf = <P extends string, B>(endpoint: Endpoint<P, B>, req: Request, res: Response): Asked<P, B> => ({
    params: req.params as unknown as Params<P>,
    body: (endpoint.body ? endpoint.body.parse(req.body) : undefined) as B,
    account: res.locals.account as Account | null,
    role: (res.locals.role as Role | undefined) ?? null,
    req,
    res,
  })
  const mount = (endpoint: Endpoint, handle: RequestHandler) =>
    router[endpoint.method === 'GET' ? 'get' : 'post'](
      endpoint.path,
      ...(endpoint.slowly ? [slowly] : []),
      mayAsk(endpoint),
      handle,
    )
  return {
    on(endpoint, handle) {
      mount(endpoint, async (req, res) => {
        const outcome = await handle(askedOf(endpoint, req, res))
        if (!outcome) return
        if (outcome.ok) res.status(endpoint.status).json(outcome.value)
        else sendRefusal(res, outcome.error)
      })
    },
    file(endpoint, handle) {
      mount(endpoint, async (req, res) => {
        const refusal = await handle(askedOf(endpoint, req, res))
        if (refusal) sendRefusal(res, refusal)
      })
    },
  }
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
