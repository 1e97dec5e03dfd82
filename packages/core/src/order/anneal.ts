import { seeded } from '../chance/index.ts'
import { endOf, keepsBefore, NOWHERE, type OrderProblem, readyAt } from './problem.ts'

/** Minutes that a worse order may be worse by at first, and at the end. */
const HOT_MIN = 14
const COLD_MIN = 1
/** Neighbours are drawn from so many with the cheapest change. */
const NEAR = 20
const LONGEST_PART = 28
/** One in so many moves goes anywhere. */
const ANYWHERE = 0.06
const TURNED = 0.15

/**
 * Betters an order that can be done by moving parts of it: a task and those behind or before it go beside one that is
 * cheap to change with, or a part is turned round; worse orders are kept less and less often. Yields each order that is
 * better than all before.
 *
 * A move is judged by going through what it changes only: what comes behind is over at max(a, r + b) if its first task is
 * ready at r by its latest, which is kept for every place.
 * @param moves that are tried; the same seed and as many find the same order
 * @source simulated annealing (Kirkpatrick et al. 1983) over Or-opt moves (Or 1976)
 */
export function* annealing(
  problem: OrderProblem,
  begin: readonly number[],
  { seed, moves }: { readonly seed: number; readonly moves: number },
): Generator<readonly number[]> {
  const n = begin.length
  if (n < 3) return
  const { tasks, before } = problem
  const chance = seeded(seed)
  const near = nearest(problem)
  const order = Int32Array.from(begin)
  const at = new Int32Array(n)
  const ends = new Float64Array(n + 1)
  const stands = new Int32Array(n + 1)
  const rest = { a: new Float64Array(n + 1), b: new Float64Array(n + 1), latest: new Float64Array(n + 1) }
  /** Behind here every task has one window at most: the rest is told from its start. */
  let told = 0
  const part = new Int32Array(n)

  const goThrough = () => {
    ends[0] = problem.startMin
    stands[0] = NOWHERE
    for (let k = 0; k < n; k++) {
      const task = tasks[order[k]!]!
      at[order[k]!] = k
      ends[k + 1] = endOf(task, readyAt(problem, task, ends[k]!, stands[k]!))
      stands[k + 1] = task.stand ?? stands[k]!
    }
    told = tellRest(problem, order, stands, rest)
  }
  /** When all is over with some tasks from a place on done in another turn; Infinity where a window is missed. */
  const finishWith = (from: number, length: number, most: number): number => {
    let end = ends[from]!
    let stand = stands[from]!
    for (let k = 0; k < length; k++) {
      const task = tasks[part[k]!]!
      end = endOf(task, readyAt(problem, task, end, stand))
      if (end > most) return Infinity
      stand = task.stand ?? stand
    }
    for (let k = from + length; k < n; k++) {
      const task = tasks[order[k]!]!
      const ready = readyAt(problem, task, end, stand)
      if (k >= told && task.stand !== null)
        return ready <= rest.latest[k]! ? Math.max(rest.a[k]!, ready + rest.b[k]!) : Infinity
      end = endOf(task, ready)
      if (end > most) return Infinity
      stand = task.stand ?? stand
    }
    return end
  }
  goThrough()
  let finish = ends[n]!
  let best = finish
  for (let move = 0; move < moves; move++) {
    const heat = HOT_MIN * (COLD_MIN / HOT_MIN) ** (move / moves)
    const most = finish - heat * Math.log(Math.max(1e-12, chance()))
    const i = Math.floor(chance() * n)
    const list = near[i]!
    const j = chance() < ANYWHERE ? Math.floor(chance() * n) : list[Math.floor(chance() ** 2 * list.length)]!
    if (i === j) continue
    const length = 1 + Math.floor(chance() ** 3 * Math.min(LONGEST_PART, n - 1))
    const [from, changed] =
      chance() < TURNED ? turn(order, part, at[i]!, at[j]!) : shift(order, part, at[i]!, at[j]!, length, chance() < 0.5)
    if (changed === 0) continue
    const then = finishWith(from, changed, most)
    if (!(then <= most)) continue
    if (before.length > 0 && !keepsPart(before, at, part, from, changed)) continue
    for (let k = 0; k < changed; k++) order[from + k] = part[k]!
    goThrough()
    finish = ends[n]!
    if (finish < best - 1e-9) {
      best = finish
      const found = [...order]
      if (keepsBefore(problem, found)) yield found
    }
  }
}

/** Each task's others, so many of those with the cheapest change. */
function nearest({ tasks, change }: OrderProblem): readonly Int32Array[] {
  return tasks.map((task, i) => {
    const cost = (k: number) => {
      const to = tasks[k]!.stand
      return task.stand === null || to === null ? 0 : change[task.stand]![to]!
    }
    const others = tasks.map((_, k) => k).filter((k) => k !== i)
    return Int32Array.from(others.sort((a, b) => cost(a) - cost(b)).slice(0, NEAR))
  })
}

/**
 * A task with those behind it put right behind another, or with those before it right before another.
 * @returns from which place on and for how many places the order becomes `part`; none where nothing changes
 */
function shift(
  order: Int32Array,
  part: Int32Array,
  i: number,
  j: number,
  length: number,
  isBehind: boolean,
): readonly [from: number, changed: number] {
  const n = order.length
  // The part goes from `first` to before `end`, and then stands right before what is at `to`.
  const first = isBehind ? i : Math.max(0, i - length + 1)
  const end = isBehind ? Math.min(n, i + length) : i + 1
  const to = isBehind ? j + 1 : j
  if (to >= first && to <= end) return [0, 0]
  let k = 0
  if (to < first) {
    for (let m = first; m < end; m++) part[k++] = order[m]!
    for (let m = to; m < first; m++) part[k++] = order[m]!
    return [to, k]
  }
  for (let m = end; m < to; m++) part[k++] = order[m]!
  for (let m = first; m < end; m++) part[k++] = order[m]!
  return [first, k]
}

/** What is between two tasks, and the later of them, turned round, so that they stand beside one another. */
function turn(order: Int32Array, part: Int32Array, i: number, j: number): readonly [from: number, changed: number] {
  const from = Math.min(i, j) + 1
  const end = Math.max(i, j) + 1
  if (end - from < 2 || end - from > 2 * LONGEST_PART) return [0, 0]
  for (let k = 0; k < end - from; k++) part[k] = order[end - 1 - k]!
  return [from, end - from]
}

/** Whether what comes before what still does with some places in another turn. */
function keepsPart(
  before: OrderProblem['before'],
  at: Int32Array,
  part: Int32Array,
  from: number,
  changed: number,
): boolean {
  const placeOf = (task: number) => {
    if (at[task]! < from || at[task]! >= from + changed) return at[task]!
    for (let k = 0; k < changed; k++) if (part[k] === task) return from + k
    return at[task]!
  }
  for (const [a, b] of before) {
    const isTouched = at[a]! < from + changed && at[b]! >= from
    if (isTouched && placeOf(a) > placeOf(b)) return false
  }
  return true
}

/**
 * For each place of an order, when all is over by when its task is ready: max(a, ready + b), while ready is not after the
 * latest. Told from the end, as far as no task has more than one window.
 * @returns the first place for which it is told
 */
function tellRest(
  problem: OrderProblem,
  order: Int32Array,
  stands: Int32Array,
  { a, b, latest }: { readonly a: Float64Array; readonly b: Float64Array; readonly latest: Float64Array },
): number {
  const n = order.length
  let nextA = -Infinity
  let nextB = 0
  let nextLatest = Infinity
  for (let k = n - 1; k >= 0; k--) {
    const { windows, minutes } = problem.tasks[order[k]!]!
    if (windows && windows.length > 1) return k + 1
    const next = k + 1 < n ? problem.tasks[order[k + 1]!]! : null
    const change = next ? readyAt(problem, next, 0, stands[k + 1]!) : 0
    const fromMin = windows ? windows[0]!.fromMin : -Infinity
    const toMin = windows ? windows[0]!.toMin : Infinity
    b[k] = minutes + change + nextB
    a[k] = Math.max(nextA, fromMin + b[k]!)
    latest[k] = Math.min(toMin - minutes, nextLatest - minutes - change)
    nextA = a[k]!
    nextB = b[k]!
    nextLatest = latest[k]!
  }
  return 0
}
