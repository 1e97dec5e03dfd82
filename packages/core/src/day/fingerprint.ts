import { fnv1a } from '../text/index.ts'
import type { PersonCall } from './calls.ts'
import type { Timeline } from './timeline.ts'

/**
 * A short text that changes when anything a call sheet promises changes: the order, its clock times,
 * anybody's call. Two equal fingerprints mean the sheet still says the truth.
 */
export function orderFingerprint(timeline: Timeline, calls: readonly PersonCall[]): string {
  const rows = timeline.rows.map((row) => {
    const what = row.kind === 'shots' ? row.shotIds.join('+') : 'title' in row ? row.title : row.kind
    return `${what}@${Math.round(row.startMin)}-${Math.round(row.endMin)}`
  })
  const people = calls.map((call) => `${call.personId}@${Math.round(call.callMin)}`).sort()
  return fnv1a([...rows, ...people].join('|'))
}
