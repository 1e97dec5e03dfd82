import type { Clap } from '../waveform/index.ts'

/** The claps of one recording. */
export interface Claps {
  /** In the order of time. */
  readonly claps: readonly Pick<Clap, 'atS'>[]
  /** Somebody said which one is the slate: nothing else counts. */
  readonly isMarked: boolean
  /** Length of the recording. */
  readonly seconds: number
}

/** Where a recording lies by claps that both have. */
export interface ByClap {
  /** Seconds after the reference begins. */
  readonly offsetS: number
  /** Claps that both have at that place. */
  readonly matched: number
  /** The slate was marked on both. */
  readonly isMarked: boolean
  /** How often so many would fall together by chance. */
  readonly byChance: number
}

/** Two claps are one within this, with clocks as far apart as they may be. */
const ONE_CLAP_S = 0.004
const MOST_DRIFT = 100e-6
/** Timecode that was jammed on the day is not further off. */
export const NEAR_TIMECODE_S = 3
/** What falls together by chance more often than this says nothing. */
const MOST_BY_CHANCE = 0.02

/** Of each clap of the device that has one of the reference's there, how far they are apart. Both lists are in order. */
function togetherAt(reference: Claps, device: Claps, { offsetS, at }: Place): readonly number[] {
  const together: number[] = []
  let next = 0
  for (const { atS } of device.claps) {
    const within = ONE_CLAP_S + MOST_DRIFT * Math.abs(atS - at)
    while (next < reference.claps.length && reference.claps[next]!.atS < atS + offsetS - within) next++
    const other = reference.claps[next]
    if (other && other.atS <= atS + offsetS + within) together.push(other.atS - atS)
  }
  return together
}

const factorial = (n: number): number => (n <= 1 ? 1 : n * factorial(n - 1))

/**
 * How often some place has so many claps together by chance: claps thrown over both recordings, at every place at which
 * at least one pair lies together (Poisson).
 */
function chanceOf(matched: number, reference: Claps, device: Claps, places: number): number {
  const share = (reference.claps.length * 2 * ONE_CLAP_S) / Math.max(1, reference.seconds)
  const others = (device.claps.length - 1) * share
  return places * (others ** (matched - 1) / factorial(matched - 1))
}

/** Pairs that lie together near timecode by chance, where there is one. */
const MOST_ALONE_BY_CHANCE = 0.2
/** Where timecode has it elsewhere, claps alone are believed if so many lie together. */
const MANY = 3

interface Place {
  readonly offsetS: number
  /** On the device's clock. */
  readonly at: number
}

/**
 * Lays a recording on the reference by claps. Marked slates are believed as marked. Else the place at which most claps
 * lie together counts, if so many would hardly do so by chance; one clap alone counts near where timecode has it, or
 * where each recording has that one only. Many that agree are believed wherever timecode has them.
 * @param nearS where timecode puts it; null where it says nothing
 * @returns null where claps say nothing
 */
export function byClap(reference: Claps, device: Claps, nearS: number | null): ByClap | null {
  const [r, d] = [reference.claps, device.claps]
  if (r.length === 0 || d.length === 0) return null
  if (reference.isMarked && device.isMarked) return { offsetS: r[0]!.atS - d[0]!.atS, matched: 1, isMarked: true, byChance: 0 } // prettier-ignore
  const places = d.flatMap(({ atS }) => r.map((other): Place => ({ offsetS: other.atS - atS, at: atS })))
  if (nearS === null) return mostTogether(reference, device, places, places.length, r.length === 1 && d.length === 1)
  const near = places.filter(({ offsetS }) => Math.abs(offsetS - nearS) <= NEAR_TIMECODE_S)
  const byChance = (places.length * 2 * NEAR_TIMECODE_S) / Math.max(2 * NEAR_TIMECODE_S, reference.seconds)
  const isAlone = near.length === 1 && (places.length === 1 || byChance <= MOST_ALONE_BY_CHANCE)
  const found = mostTogether(reference, device, near, byChance, isAlone)
  if (found) return found
  const elsewhere = mostTogether(reference, device, places, places.length, false)
  return elsewhere && elsewhere.matched >= MANY ? elsewhere : null
}

/**
 * @param byChance how many of these places one pair is thought to lie together at by chance
 * @param isAlone one pair is believed here
 */
function mostTogether(
  reference: Claps,
  device: Claps,
  places: readonly Place[],
  byChance: number,
  isAlone: boolean,
): ByClap | null {
  const best = places
    .map((place) => ({ ...place, together: togetherAt(reference, device, place) }))
    .reduce<{ together: readonly number[] } | null>((a, b) => (a && a.together.length >= b.together.length ? a : b), null) // prettier-ignore
  if (!best) return null
  const matched = best.together.length
  const chance = matched === 1 ? byChance : chanceOf(matched, reference, device, byChance)
  if (!(isAlone && matched === 1) && (matched === 1 || chance > MOST_BY_CHANCE)) return null
  const offsetS = best.together.toSorted((a, b) => a - b)[matched >> 1]!
  return { offsetS, matched, isMarked: false, byChance: chance }
}
