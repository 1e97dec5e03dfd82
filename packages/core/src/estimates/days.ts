import { seeded } from '../chance/index.ts'
import { drawn, normals, type Spread, type Spreads } from './spread.ts'

/** An entry of a day as it is planned. */
export interface PlannedEntry {
  readonly id: string
  /** Minutes of work, with the change before it. */
  readonly workMin: number
  /** Minutes that take what they take, such as a meal. */
  readonly restMin: number
  /** Its work is not over the change before that moment; null need not wait. */
  readonly notBeforeMin: number | null
  /** It is to begin by then, after its change; null has no such moment. */
  readonly dueMin: number | null
  /** Of its work, the change before it. */
  readonly changeMin: number
  /** What kind of work it is, where kinds run over in ways of their own. */
  readonly kind?: string
}

/** What thousands of days that could come of a plan say. */
export interface DayChances {
  /** End of the last entry, earliest first. */
  readonly endMin: Float64Array
  /** How often each entry with a moment begins in time, 0 to 1, by its id. */
  readonly inTime: ReadonlyMap<string, number>
  /** How much of what is not known of the end comes from each entry, largest first; all together about 1. */
  readonly unsure: readonly { readonly id: string; readonly share: number }[]
}

const NO_KINDS: Spreads['kinds'] = new Map()

/** So many days; the figures then move by less than one in a hundred. */
export const USUAL_RUNS = 4000

/**
 * Goes through a day thousands of times, each as one production might: its pace and its spread drawn once, for each kind
 * of work, each entry's minutes by them. Kinds of which nothing of their own is known are off together.
 * @param startMin the first entry's change begins
 * @param seed the same gives the same days
 */
export function simulateDays(
  entries: readonly PlannedEntry[],
  startMin: number,
  spread: Spread | Spreads,
  { runs = USUAL_RUNS, seed = 1 }: { readonly runs?: number; readonly seed?: number } = {},
): DayChances {
  const chance = seeded(seed)
  const normal = normals(chance)
  const n = entries.length
  const endMin = new Float64Array(runs)
  const inTime = new Float64Array(n)
  // Running sums of each entry's minutes, their squares with the end: enough for covariances.
  const took = new Float64Array(n)
  const tookMean = new Float64Array(n)
  const withEnd = new Float64Array(n)
  const { shared, kinds } = 'shared' in spread ? spread : { shared: spread, kinds: NO_KINDS }
  const known = [...kinds.values()]
  /** Of each entry, which kind that is; behind them those of which nothing is known. */
  const names = [...kinds.keys()]
  const kindOf = entries.map(({ kind }) => (kind !== undefined && kinds.has(kind) ? names.indexOf(kind) : known.length))
  const means = new Float64Array(known.length + 1)
  const deviations = new Float64Array(known.length + 1)
  let endMean = 0
  let endSquares = 0
  for (let run = 0; run < runs; run++) {
    const together = normal()
    for (let k = 0; k <= known.length; k++) {
      const kind = known[k]
      const off = kind ? Math.sqrt(1 - kind.own) * together + Math.sqrt(kind.own) * normal() : together
      const { mean, deviation } = drawn(kind?.spread ?? shared, chance, normal, off)
      means[k] = mean
      deviations[k] = deviation
    }
    let now = startMin
    for (let i = 0; i < n; i++) {
      const { workMin, restMin, notBeforeMin, dueMin, changeMin } = entries[i]!
      const by = workMin > 0 ? Math.exp(means[kindOf[i]!]! + deviations[kindOf[i]!]! * normal()) : 1
      now += changeMin * by
      if (notBeforeMin !== null && now < notBeforeMin) now = notBeforeMin
      if (dueMin !== null && now <= dueMin + 0.01) inTime[i]!++
      now += (workMin - changeMin) * by + restMin
      took[i] = workMin * by
    }
    endMin[run] = now
    const off = now - endMean
    endMean += off / (run + 1)
    endSquares += off * (now - endMean)
    for (let i = 0; i < n; i++) {
      tookMean[i]! += (took[i]! - tookMean[i]!) / (run + 1)
      withEnd[i]! += off * (took[i]! - tookMean[i]!)
    }
  }
  endMin.sort()
  const unsure = entries
    .map(({ id }, i) => ({ id, share: endSquares > 0 ? withEnd[i]! / endSquares : 0 }))
    .sort((a, b) => b.share - a.share)
  return {
    endMin,
    inTime: new Map(
      entries.flatMap(({ id, dueMin }, i) => (dueMin === null ? [] : [[id, inTime[i]! / runs] as const])),
    ),
    unsure,
  }
}

/** When a day is over at the latest in so many of its runs. @param share 0 to 1 */
export const overBy = ({ endMin }: DayChances, share: number): number =>
  endMin[Math.min(endMin.length - 1, Math.max(0, Math.ceil(share * endMin.length) - 1))]!

/** In how many of its runs a day is over by a moment, 0 to 1. */
export function chanceBy({ endMin }: DayChances, byMin: number): number {
  let low = 0
  let high = endMin.length
  while (low < high) {
    const middle = (low + high) >> 1
    if (endMin[middle]! <= byMin) low = middle + 1
    else high = middle
  }
  return low / endMin.length
}
