/**
 * What is believed of how long work takes against its plan: the logarithm of actual over planned minutes is normal, its
 * mean and variance not known. Normal inverse gamma: mean, as sure as `trust` observations; variance about rate / shape.
 */
export interface Spread {
  readonly mean: number
  readonly trust: number
  readonly shape: number
  readonly rate: number
}

/**
 * Before anything is known of a production: half of them run over by 5 %, one entry in six takes 40 % longer than its
 * plan. A judgement to begin with, which the production's own days take over from.
 */
export const USUAL_SPREAD: Spread = { mean: 0.05, trust: 8, shape: 6, rate: 0.66 }

/** An entry that took more or less than this many times its plan says that the plan was another. */
const FAR = Math.log(6)

/**
 * What is believed after some work was seen.
 * @param ratios actual over planned minutes of entries, more than 0
 * @source conjugate update of the normal inverse gamma: Gelman et al., Bayesian Data Analysis (3rd ed.), 3.3
 */
export function learnt({ mean, trust, shape, rate }: Spread, ratios: readonly number[]): Spread {
  const logs = ratios.map(Math.log).filter((log) => Math.abs(log) < FAR)
  const n = logs.length
  if (n === 0) return { mean, trust, shape, rate }
  const seen = logs.reduce((sum, log) => sum + log, 0) / n
  const squares = logs.reduce((sum, log) => sum + (log - seen) ** 2, 0)
  return {
    mean: (trust * mean + n * seen) / (trust + n),
    trust: trust + n,
    shape: shape + n / 2,
    rate: rate + squares / 2 + (trust * n * (seen - mean) ** 2) / (2 * (trust + n)),
  }
}

/** Numbers of the standard normal distribution. @source Box and Muller 1958 */
export function normals(chance: () => number): () => number {
  let kept: number | null = null
  return () => {
    if (kept !== null) {
      const other = kept
      kept = null
      return other
    }
    const radius = Math.sqrt(-2 * Math.log(1 - chance()))
    const angle = 2 * Math.PI * chance()
    kept = radius * Math.sin(angle)
    return radius * Math.cos(angle)
  }
}

/** A number of the gamma distribution with rate 1. @param shape at least 1 @source Marsaglia and Tsang 2000 */
function gamma(shape: number, chance: () => number, normal: () => number): number {
  const d = shape - 1 / 3
  const c = 1 / Math.sqrt(9 * d)
  for (;;) {
    const x = normal()
    const v = (1 + c * x) ** 3
    if (v > 0 && Math.log(1 - chance()) < x * x * 0.5 + d - d * v + d * Math.log(v)) return d * v
  }
}

/** One production as it may be: the mean and the deviation of its logarithms. */
export function drawn(
  { mean, trust, shape, rate }: Spread,
  chance: () => number,
  normal: () => number,
): { readonly mean: number; readonly deviation: number } {
  const variance = rate / gamma(shape, chance, normal)
  return { mean: mean + normal() * Math.sqrt(variance / trust), deviation: Math.sqrt(variance) }
}
