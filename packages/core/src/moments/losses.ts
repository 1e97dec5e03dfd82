import {
  type CoverProblem,
  follow,
  handlingSeconds,
  howFarHeld,
  type Intervention,
  mostWanted,
  needByStep,
  wantingNoMore,
} from '../cover/index.ts'
import type { Production, RecordOf } from '../records/index.ts'
import { gathered } from '../takes/index.ts'
import type { MomentCover } from './coverOf.ts'

/** What the loss of one camera, one person or one circuit from the beginning would cost, if the rest is planned anew. */
export interface Loss {
  readonly kind: 'camera' | 'hand' | 'circuit'
  readonly id: string
  /** The most good angles that can still be held throughout. */
  readonly good: number
  /** The first second with fewer than are wanted, in seconds of the moment; null where all is held without it. */
  readonly firstUncoveredS: number | null
}

const without = <T>(list: readonly T[], i: number): readonly T[] => list.toSpliced(i, 1)

/**
 * Takes each camera, each person and each circuit away in turn. What is searched is narrow: it may say a little less than
 * could be held.
 */
export function* lossesOf({ problem, cameraIds, handIds, circuits, fromS }: MomentCover): Generator<Loss> {
  const effort = { width: 120 }
  const tried = (changed: Partial<CoverProblem>): Pick<Loss, 'good' | 'firstUncoveredS'> => {
    const { good, firstUncoveredS } = howFarHeld({ ...problem, ...changed }, effort)
    return { good, firstUncoveredS: firstUncoveredS === null ? null : fromS + firstUncoveredS }
  }
  for (const [i, id] of cameraIds.entries())
    if (problem.cameras[i]!.isGood) yield { kind: 'camera', id, ...tried({ cameras: without(problem.cameras, i) }) }
  for (const [i, id] of handIds.entries())
    yield { kind: 'hand', id, ...tried({ attendants: without(problem.attendants, i) }) }
  for (const { circuitId, cameraIds: fed } of circuits)
    yield { kind: 'circuit', id: circuitId, ...tried({ cameras: problem.cameras.filter((_, i) => !fed.includes(cameraIds[i]!)) }) } // prettier-ignore
}

/** Lamps of a moment's shots that go out with a circuit, by circuit. */
export function lampsByCircuit(
  { moment, shot, lamp }: Pick<Production, 'moment' | 'shot' | 'lamp'>,
  momentId: string,
): ReadonlyMap<string, readonly RecordOf<'lamp'>[]> {
  const setups = new Set((moment[momentId]?.shotIds ?? []).flatMap((id) => shot[id]?.setupId ?? []))
  return gathered(
    Object.values(lamp).filter(({ setupId }) => setups.has(setupId)),
    ({ circuitId }) => circuitId,
  )
}

/** A card that a camera records on between two changes, and what its loss afterwards would cost. Seconds of the moment. */
export interface CardLoss {
  readonly cameraId: string
  /** Which of the camera's cards, from 1. */
  readonly number: number
  readonly fromS: number
  readonly toS: number
  /** Seconds of which fewer good angles than wanted would be left. */
  readonly lackingS: number
  /** The first of them; null where none lacks any. */
  readonly firstLackingS: number | null
  /** The fewest good angles of any of these; null where none lacks any. */
  readonly least: number | null
}

/**
 * What the loss of each card after the moment would cost: what a camera recorded between two changes is gone, and nothing
 * can be planned anew then.
 */
export function cardLossesOf(
  { problem, cameraIds, fromS }: MomentCover,
  schedule: readonly Intervention[],
): readonly CardLoss[] {
  // prettier-ignore
  const { good, cameras } = follow(problem, schedule)
  const need = needByStep(problem)
  return problem.cameras.flatMap((camera, c): CardLoss[] => {
    if (!camera.isGood) return []
    const changes = schedule
      .filter((visit) => visit.camera === c && (visit.kind === 'card' || visit.kind === 'both'))
      .map(({ beginS, kind }) => ({ outS: beginS, inS: beginS + handlingSeconds(camera, kind) }))
      .toSorted((a, b) => a.outS - b.outS)
    const { recordsS } = cameras[c]!
    return [0, ...changes.map(({ inS }) => inS)].map((from, i): CardLoss => {
      const to = changes[i]?.outS ?? problem.durationS
      const isOnIt = (step: number) => {
        const [a, b] = [step * problem.stepS, Math.min((step + 1) * problem.stepS, problem.durationS)]
        return recordsS.some(([begins, ends]) => Math.max(begins, from) <= a && b <= Math.min(ends, to))
      }
      const left = good.map((count, step) => count - (isOnIt(step) ? 1 : 0))
      const lacking = left.flatMap((count, step) => (isOnIt(step) && count < need[step]! ? [step] : []))
      return {
        cameraId: cameraIds[c]!,
        number: i + 1,
        fromS: fromS + Math.max(from, camera.startS),
        toS: fromS + to,
        lackingS: lacking.length * problem.stepS,
        firstLackingS: lacking.length > 0 ? fromS + lacking[0]! * problem.stepS : null,
        least: lacking.length > 0 ? Math.min(...lacking.map((step) => left[step]!)) : null,
      }
    })
  })
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
  const holds = (changed: Partial<CoverProblem>) =>
    howFarHeld({ ...problem, ...changed }, effort).firstUncoveredS === null
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
  const most = mostWanted(problem)
  if (most > 1 && holds(wantingNoMore(problem, most - 1))) yield { kind: 'one angle fewer', id: null }
}
