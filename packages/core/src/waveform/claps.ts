import type { Sound } from './sound.ts'

/** A sharp sound that stands alone: the sticks of a slate, two hands. */
export interface Clap {
  /** Seconds after the recording begins. */
  readonly atS: number
  /** How far it stands above what was heard just before it, decibels. */
  readonly standsOutDb: number
}

const HOP_S = 0.002
/** What is heard before it, in hops: from a fifth of a second to just before. */
const [BEFORE_FROM, BEFORE_TO] = [100, 4]
/** With less before it nobody knows what it stands out from. */
const LEAST_BEFORE = 25
/** After this many hops it is over: what goes on is no clap. */
const [AFTER_FROM, AFTER_TO] = [60, 100]
/** Power of its edge against what came before and what comes after. */
const LEAST_RISE = 300
const LEAST_FALL = 30
/** Against the sharpest edge in the recording. */
const LEAST_OF_SHARPEST = 1e-3
const MOST_CLAPS = 60
const BLOCK = 1 << 19

/**
 * The claps of a recording, in the order of time. Looked at is the power of the signal's first difference, in which a
 * clap, that has all frequencies at once, stands far above voices; one begins within a hop and is over in a fifth of a
 * second. A bang of a door or a plosive near the microphone can look the same: a clap is a place to look at, not a proof.
 */
export function clapsOf(sound: Sound): readonly Clap[] {
  const hop = Math.max(2, Math.round(sound.sampleRate * HOP_S))
  const powers = edgePowers(sound, hop)
  // No edge at all, as in digital silence, is not endlessly far below another.
  const sharpest = powers.reduce((most, power) => Math.max(most, power), 0)
  const floor = sharpest * 1e-9 + 1e-12
  const sums = new Float64Array(powers.length + 1)
  for (let i = 0; i < powers.length; i++) sums[i + 1] = sums[i]! + powers[i]!
  const mean = (from: number, to: number) => {
    const [a, b] = [Math.max(0, from), Math.min(powers.length, to)]
    return b > a ? (sums[b]! - sums[a]!) / (b - a) : 0
  }
  const found: Clap[] = []
  for (let i = LEAST_BEFORE; i + AFTER_TO <= powers.length; i++) {
    const power = powers[i]!
    if (power < LEAST_OF_SHARPEST * sharpest || power <= floor) continue
    const rise = power / (mean(i - BEFORE_FROM, i - BEFORE_TO) + floor)
    // Its first hop is where it rises; one that falls into the hop before is found there.
    if (rise < LEAST_RISE || power < LEAST_FALL * mean(i + AFTER_FROM, i + AFTER_TO)) continue
    found.push({ atS: edgeAt(sound, i, hop), standsOutDb: 10 * Math.log10(rise) })
    i += AFTER_TO
  }
  const loudest = found.toSorted((a, b) => b.standsOutDb - a.standsOutDb).slice(0, MOST_CLAPS)
  return loudest.toSorted((a, b) => a.atS - b.atS)
}

/** Mean square of the first difference in each hop. */
function edgePowers(sound: Sound, hop: number): Float64Array {
  const powers = new Float64Array(Math.floor(sound.samples / hop))
  const hops = Math.max(1, Math.floor(BLOCK / hop))
  for (let first = 0; first < powers.length; first += hops) {
    const count = Math.min(hops, powers.length - first)
    const read = sound.read(first * hop - 1, (first + count) * hop)
    for (let h = 0; h < count; h++) {
      let sum = 0
      for (let i = h * hop + 1; i <= (h + 1) * hop; i++) sum += (read[i]! - read[i - 1]!) ** 2
      powers[first + h] = sum / hop
    }
  }
  return powers
}

/** The sample at which the edge begins: the first of a tenth of its steepest one. */
function edgeAt(sound: Sound, at: number, hop: number): number {
  const from = (at - 1) * hop
  const read = sound.read(from - 1, from + 3 * hop)
  let steepest = 0
  for (let i = 1; i < read.length; i++) steepest = Math.max(steepest, Math.abs(read[i]! - read[i - 1]!))
  let i = 1
  while (Math.abs(read[i]! - read[i - 1]!) < 0.3 * steepest) i++
  return (from + i - 1) / sound.sampleRate
}
