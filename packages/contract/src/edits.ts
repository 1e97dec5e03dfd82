import { z } from 'zod'
import type { RefusalCode } from './refusals.ts'
import { type Before, Change, idSchema, type KindName } from '@kavrell/core/records'

/** One write: all of it or nothing. */
export const EditBody = z.strictObject({
  id: idSchema(),
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
  readonly before: readonly Before[]
}

/** Fields that are the business of those who see the money, beside the lines of money themselves. */
export const MONEY_FIELDS: Readonly<Partial<Record<KindName, readonly string[]>>> = {
  production: ['budgetMinor', 'quoteMinor'],
  kitItem: ['dayRateMinor', 'valueMinor'],
  card: ['valueMinor'],
  drive: ['valueMinor'],
  person: ['rateMinor', 'rateFor', 'rateMin', 'overtimePct', 'terms'],
}

const without = <F extends object>(kind: KindName, fields: F): F => {
  const hidden = MONEY_FIELDS[kind] ?? []
  return Object.keys(fields).some((name) => hidden.includes(name))
    ? (Object.fromEntries(Object.entries(fields).filter(([name]) => !hidden.includes(name))) as F)
    : fields
}
const isOfMoney = (change: Change): boolean =>
  change.kind === 'moneyLine' || (change.op === 'update' && without(change.kind, change.fields) !== change.fields)

/** An edit as those hear it who do not see the money: its number and author, and whatever else it changed. */
export function withoutMoney(edit: LoggedEdit): LoggedEdit {
  if (!edit.changes.some((change) => change.kind === 'moneyLine' || change.kind in MONEY_FIELDS)) return edit
  const kept = edit.changes.flatMap((change, i) =>
    change.kind === 'moneyLine' ? [] : [{ change, before: edit.before[i] ?? null }],
  )
  return {
    ...edit,
    label: edit.changes.some(isOfMoney) ? 'Change the money' : edit.label,
    changes: kept.map(({ change }) =>
      change.op === 'remove' ? change : ({ ...change, fields: without(change.kind, change.fields) } as Change),
    ),
    before: kept.map(({ change, before }) => before && without(change.kind, before)),
  }
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
  | {
      readonly code: 'forbidden' | 'not-found' | 'not-made' | 'signed-out' | 'too-large' | 'too-many' | 'unreadable'
    }
)
