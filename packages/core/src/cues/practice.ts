import { gathered } from '../takes/index.ts'
import type { Production, RecordOf } from '../records/index.ts'
import type { CueAt, CuesOf } from './cueList.ts'

type CueRun = RecordOf<'cueRun'>
type Came = CueRun['came']

/** A cue that comes within so many seconds of its time came right. */
export const RIGHT_WITHIN_S = 1

/** How it came, from how late it was, seconds (early is negative). */
export const cameBy = (byS: number): Came => (Math.abs(byS) <= RIGHT_WITHIN_S ? 'hit' : 'off')

/** How a cue went in the rehearsals so far. */
export interface Practice {
  /** The latest last. Of two entries of one rehearsal the later counts. */
  readonly runs: readonly CueRun[]
  readonly hits: number
  readonly off: number
  readonly missed: number
  /** Mean of how late it came where somebody measured, seconds; null where nobody did. */
  readonly lateS: number | null
  /** Share of the next runs in which it would not come right, 0 to 1. */
  readonly need: number
}

/** What was a rehearsal ago counts so much, and so on backwards. */
const FADES = 0.5
const FAILS: Readonly<Record<Came, number>> = { hit: 0, off: 0.5, missed: 1 }

/** Rehearsals of a moment or a shot, the latest last. */
export const rehearsalsOf = (
  { rehearsal }: Pick<Production, 'rehearsal'>,
  of: CuesOf,
): readonly RecordOf<'rehearsal'>[] =>
  Object.values(rehearsal)
    .filter((one) => ('momentId' in of ? one.momentId === of.momentId : one.shotId === of.shotId))
    .toSorted((a, b) => Date.parse(a.beganAt) - Date.parse(b.beganAt) || a.version - b.version)

/**
 * How a cue went, and how much it needs: by Laplace's rule of succession, with older rehearsals fading. Never rehearsed is
 * as likely to fail as not.
 */
export function practiceOf({ cueRun }: Pick<Production, 'cueRun'>, cueId: string): Practice {
  const own = Object.values(cueRun)
    .filter((run) => run.cueId === cueId)
    .toSorted((a, b) => Date.parse(a.ranAt) - Date.parse(b.ranAt) || a.version - b.version)
  const runs = [...gathered(own, ({ rehearsalId }) => rehearsalId).values()].map((entries) => entries.at(-1)!)
  let [failed, weight] = [0, 0]
  for (const [i, { came }] of runs.toReversed().entries()) {
    failed += FADES ** i * FAILS[came]
    weight += FADES ** i
  }
  const measured = runs.flatMap(({ byS, came }) => (byS === null || came === 'missed' ? [] : [byS]))
  const having = (as: Came) => runs.filter(({ came }) => came === as).length
  return {
    runs,
    hits: having('hit'),
    off: having('off'),
    missed: having('missed'),
    lateS: measured.length === 0 ? null : measured.reduce((a, b) => a + b, 0) / measured.length,
    need: (failed + 1) / (weight + 2),
  }
}

/** Cues with how they went, those first that need practice most; of equals the one that comes first. */
export const practiceFirst = (
  records: Pick<Production, 'cueRun'>,
  list: readonly CueAt[],
): readonly { readonly at: CueAt; readonly practice: Practice }[] =>
  list
    .map((at) => ({ at, practice: practiceOf(records, at.cue.id) }))
    .toSorted((a, b) => b.practice.need - a.practice.need)
