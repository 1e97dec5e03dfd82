import type { PlainChange } from '@kavrell/core/snags'
import { z } from 'zod'
import { isKindName, type KindName, KINDS } from './kinds.ts'
import type { RefusalCode } from './refusals.ts'
import type { AnyRecord } from './records.ts'

const kindName = z.string().refine(isKindName, 'There is no such kind of record.') as unknown as z.ZodType<KindName>
const fields = z.record(z.string().max(60), z.unknown())

export const Change = z.discriminatedUnion('op', [
  z.strictObject({ op: z.literal('create'), kind: kindName, id: z.uuid(), fields }),
  z.strictObject({ op: z.literal('update'), kind: kindName, id: z.uuid(), version: z.int().min(0), fields }),
  z.strictObject({ op: z.literal('remove'), kind: kindName, id: z.uuid(), version: z.int().min(0) }),
])
export type Change = z.infer<typeof Change>

/** One write: all of it or nothing. */
export const EditBody = z.strictObject({
  id: z.uuid(),
  label: z.string().trim().min(1).max(200),
  changes: z.array(Change).min(1).max(5000),
})
export type EditBody = z.infer<typeof EditBody>

/** An edit as it stands in the log, with the values it replaced so that anyone can take it back. */
export interface LoggedEdit extends EditBody {
  readonly seq: number
  readonly productionId: string
  readonly author: string
  readonly at: string
  /** For each change, the record before it; null for a create. */
  readonly before: readonly (Readonly<Record<string, unknown>> | null)[]
}

export interface EditAccepted {
  readonly seq: number
  readonly repeated: boolean
}

/** Why the door said no, by a code of the catalogue in refusals.ts. `says` is for people. */
export type Refusal = { readonly code: RefusalCode; readonly says: string } & (
  | { readonly code: 'invalid'; readonly kind: string; readonly id: string; readonly field: string }
  | {
      readonly code: 'clash'
      readonly kind: string
      readonly id: string
      readonly field: string
      readonly current: unknown
      readonly version: number
    }
  | { readonly code: 'gone'; readonly kind: string; readonly id: string }
  | { readonly code: 'exists'; readonly kind: string; readonly id: string }
  | { readonly code: 'missing-reference'; readonly kind: string; readonly id: string; readonly field: string }
  | { readonly code: 'still-referenced'; readonly kind: string; readonly id: string; readonly by: string }
  | { readonly code: 'ledger'; readonly kind: string; readonly id: string }
  | { readonly code: 'forbidden' }
  | { readonly code: 'not-found' | 'not-made' }
)

export type RecordTable = Readonly<Record<string, Readonly<Record<string, AnyRecord>>>>

/** Puts an edit's changes over records. Kinds and records that are not touched keep their identity. */
export function applyChanges(records: RecordTable, changes: readonly Change[], seq: number): RecordTable {
  const next: Record<string, Record<string, AnyRecord>> = { ...(records as Record<string, Record<string, AnyRecord>>) }
  const fresh = new Set<string>()
  for (const change of changes) {
    if (!fresh.has(change.kind)) {
      next[change.kind] = { ...next[change.kind] }
      fresh.add(change.kind)
    }
    const table = next[change.kind]!
    if (change.op === 'remove') delete table[change.id]
    else if (change.op === 'create') table[change.id] = { id: change.id, version: seq, ...change.fields }
    else if (table[change.id]) table[change.id] = { ...table[change.id]!, ...change.fields, version: seq }
  }
  return next
}

/**
 * The changes that take an edit back, last first. Null when it cannot be taken back because it added to a ledger.
 * @param before per change, the record as it was
 */
export function invertChanges(changes: readonly Change[], before: LoggedEdit['before']): PlainChange[] | null {
  if (changes.some((change) => KINDS[change.kind].ledger)) return null
  return changes
    .map((change, i): PlainChange => {
      const { kind, id } = change
      const old = before[i] ?? {}
      if (change.op === 'create') return { op: 'remove', kind, id }
      if (change.op === 'remove') return { op: 'create', kind, id, fields: old }
      return {
        op: 'update',
        kind,
        id,
        fields: Object.fromEntries(Object.keys(change.fields).map((name) => [name, old[name]])),
      }
    })
    .reverse()
}
