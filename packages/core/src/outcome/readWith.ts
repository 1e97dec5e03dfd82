import type { z } from 'zod'
import { fail, ok, type Outcome } from './outcome.ts'

/** What somebody gave, read by a schema; refused with what is wrong first, and where it stands. */
export function readWith<T>(
  schema: z.ZodType<T>,
  asked: unknown,
  whole = 'The file',
): Outcome<T, { readonly says: string }> {
  const read = schema.safeParse(asked)
  if (read.success) return ok(read.data)
  const [first] = read.error.issues
  return fail({ says: `${first!.path.join('.') || whole}: ${first!.message}.` })
}
