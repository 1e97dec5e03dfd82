import { type PlainChange, type Production, squashChanges, tryChanges, withNewIds } from '../records/index.ts'
import type { Finding } from './finding.ts'
import { findSnags } from './findSnags.ts'
import { isNoWorse } from './wayHolds.ts'

export interface Mended {
  /** One edit that does all of it. */
  readonly changes: readonly PlainChange[]
  /** How many of the kind are gone by it. */
  readonly mended: number
  readonly left: number
}

const isSame = (a: Finding, b: Finding) => a.check === b.check && a.about.id === b.about.id

/**
 * Mends findings of one kind together: each by the first of its ways out that really leads out, tried one on top of
 * the other against all checks. A way that makes another stop is not taken, and what then has none is left.
 * @param newId for records that ways out make
 */
export function mendAll(production: Production, kind: readonly Finding[], newId: () => string): Mended {
  let tried = production
  let found = findSnags(tried)
  const changes: PlainChange[] = []
  let mended = 0
  for (const finding of kind) {
    // Mending one may have mended another, or changed what its ways out are.
    const now = found.find((f) => isSame(f, finding))
    if (!now) {
      mended++
      continue
    }
    for (const fix of now.fixes) {
      const real = withNewIds(fix.changes, newId)
      const after = tryChanges(tried, real)
      const judged = findSnags(after)
      if (judged.some((f) => isSame(f, finding)) || !isNoWorse(found, judged, finding)) continue
      changes.push(...real)
      tried = after
      found = judged
      mended++
      break
    }
  }
  return { changes: squashChanges(changes), mended, left: kind.length - mended }
}
