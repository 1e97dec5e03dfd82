import { seeded } from '../chance/index.ts'
import { endOf, finishOf, NOWHERE, type OrderProblem, readyAt } from './problem.ts'

/** How a search goes. */
export interface Searching {
  /** The same seed and as many rounds find the same order. */
  readonly seed: number
  readonly rounds: number
}

/** So many tasks are taken out in a round on average, in strings of so many at most. */
const TAKEN = 10
const LONGEST_STRING = 10
/** Now and then a place is passed over, so that the same tasks do not always fall back where they were. */
const BLINK = 0.01
/** Minutes that a worse order may be worse by at first, and at the end. */
const HOT_MIN = 12
const COLD_MIN = 0.05
/** A task that fits nowhere costs so much: first all of them, then early. */
const MISSED_MIN = 100_000

interface Kept {
  readonly order: readonly number[]
  readonly missed: readonly number[]
  readonly cost: number
}

/**
 * Looks for an order that ends early: strings of neighbours are taken out and put back where each costs least, over and
 * over, worse orders kept less and less often. Yields each order that is better than all before and has all tasks.
 * @param begin orders to start from, the best of which is
 * @source slack induction by string removals: Christiaens and Vanden Berghe, Transportation Science 2020
 */
export function* searching(
  problem: OrderProblem,
  begin: readonly (readonly number[])[],
  { seed, rounds }: Searching,
): Generator<readonly number[]> {
  const chance = seeded(seed)
  const { tasks } = problem
  const n = tasks.length
  const prior: number[][] = tasks.map(() => [])
  const after: number[][] = tasks.map(() => [])
  for (const [a, b] of problem.before) {
    prior[b]!.push(a)
    after[a]!.push(b)
  }
  const near = neighbours(problem)
  const costOf = (order: readonly number[], missed: readonly number[]) => finishOf(problem, order) + MISSED_MIN * missed.length // prettier-ignore
  const put = placer(problem, prior, after, chance)
  const starts = [...begin.filter((order) => finishOf(problem, order) < Infinity), []].map((order): Kept => {
    const made = [...order]
    const missed = put(
      made,
      tasks.map((_, i) => i).filter((i) => !order.includes(i)),
    )
    return { order: made, missed, cost: costOf(made, missed) }
  })
  let now = starts.reduce((a, b) => (b.cost < a.cost ? b : a))
  let best = now
  if (best.missed.length === 0) yield best.order
  for (let round = 0; round < rounds; round++) {
    const heat = HOT_MIN * (COLD_MIN / HOT_MIN) ** (round / rounds)
    const order = [...now.order]
    const out = [...now.missed, ...takeOut(order, near, n, chance)]
    shuffle(out, chance)
    const kind = chance()
    // Those with windows first, those that are long first, those that few others are like, or just so.
    if (kind < 0.25) out.sort((a, b) => tightness(problem, a) - tightness(problem, b))
    else if (kind < 0.5) out.sort((a, b) => tasks[b]!.minutes - tasks[a]!.minutes)
    else if (kind < 0.6) out.sort((a, b) => (tasks[a]!.stand ?? -1) - (tasks[b]!.stand ?? -1))
    const missed = put(order, out)
    const cost = costOf(order, missed)
    if (cost < now.cost - heat * Math.log(Math.max(1e-12, chance()))) now = { order, missed, cost }
    if (cost < best.cost - 1e-9) {
      best = { order, missed, cost }
      if (missed.length === 0) yield order
    }
  }
}

const tightness = ({ tasks }: OrderProblem, i: number) =>
  tasks[i]!.windows?.reduce((sum, { fromMin, toMin }) => sum + toMin - fromMin, 0) ?? Infinity

function shuffle(list: number[], chance: () => number): void {
  for (let i = list.length - 1; i > 0; i--) {
    const k = Math.floor(chance() * (i + 1))
    ;[list[i], list[k]] = [list[k]!, list[i]!]
  }
}

/** Each task's others, those with the cheapest change first. */
function neighbours({ tasks, change }: OrderProblem): readonly (readonly number[])[] {
  return tasks.map((task, i) => {
    const cost = (k: number) => {
      const to = tasks[k]!.stand
      return task.stand === null || to === null ? 0 : change[task.stand]![to]! + change[to]![task.stand]!
    }
    return tasks.map((_, k) => k).filter((k) => k !== i).sort((a, b) => cost(a) - cost(b)) // prettier-ignore
  })
}

/** Takes strings out of an order about a task by chance: it, and strings about tasks like it. */
function takeOut(order: number[], near: readonly (readonly number[])[], n: number, chance: () => number): number[] {
  const longest = Math.min(LONGEST_STRING, order.length)
  if (longest === 0) return []
  const strings = Math.max(1, Math.floor(chance() * ((4 * TAKEN) / (1 + longest) - 1) + 1))
  const out: number[] = []
  const seed = Math.floor(chance() * n)
  const gone = new Set<number>()
  for (const about of [seed, ...near[seed]!]) {
    if (out.length >= strings * longest || gone.size >= strings) break
    const at = order.indexOf(about)
    if (at < 0) continue
    gone.add(about)
    const length = 1 + Math.floor(chance() * longest)
    const from = Math.max(0, Math.min(order.length - length, at - Math.floor(chance() * length)))
    out.push(...order.splice(from, length))
  }
  return out
}

/** Puts tasks into an order one after the other, each where all is over earliest; gives those that fit nowhere. */
function placer(problem: OrderProblem, prior: readonly number[][], after: readonly number[][], chance: () => number) {
  const { tasks, startMin } = problem
  const n = tasks.length
  const ends = new Float64Array(n + 1)
  const stands = new Int32Array(n + 1)
  /** Minutes waited in an order from a place on: as much as coming later can be made up for. */
  const waits = new Float64Array(n + 2)
  return (order: number[], out: readonly number[]): number[] => {
    const missed: number[] = []
    for (const i of out) {
      const task = tasks[i]!
      ends[0] = startMin
      stands[0] = NOWHERE
      const length = order.length
      for (let k = 0; k < length; k++) {
        const one = tasks[order[k]!]!
        const ready = readyAt(problem, one, ends[k]!, stands[k]!)
        ends[k + 1] = endOf(one, ready)
        stands[k + 1] = one.stand ?? stands[k]!
        waits[k] = ends[k + 1]! - ready - one.minutes
      }
      // From here on nothing has a window: what is late there only ends later.
      let lastWindow = length - 1
      while (lastWindow >= 0 && !tasks[order[lastWindow]!]!.windows) lastWindow--
      waits[length] = 0
      for (let k = length - 1; k >= 0; k--) waits[k]! += waits[k + 1]!
      let lowest = 0
      let highest = length
      for (const p of prior[i]!) lowest = Math.max(lowest, order.indexOf(p) + 1)
      for (const a of after[i]!) {
        const at = order.indexOf(a)
        if (at >= 0) highest = Math.min(highest, at)
      }
      const now = ends[length]!
      let found = -1
      let leastEnd = Infinity
      for (let at = lowest; at <= highest; at++) {
        if (chance() < BLINK) continue
        let end = endOf(task, readyAt(problem, task, ends[at]!, stands[at]!))
        if (end === Infinity) continue
        let stand = task.stand ?? stands[at]!
        for (let k = at; k < length; k++) {
          const one = tasks[order[k]!]!
          end = endOf(one, readyAt(problem, one, end, stand))
          stand = one.stand ?? stand
          const behind = end - ends[k + 1]!
          // What is behind cannot be made up for by more than is waited from here on.
          if (now + behind - waits[k + 1]! >= leastEnd) {
            end = Infinity
            break
          }
          // In step again, and standing alike, the rest goes as it went; without waiting it only goes later.
          if (stand === stands[k + 1] && (behind === 0 || k + 1 > lastWindow)) {
            end = now + behind
            break
          }
        }
        if (end < leastEnd) {
          leastEnd = end
          found = at
        }
      }
      if (found < 0) missed.push(i)
      else order.splice(found, 0, i)
    }
    return missed
  }
}
