import { BUSY, ends, PER_CAMERA, type SteppedCamera, type Steps } from './steps.ts'

/*
 * How many visits it takes at least from any state on, with a pair of hands at every camera: nobody has to walk, and each
 * visit renews all of a camera's clocks in the shortest time that any takes. What is left is how many good angles record
 * at once, and that is given a price: each step of a good angle is paid for with what it is worth just then, each visit
 * costs one, and every camera earns as much as it can by itself. Whatever the prices, no way has fewer visits than what
 * is wanted is worth, less all that the cameras earn. The prices that promise most are approached by raising them where
 * too few record and lowering them where more do than are wanted.
 *
 * Lagrangian relaxation and its subgradients: Fisher, "The Lagrangian Relaxation Method for Solving Integer Programming
 * Problems", Management Science 27 (1981); the length of a step by Polyak's rule.
 */

export interface VisitBound {
  /**
   * No fewer visits hold what is wanted from step `now` on, by cameras in this state; not rounded up, and less than 0 where
   * more is recorded than is wanted.
   */
  readonly of: (clocks: Int32Array, now: number) => number
  /** How many visits more it takes at least, by the same prices, if a camera is visited in this very step. */
  readonly regret: (clocks: Int32Array, c: number, now: number) => number
}

/** What a camera earns from a visit at each step on, and of what it earns most, at given prices. */
interface Earner {
  readonly start: number
  /** The shortest that a visit keeps it from recording, steps. */
  readonly hands: number
  /** By the step of a visit: the last step to which it can record after it. */
  readonly lasts: Int32Array
  /** By the step of a visit: what it earns after that. */
  readonly worth: Float64Array
  /** By the step of a visit: when the next one is best; -1 where none is worth its cost. */
  readonly next: Int32Array
  /** By the step of a visit: what that earns with all that was recorded until then, counted from the first step. */
  readonly after: Float64Array
  /** By step: the most that a visit in it or later earns, less its cost, and when it is. */
  readonly later: Float64Array
  readonly laterAt: Int32Array
}

function earnerOf(camera: SteppedCamera, { end }: Steps): Earner {
  const longest = Math.max(...camera.kinds.map((kind) => camera.hands[kind]))
  const [, card, battery] = camera.first
  const lasts = Int32Array.from({ length: end + 1 }, (_, at) =>
    Math.min(
      end,
      at + camera.renewed.run + longest,
      Math.max(at + camera.renewed.card + longest, card),
      Math.max(at + camera.renewed.battery + longest, battery),
    ),
  )
  return {
    start: camera.start,
    hands: Math.min(...camera.kinds.map((kind) => camera.hands[kind])),
    lasts,
    worth: new Float64Array(end + 2),
    next: new Int32Array(end + 2),
    after: new Float64Array(end + 2),
    later: new Float64Array(end + 2),
    laterAt: new Int32Array(end + 2),
  }
}

/** What each camera earns at prices whose sums up to each step are given; from the last step to the first. */
function earn(earner: Earner, paid: Float64Array, end: number): void {
  const { start, hands, lasts, worth, next, after, later, laterAt } = earner
  // Visits that may follow while it records, those that no later one within reach outdoes; the best is the last of them.
  const reach = new Int32Array(end + 2)
  let [from, to] = [end + 1, end + 1]
  let added = end + 1
  later[end + 1] = -Infinity
  laterAt[end + 1] = -1
  for (let at = end; at >= 0; at--) {
    if (at < start || at + hands > end) {
      worth[at] = after[at] = -Infinity
      later[at] = later[at + 1]!
      laterAt[at] = laterAt[at + 1]!
      continue
    }
    const again = Math.max(at + hands, at + 1)
    const last = lasts[at]!
    while (added > again) {
      added--
      while (from < to && after[reach[from]!]! <= after[added]!) from++
      reach[--from] = added
    }
    while (from < to && reach[to - 1]! > last) to--
    const records = Math.max(0, paid[Math.max(last, at + hands)]! - paid[at + hands]!)
    let [best, bestAt] = [records, -1]
    if (from < to) {
      const soon = after[reach[to - 1]!]! - paid[at + hands]!
      if (soon > best) [best, bestAt] = [soon, reach[to - 1]!]
    }
    const late = Math.max(again, last + 1)
    if (late <= end && records + later[late]! > best) [best, bestAt] = [records + later[late]!, laterAt[late]!]
    worth[at] = best
    next[at] = bestAt
    after[at] = paid[at]! + best - 1
    const isBest = best - 1 >= later[at + 1]!
    later[at] = isBest ? best - 1 : later[at + 1]!
    laterAt[at] = isBest ? at : laterAt[at + 1]!
  }
}

/** What a camera earns that records from a step to another unless it is visited. */
function earned(
  { after, later }: Earner,
  paid: Float64Array,
  end: number,
  from: number,
  to: number,
  best: Best,
): number {
  if (from > end) return 0
  const records = to > from ? paid[to]! - paid[from]! : 0
  const soon = to >= from ? after[best(from, to)]! - paid[from]! : 0
  const late = records + later[Math.max(from, to + 1)]!
  return Math.max(records, soon, late)
}

/** When its first visit is, by which it earns that; -1 where none is worth its cost. */
function firstVisit(earner: Earner, paid: Float64Array, end: number, from: number, to: number, best: Best): number {
  const worth = earned(earner, paid, end, from, to, best)
  const soon = to >= from && from <= end ? best(from, to) : -1
  if (soon >= 0 && worth > 0 && earner.after[soon]! - paid[from]! === worth) return soon
  const late = Math.max(from, to + 1)
  const records = to > from ? paid[to]! - paid[from]! : 0
  return late <= end && worth > records ? earner.laterAt[late]! : -1
}

/** Where the most of some numbers is, between two of them. */
type Best = (from: number, to: number) => number

/** Where the most of some numbers is, between any two of them: by tables of the most of 1, 2, 4, … of them. */
function mostTable(numbers: Float64Array): Best {
  const first = Int32Array.from(numbers, (_, i) => i)
  const tables = [first]
  for (let width = 1; 2 * width <= numbers.length; width *= 2) {
    const before = tables.at(-1)!
    const table = new Int32Array(numbers.length - 2 * width + 1)
    for (let i = 0; i < table.length; i++) {
      const [a, b] = [before[i]!, before[i + width]!]
      table[i] = numbers[b]! > numbers[a]! ? b : a
    }
    tables.push(table)
  }
  return (from, to) => {
    const level = 31 - Math.clz32(to - from + 1)
    const table = tables[level]!
    const [a, b] = [table[from]!, table[to - (1 << level) + 1]!]
    return numbers[b]! > numbers[a]! ? b : a
  }
}

/** The first that is most between two steps, looked for one by one: once per camera and round. */
const mostOf =
  (numbers: Float64Array): Best =>
  (from, to) => {
    let best = from
    for (let i = from + 1; i <= to; i++) if (numbers[i]! > numbers[best]!) best = i
    return best
  }

/** Rounds in which prices that promise no more are kept until their changes are halved. */
const PATIENCE = 12

/** The bound from below, by prices that were improved so many rounds. */
export function visitBound(steps: Steps, rounds: number): VisitBound {
  const { end, need } = steps
  const cameras = steps.cameras.map((camera) => (camera.kinds.length > 0 ? earnerOf(camera, steps) : null))
  const most = Math.max(1, ...steps.cameras.map(({ mostPerVisit }) => mostPerVisit))
  let prices = Float64Array.from({ length: end }, (_, step) => (need[step]! > 0 ? 1 / most : 0))
  let best = { prices, visits: -Infinity }
  const paid = new Float64Array(end + 2)
  const sumUp = (of: Float64Array) => {
    for (let step = 0; step < end; step++) paid[step + 1] = paid[step]! + of[step]!
    paid[end + 1] = paid[end]!
  }
  const change = new Int32Array(end + 2)
  let [length, aim] = [1, 1]
  for (let [round, since] = [0, 0]; round < rounds; round++) {
    sumUp(prices)
    change.fill(0)
    let visits = 0
    for (let step = 0; step < end; step++) visits += prices[step]! * need[step]!
    for (const [c, earner] of cameras.entries()) {
      const { start, first } = steps.cameras[c]!
      const record = (from: number, to: number) => {
        if (to > from) [change[from], change[to]] = [change[from]! + 1, change[to]! - 1]
      }
      const last = Math.min(...first)
      if (!earner) {
        visits -= Math.max(0, paid[last]! - paid[Math.min(start, last)]!)
        record(start, last)
        continue
      }
      earn(earner, paid, end)
      const best_ = mostOf(earner.after)
      visits -= earned(earner, paid, end, start, last, best_)
      let [from, to, at] = [start, last, firstVisit(earner, paid, end, start, last, best_)]
      while (at >= 0) {
        record(from, Math.min(at, to))
        ;[from, to, at] = [at + earner.hands, earner.lasts[at]!, earner.next[at]!]
      }
      record(from, to)
    }
    if (round === 0) aim = 2 * visits + 2
    if (visits > best.visits + 1e-9) {
      best = { prices: prices.slice(), visits }
      since = 0
    } else if (++since >= PATIENCE) {
      length /= 2
      since = 0
      prices = best.prices.slice()
    }
    let [recording, square] = [0, 0]
    const missing = new Float64Array(end)
    for (let step = 0; step < end; step++) {
      recording += change[step]!
      missing[step] = need[step]! - recording
      if (prices[step]! > 0 || missing[step]! > 0) square += missing[step]! ** 2
    }
    if (square === 0) break
    const move = (length * Math.max(0.5, aim - visits)) / square
    for (let step = 0; step < end; step++) prices[step] = Math.max(0, prices[step]! + move * missing[step]!)
  }
  sumUp(best.prices)
  const wanted = new Float64Array(end + 2)
  for (let step = end - 1; step >= 0; step--) wanted[step] = wanted[step + 1]! + best.prices[step]! * need[step]!
  const tables = cameras.map((earner) => {
    if (!earner) return null
    earn(earner, paid, end)
    return mostTable(earner.after)
  })
  const earns = (clocks: Int32Array, c: number, now: number) => {
    const from = Math.max(now, clocks[c * PER_CAMERA + BUSY]!, steps.cameras[c]!.start)
    const to = ends(clocks, c)
    const earner = cameras[c]
    if (earner) return earned(earner, paid, end, from, to, tables[c]!)
    return to > from ? paid[to]! - paid[from]! : 0
  }
  return {
    of: (clocks, now) => {
      let visits = wanted[now]!
      for (let c = 0; c < cameras.length; c++) visits -= earns(clocks, c, now)
      return visits
    },
    regret: (clocks, c, now) => Math.max(0, earns(clocks, c, now) + 1 - (cameras[c]?.worth[now] ?? -Infinity)),
  }
}
