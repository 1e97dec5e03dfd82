import { inOrder, type Production, type RecordOf } from '../records/index.ts'

type Cue = RecordOf<'cue'>
export type CueRecords = Pick<
  Production,
  'cue' | 'rehearsal' | 'cueRun' | 'moment' | 'momentCamera' | 'soundSource' | 'person'
>
/** Whose cues: those of a moment or of a shot. */
export type CuesOf = { readonly momentId: string } | { readonly shotId: string }

/** Why a cue cannot come as it is written. */
export type CueFault =
  | { readonly kind: 'circle' | 'after none' | 'past the end' | 'no such picture' | 'no such sound' }
  | { readonly kind: 'two at once'; readonly other: Cue }

export interface CueAt {
  readonly cue: Cue
  /** Seconds from the beginning; null for one that comes on a word, or of which nobody said when. */
  readonly atS: number | null
  readonly faults: readonly CueFault[]
}

/** Nobody does two things that are closer together than this, seconds. */
const HANDS_S = 2

const isOf = (cue: Pick<Cue, 'momentId' | 'shotId'>, of: CuesOf): boolean =>
  'momentId' in of ? cue.momentId === of.momentId : cue.shotId === of.shotId

/** When a cue comes, by itself or so long after another; or that it waits for itself, or for one that is not there. */
function whenOf(cue: Cue, all: ReadonlyMap<string, Cue>): { atS: number | null; fault: CueFault | null } {
  let afterS = 0
  const seen = new Set<string>()
  for (let one: Cue | undefined = cue; one; one = all.get(one.afterId)) {
    if (seen.has(one.id)) return { atS: null, fault: { kind: 'circle' } }
    seen.add(one.id)
    if (one.afterId === null) return { atS: one.atS === null ? null : one.atS + afterS, fault: null }
    afterS += one.afterS
  }
  return { atS: null, fault: { kind: 'after none' } }
}

/**
 * Cues in the order in which they come: by their times, and those that come on a word where they stand in the list. Each
 * with what is wrong with it; a list in a circle is told at every cue that hangs on it, and the rest has its times.
 */
export function cueList(records: CueRecords, of: CuesOf): readonly CueAt[] {
  const own = inOrder(records.cue).filter((cue) => !cue.gone && isOf(cue, of))
  const all = new Map<string, Cue>(own.map((cue) => [cue.id, cue]))
  const moment = 'momentId' in of ? records.moment[of.momentId] : undefined
  const covering = new Set<string>(
    Object.values(records.momentCamera)
      .filter(({ momentId }) => momentId === moment?.id)
      .map(({ cameraId }) => cameraId),
  )
  const timed = own.map((cue) => ({ cue, ...whenOf(cue, all) }))
  const listed = timed.map(({ cue, atS, fault }): CueAt => {
    const faults: CueFault[] = fault ? [fault] : []
    if (moment && atS !== null && atS > moment.lastsS) faults.push({ kind: 'past the end' })
    if (moment && cue.cameraId && !covering.has(cue.cameraId)) faults.push({ kind: 'no such picture' })
    if (cue.sourceId && records.soundSource[cue.sourceId]?.gone !== false) faults.push({ kind: 'no such sound' })
    const other = timed.find((two) => two.cue.id !== cue.id && two.cue.personId === cue.personId && cue.personId && two.atS !== null && atS !== null && Math.abs(two.atS - atS) < HANDS_S) // prettier-ignore
    if (other) faults.push({ kind: 'two at once', other: other.cue })
    return { cue, atS, faults }
  })
  // What comes on a word follows what it stands behind.
  const groups: CueAt[][] = [[]]
  for (const one of listed) if (one.atS === null) groups.at(-1)!.push(one)
    else groups.push([one]) // prettier-ignore
  const [first, ...rest] = groups
  return [...first!, ...rest.toSorted((a, b) => a[0]!.atS! - b[0]!.atS!).flat()]
}

/** What is wrong with a cue, in words. */
export function sayCueFault(fault: CueFault, cue: Cue, { person }: Pick<Production, 'person'>): string {
  switch (fault.kind) {
    case 'circle':
      return 'It waits for itself: in what it comes after, there is a circle.'
    case 'after none':
      return 'It comes after a cue that is not in this list.'
    case 'past the end':
      return 'It comes after the end.'
    case 'no such picture':
      return 'Its camera does not cover this moment.'
    case 'no such sound':
      return 'Its sound was taken out.'
    case 'two at once':
      return `${person[cue.personId ?? '']?.name ?? 'Somebody'} has “${fault.other.name}” at the same time.`
  }
}
