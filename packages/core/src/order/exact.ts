import { endOf, NOWHERE, type OrderProblem, readyAt } from './problem.ts'

/** So many tasks are solved to proof: 2^19 sets of those done, 20 stands each, 100 MB. */
export const MOST_EXACT = 19

/**
 * The order that ends earliest, with proof; null where there is none. After each set of tasks done and each task that
 * the stand is from, only the earliest moment matters: later ones can do nothing that it cannot.
 * @param within only orders that end before this are looked for
 * @source dynamic programming over subsets: Held and Karp 1962, with windows
 */
export function solveExactly(problem: OrderProblem, within = Infinity): readonly number[] | null {
  const { tasks, startMin } = problem
  const n = tasks.length
  if (n > MOST_EXACT) throw new RangeError(`${n} tasks; at most ${MOST_EXACT} are solved to proof`)
  if (n === 0) return []
  const full = 2 ** n - 1
  // The stand is that of task `from`; n is no stand yet.
  const froms = n + 1
  const endMin = new Float64Array((full + 1) * froms).fill(Infinity)
  /** Task done last; of what it came from, the stand. */
  const last = new Uint8Array(endMin.length)
  const came = new Uint8Array(endMin.length)
  const needs = new Uint32Array(n)
  for (const [a, b] of problem.before) needs[b]! |= 1 << a
  const total = tasks.reduce((sum, task) => sum + task.minutes, 0)
  const doneMin = (set: number) => tasks.reduce((sum, task, i) => sum + ((set >> i) & 1 ? task.minutes : 0), 0)
  endMin[n] = startMin
  for (let set = 0; set < full; set++) {
    let leftMin = -1
    for (let from = 0; from < froms; from++) {
      const now = endMin[set * froms + from]!
      if (now === Infinity) continue
      if (leftMin < 0) leftMin = total - doneMin(set)
      if (now + leftMin >= within) continue
      const stand = from === n ? NOWHERE : tasks[from]!.stand!
      for (let i = 0; i < n; i++) {
        if ((set >> i) & 1 || (needs[i]! & set) !== needs[i]) continue
        const task = tasks[i]!
        const end = endOf(task, readyAt(problem, task, now, stand))
        const to = (set | (1 << i)) * froms + (task.stand === null ? from : i)
        if (end >= endMin[to]!) continue
        endMin[to] = end
        last[to] = i
        came[to] = from
      }
    }
  }
  let from = 0
  for (let k = 1; k < froms; k++) if (endMin[full * froms + k]! < endMin[full * froms + from]!) from = k
  if (!(endMin[full * froms + from]! < within)) return null
  const order: number[] = []
  for (let set = full; set > 0;) {
    const at = set * froms + from
    order.push(last[at]!)
    from = came[at]!
    set &= ~(1 << order.at(-1)!)
  }
  return order.reverse()
}
