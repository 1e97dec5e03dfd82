import type { RadioRules } from './products.ts'

/** What is struck out after some are taken: by whole words of 32 candidates. */
export class Strikes {
  readonly #rules: RadioRules
  readonly #low: number
  /** For each distance from the lowest candidate, the first candidate not below it. */
  readonly #firstFrom: Int32Array
  readonly words: number

  constructor(candidates: readonly number[], rules: RadioRules) {
    this.#rules = rules
    this.words = (candidates.length + 31) >> 5
    this.#low = candidates[0] ?? 0
    const span = (candidates.at(-1) ?? 0) - this.#low
    this.#firstFrom = new Int32Array(span + 2)
    let i = 0
    for (let at = 0; at <= span; at++) {
      while (candidates[i]! < this.#low + at) i++
      this.#firstFrom[at] = i
    }
    this.#firstFrom[span + 1] = candidates.length
  }

  /** Strikes out all candidates nearer than `guard` to `kHz`. */
  #near(struck: Uint32Array, kHz: number, guard: number) {
    const last = this.#firstFrom.length - 1
    const from = Math.ceil(kHz - guard + 1e-9) - this.#low
    const to = Math.floor(kHz + guard - 1e-9) - this.#low
    if (to < 0 || from >= last) return
    const end = this.#firstFrom[Math.min(last, to + 1)]!
    for (let i = this.#firstFrom[Math.max(0, from)]!; i < end; i++) struck[i >> 5]! |= 1 << (i & 31)
  }

  /** What taking `f` strikes out beside `taken`, added to `struck`. */
  take(struck: Uint32Array, taken: readonly number[], f: number) {
    const { spacingKHz, guard2KHz: g2, guard3KHz: g3, guard5KHz: g5 } = this.#rules
    this.#near(struck, f, spacingKHz)
    for (let i = 0; i < taken.length; i++) {
      const a = taken[i]!
      // Of f, a and a third x: x hit; f or a hit by one that x makes.
      this.#near(struck, 2 * f - a, g2)
      this.#near(struck, 2 * a - f, g2)
      this.#near(struck, (f + a) / 2, g2 / 2)
      if (g5 !== null) {
        this.#near(struck, 3 * f - 2 * a, g5)
        this.#near(struck, 3 * a - 2 * f, g5)
        this.#near(struck, (2 * f + a) / 3, g5 / 3)
        this.#near(struck, (2 * a + f) / 3, g5 / 3)
        this.#near(struck, (3 * f - a) / 2, g5 / 2)
        this.#near(struck, (3 * a - f) / 2, g5 / 2)
      }
      if (g3 === null) continue
      for (let j = 0; j < i; j++) {
        const b = taken[j]!
        this.#near(struck, f + a - b, g3)
        this.#near(struck, f + b - a, g3)
        this.#near(struck, a + b - f, g3)
      }
    }
  }
}
