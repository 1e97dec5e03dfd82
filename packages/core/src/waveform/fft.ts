/** Fourier transforms of one length, a power of two, in place: decimation in time, radix two (Cooley and Tukey, 1965). */
export class Fft {
  readonly size: number
  /** Of each stage one after the other, so that they are read in a row. */
  readonly #cos: Float64Array
  readonly #sin: Float64Array
  readonly #reversed: Uint32Array

  constructor(size: number) {
    this.size = size
    this.#cos = new Float64Array(size)
    this.#sin = new Float64Array(size)
    for (let half = 1; half < size; half *= 2)
      for (let k = 0; k < half; k++) {
        this.#cos[half + k] = Math.cos((Math.PI * k) / half)
        this.#sin[half + k] = -Math.sin((Math.PI * k) / half)
      }
    const bits = Math.log2(size)
    this.#reversed = new Uint32Array(size)
    for (let i = 0; i < size; i++) this.#reversed[i] = (this.#reversed[i >> 1]! >> 1) | ((i & 1) << (bits - 1))
  }

  forward(re: Float64Array, im: Float64Array) {
    const n = this.size
    const [cos, sin, reversed] = [this.#cos, this.#sin, this.#reversed]
    for (let i = 0; i < n; i++) {
      const j = reversed[i]!
      if (j <= i) continue
      const [r, m] = [re[i]!, im[i]!]
      re[i] = re[j]!
      im[i] = im[j]!
      re[j] = r
      im[j] = m
    }
    // Stages of one part of the memory first, as long as it is near.
    const near = Math.min(n, 1 << 13)
    for (let from = 0; from < n; from += near) for (let half = 1; half < near; half *= 2) this.#stage(re, im, cos, sin, half, from, from + near) // prettier-ignore
    for (let half = near; half < n; half *= 2) this.#stage(re, im, cos, sin, half, 0, n)
  }

  #stage(
    re: Float64Array,
    im: Float64Array,
    cos: Float64Array,
    sin: Float64Array,
    half: number,
    from: number,
    to: number,
  ) {
    // prettier-ignore
    for (let start = from; start < to; start += 2 * half)
      for (let k = 0; k < half; k++) {
        const a = start + k
        const b = a + half
        const [c, s] = [cos[half + k]!, sin[half + k]!]
        const [br, bi] = [re[b]!, im[b]!]
        const tr = br * c - bi * s
        const ti = br * s + bi * c
        re[b] = re[a]! - tr
        im[b] = im[a]! - ti
        re[a]! += tr
        im[a]! += ti
      }
  }

  /** Without the division by the length. */
  inverse(re: Float64Array, im: Float64Array) {
    this.forward(im, re)
  }
}

const kept = new Map<number, Fft>()
/** One for a length, made once. */
export function fftOf(size: number): Fft {
  let fft = kept.get(size)
  if (!fft) kept.set(size, (fft = new Fft(size)))
  return fft
}
