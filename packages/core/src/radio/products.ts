/**
 * Frequencies that disturb each other. Kilohertz, whole numbers: sums and differences then are exact. Two transmitters
 * near one another make products at 2a - b, three at a + b - c (third order), two at 3a - 2b (fifth order); one that
 * falls on a receiver's frequency is heard there. See any textbook of intermodulation, e.g. Pozar, Microwave
 * Engineering, ch. 10.
 */
export interface RadioRules {
  /** Nearer than this two frequencies are not told apart; just so far is allowed. */
  readonly spacingKHz: number
  /** A product nearer than this to a frequency disturbs it. */
  readonly guard2KHz: number
  /** The same of products of three transmitters, and of the fifth order; null where they are not looked at. */
  readonly guard3KHz: number | null
  readonly guard5KHz: number | null
}

export type RadioConflict =
  | { readonly type: 'spacing'; readonly a: number; readonly b: number; readonly distanceKHz: number }
  | {
      readonly type: 'two' | 'fifth'
      readonly a: number
      readonly b: number
      readonly product: number
      readonly victim: number
      readonly distanceKHz: number
    }
  | {
      readonly type: 'three'
      readonly a: number
      readonly b: number
      readonly c: number
      readonly product: number
      readonly victim: number
      readonly distanceKHz: number
    }

/** Every pair too near, and every product that falls on one of the others. A frequency that is there twice is too near. */
export function conflictsOf(frequenciesKHz: readonly number[], rules: RadioRules): readonly RadioConflict[] {
  const all = frequenciesKHz.toSorted((a, b) => a - b)
  const conflicts: RadioConflict[] = []
  for (const [i, a] of all.entries())
    for (const b of all.slice(i + 1))
      if (b - a < rules.spacingKHz) conflicts.push({ type: 'spacing', a, b, distanceKHz: b - a })
  const hits = (
    product: number,
    guard: number,
    without: readonly number[],
    tell: (victim: number, distanceKHz: number) => RadioConflict,
  ) => {
    // prettier-ignore
    for (const [v, victim] of all.entries()) {
      const distance = Math.abs(product - victim)
      if (distance < guard && !without.includes(v)) conflicts.push(tell(victim, distance))
    }
  }
  for (const [i, a] of all.entries())
    for (const [j, b] of all.entries()) {
      if (i === j) continue
      for (const [type, product, guard] of [['two', 2 * a - b, rules.guard2KHz], ['fifth', 3 * a - 2 * b, rules.guard5KHz]] as const) // prettier-ignore
        if (guard !== null) hits(product, guard, [i, j], (victim, distanceKHz) => ({ type, a, b, product, victim, distanceKHz })) // prettier-ignore
      if (rules.guard3KHz === null || j < i) continue
      for (const [k, c] of all.entries()) {
        if (k === i || k === j) continue
        const product = a + b - c
        hits(product, rules.guard3KHz, [i, j, k], (victim, distanceKHz) => ({ type: 'three', a, b, c, product, victim, distanceKHz })) // prettier-ignore
      }
    }
  return conflicts
}
