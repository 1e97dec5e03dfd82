import { type CoverProblem, type Rota, solveCover } from '../cover/index.ts'
import type { MomentCover } from './coverOf.ts'

/** What the loss of one camera or one person from the beginning would cost, if the rest is planned anew. */
export interface Loss {
  readonly kind: 'camera' | 'hand'
  readonly id: string
  /** The most good angles that can still be held throughout. */
  readonly good: number
  /** The first second with fewer than are wanted, in seconds of the moment; null where all is held without it. */
  readonly firstUncoveredS: number | null
}

const without = <T>(list: readonly T[], i: number): readonly T[] => list.toSpliced(i, 1)

const lossOf = (rota: Rota, need: number, fromS: number): Pick<Loss, 'good' | 'firstUncoveredS'> =>
  rota.status === 'held'
    ? { good: need, firstUncoveredS: null }
    : { good: rota.most.good, firstUncoveredS: fromS + rota.firstUncoveredS }

/** Takes each camera and each person away in turn. What is searched is narrow: it may say a little less than could be held. */
export function* lossesOf({ problem, cameraIds, handIds, fromS }: MomentCover): Generator<Loss> {
  const effort = { width: 120 }
  const tried = (changed: Partial<CoverProblem>) => lossOf(solveCover({ ...problem, ...changed }, effort), problem.needGood, fromS) // prettier-ignore
  for (const [i, id] of cameraIds.entries())
    if (problem.cameras[i]!.isGood) yield { kind: 'camera', id, ...tried({ cameras: without(problem.cameras, i) }) }
  for (const [i, id] of handIds.entries())
    yield { kind: 'hand', id, ...tried({ attendants: without(problem.attendants, i) }) }
}

/** What would mend a moment that cannot be held; only what was tried and holds. */
export interface Mend {
  readonly kind: 'one person more' | 'one angle fewer' | 'longer card' | 'no run limit'
  /** The camera, for what concerns one; the place, for a person more. */
  readonly id: string | null
}

/** Ways out that hold: one person more at each place, a card that lasts, a camera that does not stop, one angle fewer. */
export function* mendsOf({ problem, cameraIds, placeIds }: MomentCover): Generator<Mend> {
  const effort = { width: 120 }
  const holds = (changed: Partial<CoverProblem>) => solveCover({ ...problem, ...changed }, effort).status === 'held'
  for (const [place, id] of placeIds.entries())
    if (holds({ attendants: [...problem.attendants, { id: 'more', place, posts: [] }] })) {
      yield { kind: 'one person more', id }
      break
    }
  for (const [i, camera] of problem.cameras.entries()) {
    if (!camera.isGood) continue
    const changed = (change: object) => ({ cameras: problem.cameras.with(i, { ...camera, ...change }) })
    const long = { cardS: problem.durationS + 60, cardFirstS: problem.durationS + 60 }
    if (holds(changed(long))) yield { kind: 'longer card', id: cameraIds[i]! }
    if (camera.runLimitS !== null && holds(changed({ runLimitS: null, runFirstS: null }))) yield { kind: 'no run limit', id: cameraIds[i]! } // prettier-ignore
  }
  if (problem.needGood > 1 && holds({ needGood: problem.needGood - 1 })) yield { kind: 'one angle fewer', id: null }
}
