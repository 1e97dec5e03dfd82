import { fnv1a } from '../order/fingerprint.ts'

export type Severity = 'stop' | 'watch'

/** One thing that was measured, as it is to be printed, and where it comes from. */
export interface Evidence {
  readonly label: string
  readonly value: number | string
  readonly unit: string
  readonly from: string
}

/**
 * A change to records as plain data; the writer adds the versions it saw. A create whose id is '' or begins
 * with `new:` is given one, and gets it wherever else the changes name it.
 */
export type PlainChange =
  | {
      readonly op: 'create'
      readonly kind: string
      readonly id: string
      readonly fields: Readonly<Record<string, unknown>>
    }
  | {
      readonly op: 'update'
      readonly kind: string
      readonly id: string
      readonly fields: Readonly<Record<string, unknown>>
    }
  | { readonly op: 'remove'; readonly kind: string; readonly id: string }

/** A way out that one press carries out and one undo takes back. */
export interface Fix {
  readonly says: string
  readonly changes: readonly PlainChange[]
}

export interface Finding {
  /** Which check, `subject.what-it-checks`. */
  readonly check: string
  readonly severity: Severity
  /** What is wrong and by how much, in one sentence. */
  readonly says: string
  readonly evidence: readonly Evidence[]
  /** The field of the house rules it was judged by, if any. */
  readonly rule: string | null
  /** The record it is about: where to show it. */
  readonly about: { readonly kind: string; readonly id: string }
  readonly stage: 'brief' | 'scout' | 'shots' | 'light' | 'kit' | 'crew' | 'order' | 'call' | 'roll' | 'offload'
  readonly fixes: readonly Fix[]
}

/** Changes when what was measured changes: an accepted finding stays quiet as long as it is the same. */
export const evidenceHash = (finding: Pick<Finding, 'evidence'>): string =>
  fnv1a(
    finding.evidence
      .map((e) => `${e.label}=${typeof e.value === 'number' ? e.value.toPrecision(3) : e.value}`)
      .join('|'),
  )

/** Gives the records that changes would make their ids: a check knows no chance, so it only names them. */
export function withNewIds(changes: readonly PlainChange[], newId: () => string): PlainChange[] {
  const ids = new Map<string, string>()
  for (const { op, id } of changes) if (op === 'create' && id.startsWith('new:')) ids.set(id, newId())
  const real = (value: unknown): unknown =>
    typeof value === 'string' ? (ids.get(value) ?? value) : Array.isArray(value) ? value.map(real) : value
  return changes.map((change) => {
    const id = change.op === 'create' && change.id === '' ? newId() : (ids.get(change.id) ?? change.id)
    if (change.op === 'remove') return { ...change, id }
    return { ...change, id, fields: Object.fromEntries(Object.entries(change.fields).map(([k, v]) => [k, real(v)])) }
  })
}
