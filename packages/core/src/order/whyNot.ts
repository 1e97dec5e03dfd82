import { shortest } from './bound.ts'
import { MOST_EXACT, solveExactly } from './exact.ts'
import { type OrderProblem, partOf } from './problem.ts'

/** Demands that cannot hold together: without any one of these tasks they could. */
export interface Conflict {
  readonly code: 'precedence_cycle' | 'window_conflict' | 'window_precedence_conflict'
  /** By index. */
  readonly tasks: readonly number[]
}

/** Tasks each of which is to come before the next, and the last before the first; null where there are none. */
function cycleIn({ tasks, before }: OrderProblem): readonly number[] | null {
  const after = tasks.map((_, i) => before.filter(([a]) => a === i).map(([, b]) => b))
  let shortestCycle: readonly number[] | null = null
  for (let from = 0; from < tasks.length; from++) {
    const came = new Map<number, number>()
    const queue = [from]
    for (const at of queue) {
      if (at === from && came.has(from)) break
      for (const next of after[at]!) {
        if (came.has(next)) continue
        came.set(next, at)
        queue.push(next)
      }
    }
    if (!came.has(from)) continue
    const cycle = [from]
    for (let at = came.get(from)!; at !== from; at = came.get(at)!) cycle.push(at)
    if (!shortestCycle || cycle.length < shortestCycle.length) shortestCycle = cycle.reverse()
  }
  return shortestCycle
}

/**
 * A problem that is no harder in any of its parts: changes go by the cheapest way there is, and after what takes the
 * stand as it finds it there is no change at all, since another task may have made it before.
 */
function easedOf(problem: OrderProblem): OrderProblem {
  const change = shortest(problem.change)
  const first = problem.first.map((minutes, to) => Math.min(minutes, ...problem.first.map((m, via) => m + change[via]![to]!))) // prettier-ignore
  const anyStand = first.length
  return {
    ...problem,
    tasks: problem.tasks.map((task) => ({ ...task, stand: task.stand ?? anyStand })),
    first: [...first, 0],
    change: [...change.map((row) => [...row, 0]), new Array<number>(anyStand + 1).fill(0)],
  }
}

/** Demands that are tried one against another where all together are too many. */
const MOST_PAIRS = 200

/**
 * A smallest set of tasks that cannot all be done; null where none was found. Proven: what cannot be done in part of an
 * eased problem cannot be done with the rest between.
 */
export function whyNot(problem: OrderProblem): Conflict | null {
  const cycle = cycleIn(problem)
  if (cycle) return { code: 'precedence_cycle', tasks: [...cycle].sort((a, b) => a - b) }
  const eased = easedOf(problem)
  const cannot = (indices: readonly number[]) => solveExactly(partOf(eased, indices)) === null
  const demanding = problem.tasks.flatMap((task, i) =>
    task.windows || problem.before.some((pair) => pair.includes(i)) ? [i] : [],
  )
  for (const i of demanding) if (cannot([i])) return named(problem, [i])
  if (demanding.length <= MOST_PAIRS)
    for (const [k, a] of demanding.entries())
      for (const b of demanding.slice(k + 1)) if (cannot([a, b])) return named(problem, [a, b])
  const all = demanding.length <= MOST_EXACT ? demanding : null
  if (!all) return null
  let core = problem.tasks.length <= MOST_EXACT ? problem.tasks.map((_, i) => i) : all
  if (!cannot(core)) return null
  // One after the other is left out; what then still cannot be done was not in the way.
  for (const i of [...core].reverse()) {
    const less = core.filter((k) => k !== i)
    if (cannot(less)) core = less
  }
  return named(problem, core)
}

function named({ before }: OrderProblem, tasks: readonly number[]): Conflict {
  const isOrdered = before.some(([a, b]) => tasks.includes(a) && tasks.includes(b))
  return { code: isOrdered ? 'window_precedence_conflict' : 'window_conflict', tasks }
}
