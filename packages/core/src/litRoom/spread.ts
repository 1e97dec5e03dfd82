/** Steps of an even sequence in the plane. @source Roberts, The unreasonable effectiveness of quasirandom sequences (2018) */
const PLASTIC = 1.324717957244746
const STEP_U = 1 / PLASTIC
const STEP_V = 1 / PLASTIC ** 2

/** The i-th point of an even spread over the unit square, begun anywhere. */
export const spread = (i: number, fromU: number, fromV: number): readonly [u: number, v: number] => [
  (fromU + i * STEP_U) % 1,
  (fromV + i * STEP_V) % 1,
]
