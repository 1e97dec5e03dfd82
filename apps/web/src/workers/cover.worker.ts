import { expose } from 'comlink'
import { type CoverProblem, follow, needByStep, type Rota, solveAtOnce, solveCover } from '@kavrell/core/cover'
import { type Loss, lossesOf, type Mend, mendsOf, type MomentCover } from '@kavrell/core/moments'

/** What was found of a moment so far; losses and ways out come one after another. */
export interface FoundCover {
  readonly rota: Rota
  /** Seconds of the moment that pass before enough angles record, where some are missing at once. */
  readonly bareUntilS: number | null
  readonly losses: readonly Loss[]
  readonly mends: readonly Mend[]
  readonly isLooking: boolean
}

/**
 * A rota from now on. Where enough angles are missing already, one that has them again as soon as can be: the seconds
 * that nobody can hold are passed over.
 */
function rotaFrom(
  { problem }: MomentCover,
  solve: (problem: CoverProblem) => Rota,
): { rota: Rota; bareUntilS: number | null } {
  const rota = solve(problem)
  if (rota.status === 'held' || rota.firstUncoveredS > problem.coverFromS) return { rota, bareUntilS: null }
  for (let step = problem.stepS; problem.coverFromS + step < problem.durationS; step *= 2) {
    const later = { ...problem, coverFromS: problem.coverFromS + step }
    const found = solve(later)
    if (found.status !== 'held') continue
    const { good } = follow(problem, found.schedule)
    const need = needByStep(problem)
    const lastBare = good.findLastIndex((count, i) => count < need[i]!)
    return { rota: found, bareUntilS: (lastBare + 1) * problem.stepS }
  }
  return { rota, bareUntilS: null }
}

/** Finds who goes where when, off the page's thread. */
const api = {
  plan(cover: MomentCover, isLive: boolean, tell: (found: FoundCover) => void): FoundCover {
    // While it goes on an answer in a second is worth more than a proof.
    const { rota, bareUntilS } = rotaFrom(
      cover,
      isLive ? solveAtOnce : (problem) => solveCover(problem, { width: 1500 }),
    )
    const losses: Loss[] = []
    const mends: Mend[] = []
    const found = (isLooking: boolean): FoundCover => ({ rota, bareUntilS, losses: [...losses], mends: [...mends], isLooking }) // prettier-ignore
    tell(found(!isLive))
    if (isLive) return found(false)
    if (rota.status === 'cannot')
      for (const mend of mendsOf(cover)) {
        mends.push(mend)
        tell(found(true))
      }
    for (const loss of lossesOf(cover)) {
      losses.push(loss)
      tell(found(true))
    }
    return found(false)
  },
}
export type CoverWorker = typeof api
expose(api)
