import { addressOf, type Endpoint, type FileBytes, type Params, type Refusal } from '@kavrell/contract'

/** The server said no; `refusal.says` is for people. */
export class RefusedError extends Error {
  constructor(readonly refusal: Refusal) {
    super(refusal.says)
  }
}
/** The server did not answer, or could not: what was sent may be sent again. */
export class AwayError extends Error {}

/** A no after which the same may be asked again: it was not about what was asked. */
const LATER: ReadonlySet<Refusal['code']> = new Set(['signed-out', 'too-many', 'not-made'])

type Given<B> = B extends undefined ? [] : B extends FileBytes ? [body: Blob | string] : [body: B]

/**
 * Asks the server for an endpoint of the table.
 * @throws RefusedError for a no, AwayError for no answer
 */
export async function ask<P extends string, B, A>(
  endpoint: Endpoint<P, B, A>,
  params: Params<P>,
  ...[body]: Given<B>
): Promise<A> {
  let response: Response
  try {
    response = await fetch(addressOf(endpoint, params), requestOf(endpoint, body))
  } catch (cause) {
    throw new AwayError('The server does not answer.', { cause })
  }
  const answer = (await response.json().catch(() => null)) as { refusal?: Refusal } | null
  if (response.ok) return answer as A
  const refusal = answer?.refusal
  // Signed out is not a no to what was sent: it waits until somebody signs in again.
  if (!refusal || response.status >= 500 || (LATER.has(refusal.code) && endpoint.method === 'POST'))
    throw new AwayError(refusal?.says ?? `The server answered ${response.status}.`)
  throw new RefusedError(refusal)
}

function requestOf({ method, body: schema }: Pick<Endpoint, 'method'> & { body: unknown }, body: unknown): RequestInit {
  if (method === 'GET') return {}
  const isFile = schema === null
  return {
    method,
    headers: { ...(isFile ? {} : { 'content-type': 'application/json' }), 'x-kavrell': '1' },
    body: isFile ? (body as BodyInit) : JSON.stringify(body ?? {}),
  }
}
