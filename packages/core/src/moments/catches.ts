import type { MomentCatch, Production } from '../records/index.ts'
import { entries } from './coverOf.ts'

/** Who or what has to be caught before a second of a moment, and whether it was, by what was said. */
export interface Catch {
  readonly wanted: MomentCatch
  /** Seconds of the moment at which somebody said that it was caught; null where nobody has. */
  readonly caughtS: number | null
  /** Said after its time was over: what was caught may be less than was wanted. */
  readonly isLate: boolean
}

/**
 * What a moment has to catch: first what is open, by what ends first, then what was caught. What was said before it began
 * anew, or was a slip, does not count; where it was said twice, the first time does.
 */
export function catchesOf(
  { momentCatch, momentEvent }: Pick<Production, 'momentCatch' | 'momentEvent'>,
  momentId: string,
): readonly Catch[] {
  const caught = new Map<string, number>()
  let begunMs: number | null = null
  for (const { type, catchId, happenedAt } of entries(momentEvent, momentId)) {
    if (type === 'begun') {
      begunMs = Date.parse(happenedAt)
      caught.clear()
    } else if (type === 'caught' && catchId && begunMs !== null && !caught.has(catchId))
      caught.set(catchId, (Date.parse(happenedAt) - begunMs) / 1000)
  }
  return Object.values(momentCatch)
    .filter((wanted) => wanted.momentId === momentId)
    .map((wanted): Catch => {
      const caughtS = caught.get(wanted.id) ?? null
      return { wanted, caughtS, isLate: caughtS !== null && caughtS > wanted.untilS }
    })
    .toSorted(
      (a, b) =>
        Number(a.caughtS !== null) - Number(b.caughtS !== null) ||
        a.wanted.untilS - b.wanted.untilS ||
        a.wanted.name.localeCompare(b.wanted.name),
    )
}
