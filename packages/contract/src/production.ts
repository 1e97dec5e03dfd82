import type { Production } from '@kavrell/core/production'
import { KIND_NAMES } from './kinds.ts'
import type { RecordTable } from './edits.ts'
import type { Records } from './records.ts'

const NONE: Readonly<Record<string, never>> = {}

/**
 * The records of a production as the core reads them; undefined until its own record is there. That this
 * compiles is the proof that every schema holds what the core needs.
 */
export function productionOf(records: RecordTable): (Records & Production) | undefined {
  const production = Object.values(records.production ?? NONE)[0]
  if (!production) return undefined
  const tables = Object.fromEntries(KIND_NAMES.map((kind) => [kind, records[kind] ?? NONE]))
  return { ...tables, production } as unknown as Records satisfies Production
}
