import { z } from 'zod'
import type { RefusalCode } from './refusals.ts'
import { type Before, Change, idSchema } from '@kavrell/core/records'

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

const BUDGET = 'budgetMinor'
const withoutBudget = <F extends object>(fields: F): F =>
  BUDGET in fields ? (Object.fromEntries(Object.entries(fields).filter(([name]) => name !== BUDGET)) as F) : fields
const isOfMoney = (change: Change): boolean =>
  change.kind === 'moneyLine' || (change.kind === 'production' && change.op === 'update' && BUDGET in change.fields)

/** An edit as those hear it who do not see the money: its number and author, and whatever else it changed. */
export function withoutMoney(edit: LoggedEdit): LoggedEdit {
  if (!edit.changes.some(isOfMoney)) return edit
  const kept = edit.changes.flatMap((change, i) =>
    change.kind === 'moneyLine' ? [] : [{ change, before: edit.before[i] ?? null }],
  )
  return {
    ...edit,
    label: 'Change the money',
    changes: kept.map(({ change }) =>
      change.op === 'update' ? ({ ...change, fields: withoutBudget(change.fields) } as Change) : change,
    ),
    before: kept.map(({ before }) => before && withoutBudget(before)),
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
