import type { OrderProblem } from './problem.ts'

const STEPS = 300

/** The cheapest way from each stand to each, by whatever others: what no order can do better than. */
export function shortest(change: OrderProblem['change']): number[][] {
  const best = change.map((row) => [...row])
  for (let via = 0; via < best.length; via++)
    for (let from = 0; from < best.length; from++)
      for (let to = 0; to < best.length; to++)
        best[from]![to] = Math.min(best[from]![to]!, best[from]![via]! + best[via]![to]!)
  return best
}

/**
 * A time before which no order can be over: all minutes, the cheapest first stand, and changes of at least a tree that
 * spans all stands with two ends; and for each window its start and its task.
 * @source Held and Karp 1970: one-trees with multipliers raised by subgradients
 */
export function lowerBound(problem: OrderProblem): number {
  const { tasks, startMin, first } = problem
  const minutes = tasks.reduce((sum, task) => sum + task.minutes, 0)
  const stands = [...new Set(tasks.flatMap(({ stand }) => stand ?? []))]
  const begin = stands.length === 0 ? 0 : Math.min(...stands.map((stand) => first[stand]!))
  const byWindows = tasks.map((task) => (task.windows?.[0]?.fromMin ?? startMin) + task.minutes)
  const bound = Math.max(startMin + minutes + begin + leastChanges(problem, stands), ...byWindows)
  // Where everything is whole minutes, so is the end.
  return isWhole(problem) ? Math.ceil(bound - 1e-6) : bound
}

const isWhole = ({ startMin, tasks, first, change }: OrderProblem): boolean =>
  [
    startMin,
    ...first,
    ...change.flat(),
    ...tasks.flatMap(({ minutes, windows }) => [minutes, ...(windows ?? []).map((window) => window.fromMin)]),
  ].every(Number.isInteger)

/** Minutes of changes that any way by all stands has at the least. */
function leastChanges({ change }: OrderProblem, stands: readonly number[]): number {
  const n = stands.length
  if (n < 2) return 0
  // Both ways at the cheaper; a path is a round by way of a node that costs nothing.
  const cost = stands.map((a) => stands.map((b) => Math.min(change[a]![b]!, change[b]![a]!)))
  const pay = new Float64Array(n)
  let best = 0
  let step = Math.max(...cost.flat()) / 2
  for (let round = 0; round < STEPS; round++) {
    const { length, degree } = tree(cost, pay)
    // The node of no cost joins the two cheapest ends.
    const order = stands.map((_, i) => i).sort((a, b) => pay[a]! - pay[b]!)
    const [a, b] = [order[0]!, order[1]!]
    degree[a]!++
    degree[b]!++
    let value = length + pay[a]! + pay[b]!
    for (let i = 0; i < n; i++) value -= 2 * pay[i]!
    best = Math.max(best, value)
    let off = 0
    for (let i = 0; i < n; i++) off += (degree[i]! - 2) ** 2
    if (off === 0) break
    for (let i = 0; i < n; i++) pay[i]! += step * (degree[i]! - 2)
    step *= 0.975
  }
  return best
}

/** The shortest spanning tree with what each node pays for being joined. @source Prim 1957 */
function tree(cost: readonly (readonly number[])[], pay: Float64Array) {
  const n = cost.length
  const degree = new Int32Array(n)
  const away = new Float64Array(n).fill(Infinity)
  const to = new Int32Array(n)
  const isIn = new Uint8Array(n)
  let length = 0
  let at = 0
  isIn[0] = 1
  for (let k = 1; k < n; k++) {
    let next = -1
    for (let i = 0; i < n; i++) {
      if (isIn[i]) continue
      const c = cost[at]![i]! + pay[at]! + pay[i]!
      if (c < away[i]!) {
        away[i] = c
        to[i] = at
      }
      if (next < 0 || away[i]! < away[next]!) next = i
    }
    isIn[next] = 1
    length += away[next]!
    degree[next]!++
    degree[to[next]!]!++
    at = next
  }
  return { length, degree }
}
