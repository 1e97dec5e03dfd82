import { annealing } from './anneal.ts'
import { lowerBound } from './bound.ts'
import { MOST_EXACT, solveExactly } from './exact.ts'
import { finishOf, keepsBefore, type OrderProblem } from './problem.ts'
import { searching } from './search.ts'
import { type Conflict, whyNot } from './whyNot.ts'

/** What is known of the best order of some tasks. */
export type Solved =
  | {
      /** `optimal`: proven that none ends earlier. */
      readonly status: 'optimal' | 'best-known'
      readonly order: readonly number[]
      readonly finishMin: number
      /** No order ends before. */
      readonly boundMin: number
    }
  /** Proven that there is none; why, where a set of demands was found. */
  | { readonly status: 'infeasible'; readonly conflict: Conflict | null }
  /** None was met, and none was ruled out. */
  | { readonly status: 'not-found' }

/** How long is searched beyond what can be proven. */
export interface Search {
  /** The same seed and as many moves find the same order. */
  readonly seed: number
  readonly moves: number
}

/** Less than ten seconds of a hundred tasks on a small machine. */
export const USUAL_SEARCH: Search = { seed: 1, moves: 3_000_000 }
/** An order at once, and a bound for the exact way. */
const FIRST_ROUNDS = 1_500

/** Two times are the same to so much. */
const SAME_MIN = 1e-6

/**
 * The order that ends earliest: to proof up to 19 tasks, by search beyond, where the bound may still prove it. Yields
 * better orders as they are found; never gives one that ends later than those it begins with.
 * @param begin orders to be bettered, such as the one there is; those that cannot be done are no matter
 */
export function* solving(
  problem: OrderProblem,
  begin: readonly (readonly number[])[] = [],
  search: Search = USUAL_SEARCH,
): Generator<Solved, Solved> {
  const conflict = whyNot(problem)
  if (conflict) return { status: 'infeasible', conflict }
  const boundMin = lowerBound(problem)
  const n = problem.tasks.length
  const isExact = n <= MOST_EXACT
  const known = begin.filter((order) => order.length === n && keepsBefore(problem, order))
  let best: readonly number[] | null = null
  const solved = (order: readonly number[], isProven = false): Solved => {
    const finishMin = finishOf(problem, order)
    const isOptimal = isProven || finishMin <= boundMin + SAME_MIN
    return {
      status: isOptimal ? 'optimal' : 'best-known',
      order,
      finishMin,
      boundMin: isOptimal ? finishMin : boundMin,
    }
  }
  const better = function* (): Generator<readonly number[]> {
    yield* searching(problem, known, { seed: search.seed, rounds: FIRST_ROUNDS })
    if (best && !isExact) yield* annealing(problem, best, { seed: search.seed, moves: search.moves })
  }
  for (const order of better()) {
    if (best && finishOf(problem, order) >= finishOf(problem, best)) continue
    best = order
    const now = solved(order)
    yield now
    if (now.status === 'optimal') return now
  }
  if (isExact) {
    const within = best ? finishOf(problem, best) - SAME_MIN : Infinity
    const exact = solveExactly(problem, within) ?? best
    return exact ? solved(exact, true) : { status: 'infeasible', conflict: null }
  }
  return best ? solved(best) : { status: 'not-found' }
}

/** The best order of some tasks, once it is found. */
export function solve(problem: OrderProblem, begin?: readonly (readonly number[])[], search?: Search): Solved {
  const steps = solving(problem, begin, search)
  for (let step = steps.next(); ; step = steps.next()) if (step.done) return step.value
}
