import type { PlainChange } from '../records/index.ts'
import { fnv1a } from '../text/index.ts'

export type Severity = 'stop' | 'watch'

/** One thing that was measured, as it is to be printed, and where it comes from. */
export interface Evidence {
  readonly label: string
  readonly value: number | string
  readonly unit: string
  readonly from: string
}

/** A way out that one press carries out and one undo takes back. */
export interface Fix {
  readonly says: string
  readonly changes: readonly PlainChange[]
  /** What it costs and what it leaves, in a few words. */
  readonly costs?: string
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
  readonly stage:
    'brief' | 'scout' | 'shots' | 'light' | 'kit' | 'crew' | 'order' | 'call' | 'patch' | 'roll' | 'offload'
  readonly fixes: readonly Fix[]
}

/** Changes when what was measured changes: an accepted finding stays quiet as long as it is the same. */
export const evidenceHash = (finding: Pick<Finding, 'evidence'>): string =>
  fnv1a(
    finding.evidence
      .map((e) => `${e.label}=${typeof e.value === 'number' ? e.value.toPrecision(3) : e.value}`)
      .join('|'),
  )
