import { expose } from 'comlink'
import {
  type Conflict,
  hasWishes,
  type OrderProblem,
  type Solved,
  solving,
  type Weighed,
  weighing,
  whyNot,
  type Wishes,
} from '@kavrell/core/order'

/** What a search has come to. */
export interface FoundOrder {
  readonly solved: Solved
  /** Demands of the day that cannot all be kept; then what misses its window now may go on missing it by as much. */
  readonly conflict: Conflict | null
  /** The order that is worth most by what is wished of it besides an early end; null where nothing is. */
  readonly wished: { readonly order: readonly number[]; readonly weighed: Weighed } | null
}

/** What is looked for. */
export interface AskedOrder {
  readonly strict: OrderProblem
  readonly problem: OrderProblem
  readonly wishes: Wishes
  /** Of each task, whether it is better done early. */
  readonly hard: readonly boolean[]
}

/** Looks for the order that is over first, and then by what else is wished, off the page's thread; each better one is told as it is found. */
const api = {
  search(
    { strict, problem, wishes, hard }: AskedOrder,
    present: readonly number[],
    onBetter: (found: FoundOrder) => void,
  ): FoundOrder {
    const conflict = whyNot(strict)
    const look = (asked: OrderProblem): Solved => {
      const steps = solving(asked, [present])
      for (let step = steps.next(); ; step = steps.next()) {
        if (step.done) return step.value
        onBetter({ solved: step.value, conflict, wished: null })
      }
    }
    const kept = conflict ? null : look(strict)
    const isKept = kept !== null && 'order' in kept
    const solved = isKept ? kept : look(problem)
    let wished: FoundOrder['wished'] = null
    if ('order' in solved && hasWishes(wishes))
      for (const better of weighing(isKept ? strict : problem, hard, wishes, [solved.order, present])) {
        wished = better
        onBetter({ solved, conflict, wished })
      }
    return { solved, conflict, wished }
  },
}
export type OrderWorker = typeof api
expose(api)
