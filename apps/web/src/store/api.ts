import type { Refusal } from '@kavrell/contract'

/** The server said no; `refusal.says` is for people. */
export class RefusedError extends Error {
  constructor(readonly refusal: Refusal) {
    super(refusal.says)
  }
}
/** The server did not answer. */
export class AwayError extends Error {}

/** One request to the API. Throws `RefusedError` for a no and `AwayError` for no answer. */
export async function api<T>(path: string, body?: unknown): Promise<T> {
  let response: Response
  try {
    response = await fetch(
      `/api${path}`,
      body === undefined
        ? {}
        : {
            method: 'POST',
            headers: { 'content-type': 'application/json', 'x-kavrell': '1' },
            body: JSON.stringify(body),
          },
    )
  } catch (cause) {
    throw new AwayError('The server does not answer.', { cause })
  }
  const answer = (await response.json().catch(() => null)) as { refusal?: Refusal } | null
  if (!response.ok) {
    // A server that fails, or that is asked too much, has not said no: what was sent is sent again.
    if (response.status >= 500 || response.status === 429)
      throw new AwayError(answer?.refusal?.says ?? `The server answered ${response.status}.`)
    // Signed out is not a no to what was sent: it waits until somebody signs in again.
    if (response.status === 401 && body !== undefined && path.endsWith('/edits'))
      throw new AwayError(answer?.refusal?.says ?? 'Sign in first.')
    if (answer?.refusal) throw new RefusedError(answer.refusal)
    throw new AwayError(`The server answered ${response.status}.`)
  }
  return answer as T
}
