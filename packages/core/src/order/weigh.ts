import { seeded } from '../chance/index.ts'
import { endOf, keepsBefore, NOWHERE, type OrderProblem, readyAt } from './problem.ts'

/** What is wished of an order besides that it is over early, each in minutes of a later end that it is worth. */
export interface Wishes {
  /** A minute of waiting less. */
  readonly waitWeight: number
  /** A change of stand less: a turn, a relight, a move. */
  readonly changeWeight: number
  /** Something hard an hour earlier. */
  readonly freshWeight: number
}

/** Whether anything is wished for. */
export const hasWishes = ({ waitWeight, changeWeight, freshWeight }: Wishes): boolean =>
  waitWeight > 0 || changeWeight > 0 || freshWeight > 0

/** An order by what is wished of it. */
export interface Weighed {
  readonly finishMin: number
  readonly waitMin: number
  readonly changes: number
  /** Hours from the start to each hard task, all together. */
  readonly hardHours: number
  /** All in minutes: the end, and what else counts. Infinity where some task misses its window. */
  readonly cost: number
}

/** What an order is worth. @param hard of each task, whether it is better done early */
export function weighed(
  problem: OrderProblem,
  hard: readonly boolean[],
  { waitWeight, changeWeight, freshWeight }: Wishes,
  order: readonly number[],
): Weighed {
  let end = problem.startMin
  let stand = NOWHERE
  let waitMin = 0
  let changes = 0
  let hardMin = 0
  for (const i of order) {
    const task = problem.tasks[i]!
    const ready = readyAt(problem, task, end, stand)
    end = endOf(task, ready)
    if (task.stand !== null && stand !== NOWHERE && task.stand !== stand && problem.change[stand]![task.stand]! > 0) changes++ // prettier-ignore
    waitMin += end - task.minutes - ready
    if (hard[i]) hardMin += end - task.minutes - problem.startMin
    stand = task.stand ?? stand
  }
  const hardHours = hardMin / 60
  const cost =
    end === Infinity ? Infinity : end + waitMin * waitWeight + changes * changeWeight + hardHours * freshWeight
  return { finishMin: end, waitMin, changes, hardHours, cost }
}

/** Minutes that a worse order may be worse by at first, and at the end. */
const HOT_MIN = 10
const COLD_MIN = 0.05
const LONGEST_PART = 8
/** Of a day of forty entries some three seconds of a small machine. */
export const USUAL_MOVES = 150_000

/**
 * Betters an order by all that is wished of it: parts of it are moved or turned round, worse ones kept less and less
 * often. Yields each order that is worth more than all before; none of it is proven.
 * @param begin orders that can be done, the best of which is begun with
 * @param moves that are tried; the same seed and as many find the same
 * @source simulated annealing: Kirkpatrick, Gelatt and Vecchi 1983
 */
export function* weighing(
  problem: OrderProblem,
  hard: readonly boolean[],
  wishes: Wishes,
  begin: readonly (readonly number[])[],
  { seed, moves }: { readonly seed: number; readonly moves: number } = { seed: 1, moves: USUAL_MOVES },
): Generator<{ readonly order: readonly number[]; readonly weighed: Weighed }> {
  const worth = (order: readonly number[]) => weighed(problem, hard, wishes, order)
  const known = begin.filter((order) => keepsBefore(problem, order)).map((order) => ({ order, weighed: worth(order) }))
  const [first] = known.sort((a, b) => a.weighed.cost - b.weighed.cost)
  if (!first || first.weighed.cost === Infinity) return
  yield first
  const n = first.order.length
  if (n < 2) return
  const chance = seeded(seed)
  let now: readonly number[] = first.order
  let cost = first.weighed.cost
  let best = cost
  for (let move = 0; move < moves; move++) {
    const heat = HOT_MIN * (COLD_MIN / HOT_MIN) ** (move / moves)
    const length = 1 + Math.floor(chance() ** 2 * Math.min(LONGEST_PART, n - 1))
    const from = Math.floor(chance() * (n - length + 1))
    const part = now.slice(from, from + length)
    if (chance() < 0.2) part.reverse()
    const rest = [...now.slice(0, from), ...now.slice(from + length)]
    const to = Math.floor(chance() * (rest.length + 1))
    const tried = [...rest.slice(0, to), ...part, ...rest.slice(to)]
    if (!keepsBefore(problem, tried)) continue
    const then = worth(tried)
    if (!(then.cost <= cost - heat * Math.log(Math.max(1e-12, chance())))) continue
    now = tried
    cost = then.cost
    if (cost < best - 1e-9) {
      best = cost
      yield { order: tried, weighed: then }
    }
  }
}
