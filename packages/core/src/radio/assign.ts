import type { RadioRules } from './products.ts'
import { Strikes } from './strikes.ts'

/** A transmitter that is to be set: what it can be set to, kilohertz. */
export interface ToSet {
  readonly candidatesKHz: readonly number[]
}

export interface Assigned {
  /** A frequency for each, as they were given; null for those left without one. */
  readonly kHz: readonly (number | null)[]
  /** None was left without, or it is proved that beside those in the air one has to be. */
  readonly isProved: boolean
}

/** Ends first, then inwards: frequencies far apart leave more to the others than neighbours do. */
const endsFirst = <T>(list: readonly T[]): readonly T[] =>
  list.map((_, i) => list[i % 2 ? list.length - 1 - (i >> 1) : i >> 1]!)

/**
 * Frequencies for transmitters of which each can be set to its own ones only, beside what is in the air: the one with
 * fewest left first, and back where one has none. Where not all can be set, or the budget ends first, as many as were.
 * @param budget how many may be tried
 */
export function assignFrequencies(
  fixedKHz: readonly number[],
  wanted: readonly ToSet[],
  rules: RadioRules,
  budget = 20_000,
): Assigned {
  // prettier-ignore
  const all = [...new Set(wanted.flatMap(({ candidatesKHz }) => candidatesKHz))].toSorted((a, b) => a - b)
  const at = new Map(all.map((kHz, i) => [kHz, i]))
  const strikes = new Strikes(all, rules)
  const atFirst = new Uint32Array(strikes.words)
  for (const [i, kHz] of fixedKHz.entries()) strikes.take(atFirst, fixedKHz.slice(0, i), kHz)
  const own = wanted.map(({ candidatesKHz }) => endsFirst(candidatesKHz.map((kHz) => at.get(kHz)!)))
  const isOpen = (struck: Uint32Array, i: number) => !(struck[i >> 5]! & (1 << (i & 31)))
  let tried = 0
  let best: { readonly kHz: readonly (number | null)[]; readonly count: number } = {
    kHz: wanted.map(() => null),
    count: 0,
  }
  /** @returns whether all are set */
  const set = (
    kHz: readonly (number | null)[],
    taken: readonly number[],
    struck: Uint32Array,
    open: readonly number[],
  ): boolean => {
    // prettier-ignore
    const count = wanted.length - open.length
    if (count > best.count) best = { kHz, count }
    if (open.length === 0) return true
    const left = open.map((w) => ({ w, candidates: own[w]!.filter((i) => isOpen(struck, i)) }))
    const next = left.reduce((a, b) => (b.candidates.length < a.candidates.length ? b : a))
    for (const i of next.candidates) {
      if (++tried > budget) return false
      const after = struck.slice()
      strikes.take(after, taken, all[i]!)
      if (
        set(
          kHz.with(next.w, all[i]!),
          [...taken, all[i]!],
          after,
          open.filter((w) => w !== next.w),
        )
      )
        return true
    }
    return false
  }
  const nobody = wanted.map(() => null)
  // Who has nothing from the beginning keeps nobody else from being set.
  const possible = own.flatMap((candidates, w) => (candidates.some((i) => isOpen(atFirst, i)) ? [w] : []))
  const hasAll = set(nobody, fixedKHz, atFirst, wanted.map((_, w) => w)) // prettier-ignore
  const isProved = tried <= budget
  if (!hasAll && possible.length < wanted.length) {
    tried = 0
    set(nobody, fixedKHz, atFirst, possible)
  }
  return { kHz: best.kHz, isProved }
}
