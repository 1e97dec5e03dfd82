/** A result that may be a refusal. Expected refusals are values; only bugs are thrown. */
export type Outcome<T, E> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly error: E }

/** An outcome that went well. */
export const ok = <T>(value: T): { ok: true; value: T } => ({ ok: true, value })
/** An outcome that was refused, and why. */
export const fail = <E>(error: E): { ok: false; error: E } => ({ ok: false, error })

/** A number that the trade cannot mean: which field, what it was, what would be right. */
export interface OutOfRange {
  readonly code: 'out-of-range'
  readonly field: string
  readonly was: number
  readonly wanted: string
}

/** The refusal of a number outside what is possible: which field, what it was, what is wanted in words. */
export const outOfRange = (field: string, was: number, wanted: string): { ok: false; error: OutOfRange } =>
  fail({ code: 'out-of-range', field, was, wanted })

/** Takes the value out where the caller has already ruled the refusal out; anything else is a bug. */
export function mustBe<T, E>(outcome: Outcome<T, E>): T {
  if (outcome.ok) return outcome.value
  throw new Error(`Refused where no refusal is possible: ${JSON.stringify(outcome.error)}`)
}
