/** Numbers below 1 that look like chance and are the same for the same seed. @source mulberry32, public domain */
export function seeded(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = state
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32
  }
}

/** Steps of an even sequence in the plane. @source Roberts, The unreasonable effectiveness of quasirandom sequences (2018) */
const PLASTIC = 1.324717957244746
const STEP_U = 1 / PLASTIC
const STEP_V = 1 / PLASTIC ** 2

/** The i-th point of an even spread over the unit square, begun anywhere. */
export const spread = (i: number, fromU: number, fromV: number): readonly [u: number, v: number] => [
  (fromU + i * STEP_U) % 1,
  (fromV + i * STEP_V) % 1,
]
