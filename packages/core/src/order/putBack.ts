import { finishOf, keepsBefore, type OrderProblem } from './problem.ts'

/** What it costs to have one task of an order where it was before. */
export interface PutBack {
  readonly task: number
  /** Which tasks it then comes right behind; null is the front. */
  readonly behind: number | null
  /** All is over so much later; Infinity where some task then misses its window or its turn. */
  readonly costMin: number
}

/**
 * For each task that stands elsewhere in a better order than in the one before, what it costs to put it back right
 * behind the one that it came behind, all else left as it is; the dearest first.
 * @param order the better one
 * @param before the one there was, of the same tasks
 */
export function putBackCosts(problem: OrderProblem, order: readonly number[], before: readonly number[]): PutBack[] {
  const finish = finishOf(problem, order)
  const cameBehind = new Map(before.map((task, i) => [task, i > 0 ? before[i - 1]! : null]))
  return order
    .flatMap((task, i): PutBack[] => {
      const behind = cameBehind.get(task)
      if (behind === undefined || behind === (i > 0 ? order[i - 1]! : null)) return []
      const rest = order.filter((one) => one !== task)
      const at = behind === null ? 0 : rest.indexOf(behind) + 1
      const tried = [...rest.slice(0, at), task, ...rest.slice(at)]
      const costMin = keepsBefore(problem, tried) ? finishOf(problem, tried) - finish : Infinity
      return [{ task, behind, costMin }]
    })
    .sort((a, b) => b.costMin - a.costMin)
}
