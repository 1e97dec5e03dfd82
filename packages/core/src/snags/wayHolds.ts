import { type PlainChange, type Production, tryChanges, withNewIds } from '../records/index.ts'
import type { Finding } from './finding.ts'
import { findSnags } from './findSnags.ts'

const keyOf = (finding: Finding) => `${finding.check} ${finding.about.id}`

/**
 * Whether what is found after some changes is no worse than before: no stop that was not there, and about the record
 * that was to be mended nothing new at all.
 */
export function isNoWorse(before: readonly Finding[], after: readonly Finding[], mended: Finding): boolean {
  const known = new Set(before.map(keyOf))
  const stops = new Set(before.filter((finding) => finding.severity === 'stop').map(keyOf))
  return after.every((finding) =>
    finding.severity === 'stop'
      ? stops.has(keyOf(finding))
      : known.has(keyOf(finding)) || finding.about.id !== mended.about.id,
  )
}

/**
 * Tries a way out against all checks: one that makes another stop is none, and is not offered.
 * @param found what is found in the production as it is
 * @param newId for records that it makes
 */
export function wayHolds(
  production: Production,
  found: readonly Finding[],
  finding: Finding,
  changes: readonly PlainChange[],
  newId: () => string,
): boolean {
  return isNoWorse(found, findSnags(tryChanges(production, withNewIds(changes, newId))), finding)
}
