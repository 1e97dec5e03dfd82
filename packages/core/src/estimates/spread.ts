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
export const USUAL_SPREAD: Spread = { mean: 0.05, trust: 5, shape: 6, rate: 0.66 }

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

/** What is believed of several kinds of work: each runs over in its own way, and all of them in the production's. */
export interface Spreads {
  /** Of what no kind is known of. */
  readonly shared: Spread
  /** By kind; `own` is how much of what is believed of its mean comes from its own work, 0 to 1. */
  readonly kinds: ReadonlyMap<string, { readonly spread: Spread; readonly own: number }>
}

/** What the rest of a production says of a kind of work is worth no more than so many entries of its own. */
const MOST_TRUST = 12

/**
 * What is believed of each kind of work after some was seen: of a kind first what the others say, and then its own.
 * @param seen actual over planned minutes of entries, more than 0, each with its kind
 */
export function learntByKind(
  usual: Spread,
  seen: readonly { readonly kind: string; readonly ratio: number }[],
): Spreads {
  const ratios = (of: readonly { readonly ratio: number }[]) => of.map(({ ratio }) => ratio)
  const kinds = new Map<string, { spread: Spread; own: number }>()
  for (const kind of new Set(seen.map((one) => one.kind))) {
    const others = capped(learnt(usual, ratios(seen.filter((one) => one.kind !== kind))))
    const spread = learnt(others, ratios(seen.filter((one) => one.kind === kind)))
    kinds.set(kind, { spread, own: 1 - others.trust / spread.trust })
  }
  return { shared: capped(learnt(usual, ratios(seen))), kinds }
}

/** The same centre and the same variance, less surely. */
function capped({ mean, trust, shape, rate }: Spread): Spread {
  const to = Math.min(trust, MOST_TRUST)
  const toShape = Math.min(shape, MOST_TRUST)
  return { mean, trust: to, shape: toShape, rate: (rate / shape) * toShape }
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

/** One production as it may be: the mean and the deviation of its logarithms. @param off how far its mean is off, in standard errors */
export function drawn(
  { mean, trust, shape, rate }: Spread,
  chance: () => number,
  normal: () => number,
  off = normal(),
): { readonly mean: number; readonly deviation: number } {
  const variance = rate / gamma(shape, chance, normal)
  return { mean: mean + off * Math.sqrt(variance / trust), deviation: Math.sqrt(variance) }
}
