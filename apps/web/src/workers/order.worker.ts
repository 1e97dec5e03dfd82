import { expose } from 'comlink'
import { type Conflict, type OrderProblem, type Solved, solving, whyNot } from '@kavrell/core/order'

/** What a search has come to. */
export interface FoundOrder {
  readonly solved: Solved
  /** Demands of the day that cannot all be kept; then what misses its window now may go on missing it by as much. */
  readonly conflict: Conflict | null
}

/** Looks for the order that is over first, off the page's thread; each better one is told as it is found. */
const api = {
  search(
    { strict, problem }: { readonly strict: OrderProblem; readonly problem: OrderProblem },
    present: readonly number[],
    onBetter: (found: FoundOrder) => void,
  ): FoundOrder {
    const conflict = whyNot(strict)
    const look = (asked: OrderProblem): Solved => {
      const steps = solving(asked, [present])
      for (let step = steps.next(); ; step = steps.next()) {
        if (step.done) return step.value
        onBetter({ solved: step.value, conflict })
      }
    }
    const kept = conflict ? null : look(strict)
    return { solved: kept && 'order' in kept ? kept : look(problem), conflict }
  },
}
export type OrderWorker = typeof api
expose(api)
