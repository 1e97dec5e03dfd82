import { seeded } from '../chance/index.ts'
import type { RadioRules } from './products.ts'
import { Strikes } from './strikes.ts'

/*
 * The largest set of frequencies that leave one another alone. Frequencies are taken in rising order, and each one
 * taken strikes out those that can no longer be: too near, hit by a product, or making one that hits. From the highest
 * down, the largest set among the last n candidates is found first and bounds what those above can still add ("Russian
 * doll search": Verfaillie, Lemaître and Schiex, AAAI 1996). What the budget does not reach is searched by taking sets
 * apart at random and filling them again.
 */
export interface LargestProblem {
  readonly candidatesKHz: readonly number[]
  /** In the air anyway: these stay, disturb and are disturbed. */
  readonly fixedKHz: readonly number[]
  readonly rules: RadioRules
}

export interface LargestSet {
  /** Without the fixed ones, rising. */
  readonly setKHz: readonly number[]
  /** No larger set exists. */
  readonly isProved: boolean
  /** No set is larger than this. */
  readonly most: number
  /** Candidates that were taken and tried. */
  readonly tried: number
}

/** At most so many of those left can stand beside one another by their spacing alone, from candidate `from` on. */
function bySpacing(candidates: readonly number[], struck: Uint32Array, from: number, spacing: number): number {
  let count = 0
  let next = -Infinity
  for (let i = from; i < candidates.length; i++) {
    if (struck[i >> 5]! & (1 << (i & 31)) || candidates[i]! < next) continue
    count++
    next = candidates[i]! + spacing
  }
  return count
}

/** Finds it; `budget` is how many may be taken on the way, so that the answer is the same on every machine. */
export function largestSet({ candidatesKHz, fixedKHz, rules }: LargestProblem, budget = 3_000_000): LargestSet {
  const candidates = [...new Set(candidatesKHz)].toSorted((a, b) => a - b)
  const strikes = new Strikes(candidates, rules)
  const atFirst = new Uint32Array(strikes.words)
  for (const [i, f] of fixedKHz.entries()) strikes.take(atFirst, fixedKHz.slice(0, i), f)
  const n = candidates.length
  const mostFrom = new Int32Array(n + 1)
  let best: number[] = []
  let tried = 0
  const taken = [...fixedKHz]
  const masks = Array.from({ length: n + 2 }, () => new Uint32Array(strikes.words))

  const takeFrom = (from: number, struck: Uint32Array, wanted: number): boolean => {
    const size = taken.length - fixedKHz.length
    if (size > best.length) {
      best = taken.slice(fixedKHz.length)
      if (size >= wanted) return true
    }
    for (let i = from; i < n; i++) {
      if (size + mostFrom[i]! < wanted) return false
      if (struck[i >> 5]! & (1 << (i & 31))) continue
      if (size + bySpacing(candidates, struck, i, rules.spacingKHz) < wanted) return false
      if (++tried > budget) return false
      const next = masks[size]!
      next.set(struck)
      strikes.take(next, taken, candidates[i]!)
      taken.push(candidates[i]!)
      const isDone = takeFrom(i + 1, next, wanted)
      taken.pop()
      if (isDone) return true
    }
    return false
  }
  // Among the last n - i, one more at most than among the last n - i - 1: found or refuted, with i taken.
  let i = n - 1
  for (; i >= 0 && tried <= budget; i--) {
    mostFrom[i] = mostFrom[i + 1]!
    if (atFirst[i >> 5]! & (1 << (i & 31))) continue
    const struck = masks[n + 1]!
    struck.set(atFirst)
    strikes.take(struck, taken, candidates[i]!)
    taken.push(candidates[i]!)
    if (takeFrom(i + 1, struck, mostFrom[i + 1]! + 1)) mostFrom[i] = mostFrom[i + 1]! + 1
    taken.pop()
  }
  const isProved = tried <= budget
  if (isProved) return { setKHz: best, isProved, most: best.length, tried }
  const most = bySpacing(candidates, atFirst, 0, rules.spacingKHz)
  const found = search(candidates, fixedKHz, strikes, atFirst, best)
  return { setKHz: found, isProved: found.length === most, most, tried }
}

/**
 * Rising sets side by side, of each length the most promising: those that leave the most open for the span they have
 * used up. Deterministic.
 */
function search(
  candidates: readonly number[],
  fixed: readonly number[],
  strikes: Strikes,
  atFirst: Uint32Array,
  first: readonly number[],
): number[] {
  // prettier-ignore
  interface Rising {
    readonly taken: readonly number[]
    readonly struck: Uint32Array
    readonly last: number
    readonly open: number
  }
  const random = seeded(11)
  let best = [...first]
  const openFrom = (struck: Uint32Array, from: number) => {
    let open = 0
    for (let i = from; i < candidates.length; i++) if (!(struck[i >> 5]! & (1 << (i & 31)))) open++
    return open
  }
  for (let round = 0; round < ROUNDS; round++) {
    let level: Rising[] = [{ taken: fixed, struck: atFirst, last: -1, open: candidates.length }]
    while (level.length) {
      const next: Rising[] = []
      for (const { taken, struck, last } of level) {
        let branches = 0
        for (let i = last + 1; i < candidates.length && branches < BRANCHES; i++) {
          if (struck[i >> 5]! & (1 << (i & 31))) continue
          branches++
          const after = struck.slice()
          strikes.take(after, taken, candidates[i]!)
          const open = openFrom(after, i + 1) * (round ? 0.9 + 0.2 * random() : 1)
          next.push({ taken: [...taken, candidates[i]!], struck: after, last: i, open })
        }
      }
      next.sort((a, b) => b.open - a.open)
      level = next.slice(0, BESIDE)
      const [front] = level
      if (front && front.taken.length - fixed.length > best.length) best = front.taken.slice(fixed.length)
    }
  }
  return best
}
const ROUNDS = 6
const BESIDE = 400
const BRANCHES = 24
