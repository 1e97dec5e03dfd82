import { seeded } from '../chance/index.ts'
import type { ChainCourse, ChainProblem } from './problem.ts'
import { simulateChain } from './simulate.ts'

export interface BestOrder {
  readonly order: readonly number[]
  readonly course: ChainCourse
  /** Every order was tried. */
  readonly isProved: boolean
  readonly tried: number
}

/** Less is better: cards that never become safe first, then when all are, then how many are late. */
const costOf = (course: ChainCourse): readonly number[] => {
  const unsafe = course.safeS.filter((at) => at === null).length
  const last = Math.max(0, ...course.safeS.map((at) => at ?? 0))
  return [unsafe, last, course.late.length, course.safeS.reduce<number>((sum, at) => sum + (at ?? 0), 0)]
}
const isLess = (a: readonly number[], b: readonly number[]) => {
  const i = a.findIndex((value, k) => Math.abs(value - b[k]!) > 1e-6)
  return i >= 0 && a[i]! < b[i]!
}

/**
 * The order of cards that has all of them safe first; the given one where none is better.
 * @param budget so many orders are tried, or all where they are no more
 */
export function bestCardOrder(problem: ChainProblem, budget = 1500): BestOrder {
  let best = { order: problem.order, course: simulateChain(problem) }
  let cost = costOf(best.course)
  let tried = 1
  const attempt = (order: readonly number[]) => {
    tried++
    const course = simulateChain({ ...problem, order })
    const its = costOf(course)
    if (!isLess(its, cost)) return false
    best = { order, course }
    cost = its
    return true
  }
  if (ordersOf(problem.cards.length) <= budget) {
    for (const order of permutations(problem.order)) attempt(order)
    return { ...best, isProved: true, tried }
  }
  const random = seeded(5)
  const bySize = [...problem.order].sort((a, b) => problem.cards[b]!.bytes - problem.cards[a]!.bytes)
  const byDue = [...problem.order].sort((a, b) => (problem.cards[a]!.readyByS ?? Infinity) - (problem.cards[b]!.readyByS ?? Infinity)) // prettier-ignore
  for (const order of [bySize, byDue, bySize.toReversed()]) attempt(order)
  while (tried < budget) {
    const order = [...best.order]
    const from = Math.floor(random() * order.length)
    const [moved] = order.splice(from, 1)
    order.splice(Math.floor(random() * (order.length + 1)), 0, moved!)
    attempt(order)
  }
  return { ...best, isProved: false, tried }
}

const ordersOf = (n: number): number => (n < 2 ? 1 : n * ordersOf(n - 1))

function* permutations(of: readonly number[]): Generator<readonly number[]> {
  if (of.length < 2) yield of
  else
    for (const [i, first] of of.entries()) for (const rest of permutations(of.toSpliced(i, 1))) yield [first, ...rest]
}
