import { conflictsOf, type RadioRules } from './products.ts'

/** A transmitter that is to be set: what it can be set to, kilohertz. */
export interface ToSet {
  readonly candidatesKHz: readonly number[]
}

export interface Assigned {
  /** A frequency for each, as they were given; null for those left without one. */
  readonly kHz: readonly (number | null)[]
  /** None was left without, or it is proved that one has to be. */
  readonly isProved: boolean
}

/** Whether one more leaves a set that is in order in order. */
const fits = (set: readonly number[], f: number, rules: RadioRules) => conflictsOf([...set, f], rules).length === 0

/**
 * Frequencies for transmitters of which each can be set to its own ones only, beside what is in the air: the one with
 * fewest left first, and back where one has none. With more than the budget allows, as many as can be set are.
 * @param budget how many may be tried
 */
export function assignFrequencies(
  fixedKHz: readonly number[],
  wanted: readonly ToSet[],
  rules: RadioRules,
  budget = 4000,
): Assigned {
  // prettier-ignore
  let tried = 0
  let best: (number | null)[] = wanted.map(() => null)
  const count = (kHz: readonly (number | null)[]) => kHz.filter((f) => f !== null).length
  const go = (
    kHz: (number | null)[],
    set: readonly number[],
    open: readonly { readonly i: number; readonly left: readonly number[] }[],
  ): boolean => {
    // prettier-ignore
    if (count(kHz) > count(best)) best = [...kHz]
    if (open.length === 0) return true
    const next = open.reduce((a, b) => (b.left.length < a.left.length ? b : a))
    const others = open.filter((each) => each !== next)
    for (const f of next.left) {
      if (++tried > budget) return false
      const taken = [...set, f]
      const left = others.map(({ i, left: candidates }) => ({
        i,
        left: candidates.filter((c) => fits(taken, c, rules)),
      }))
      if (go(kHz.with(next.i, f), taken, left)) return true
    }
    return false
  }
  const open = wanted.map(({ candidatesKHz }, i) => ({
    i,
    left: candidatesKHz.filter((f) => fits(fixedKHz, f, rules)),
  }))
  const isAll = go(wanted.map(() => null), fixedKHz, open.map(({ i, left }) => ({ i, left: spread(left) }))) // prettier-ignore
  if (isAll) return { kHz: best, isProved: true }
  // Not all at once: those that can be set beside one another, one after the other.
  let set = [...fixedKHz]
  const some: (number | null)[] = wanted.map(() => null)
  for (const { i, left } of open.toSorted((a, b) => a.left.length - b.left.length)) {
    const f = left.find((candidate) => fits(set, candidate, rules))
    if (f === undefined) continue
    some[i] = f
    set = [...set, f]
  }
  return { kHz: count(some) > count(best) ? some : best, isProved: tried <= budget }
}

/** Ends and middles first: frequencies far apart leave more to the others than neighbours do. At most 60 are looked at. */
function spread(candidates: readonly number[]): readonly number[] {
  const step = Math.max(1, Math.floor(candidates.length / 60))
  const some = candidates.filter((_, i) => i % step === 0)
  return some.length > 2 ? [...some.filter((_, i) => i % 2 === 0), ...some.filter((_, i) => i % 2 === 1)] : some
}
