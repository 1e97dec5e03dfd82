import { expose } from 'comlink'
import { type CoverProblem, follow, needByStep, type Rota, solveAtOnce, solveWithin } from '@kavrell/core/cover'
import { type Loss, lossesOf, type Mend, mendsOf, type MomentCover } from '@kavrell/core/moments'

/** What was found of a moment so far; losses and ways out come one after another. */
export interface FoundCover {
  readonly rota: Rota
  /** Seconds of the moment that pass before enough angles record, where some are missing at once. */
  readonly bareUntilS: number | null
  readonly losses: readonly Loss[]
  readonly mends: readonly Mend[]
  readonly isLooking: boolean
  /** Whether a rota with fewer visits, or more to spare, is still looked for. */
  readonly isProving: boolean
}

/** How long a better rota than the first, and the proof that there is none, is looked for. */
const PATIENCE_MS = 10_000

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
    if (solveAtOnce(later).status !== 'held') continue
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
    const losses: Loss[] = []
    const mends: Mend[] = []
    // While it goes on an answer in a second is worth more than a proof; before, a rota is shown at once all the same.
    const soon = rotaFrom(cover, solveAtOnce)
    if (isLive) return { ...soon, losses, mends, isLooking: false, isProving: false }
    if (soon.rota.status === 'held') tell({ ...soon, losses, mends, isLooking: true, isProving: true })
    const { rota, bareUntilS } = rotaFrom(cover, (problem) => solveWithin(problem, PATIENCE_MS, { width: 1500 }))
    const found = (isLooking: boolean): FoundCover => ({ rota, bareUntilS, losses: [...losses], mends: [...mends], isLooking, isProving: false }) // prettier-ignore
    tell(found(true))
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
