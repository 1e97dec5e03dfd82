import { type LtcFrame, readFrame, SYNC_BITS } from './frame.ts'

/*
 * Linear timecode (SMPTE ST 12-1) out of sound: 80 bits a frame, biphase mark: the level turns at the beginning of
 * each bit and once more in the middle of a 1. Turns are found where the signal, freed of hum, crosses zero between
 * two thresholds that follow its level; what lies between two turns is half a bit or a whole one, by a length that is
 * followed as the tape's speed wanders. The sync word at a frame's end reads differently forwards and backwards and
 * says which way the sound runs; polarity does not matter, since only turns count.
 */

const wordOf = (bits: readonly number[]) => bits.reduce((word, bit) => word * 2 + bit, 0)
const FORWARDS = wordOf(SYNC_BITS)
const BACKWARDS = wordOf([...SYNC_BITS].reverse())

/** Bits are kept with the samples at which they begin; so many that a frame is whole in them. */
const KEPT = 256
/** Slowest and fastest bits that are listened for: 23.976 frames at 0.85 of the speed, 60 at 1.15. */
const [SLOWEST_BITS, FASTEST_BITS] = [80 * 23.976 * 0.85, 80 * 60 * 1.15]
/** How many turns are looked at to learn the length of a bit. */
const LEARNT_FROM = 64

export class LtcDecoder {
  readonly #sampleRate: number
  readonly frames: LtcFrame[] = []
  // The high-pass, the level and the thresholds.
  #slow = 0
  #slower = 0
  #level = 0
  /** -1 and 1 are low and high; before the first turn nothing is known. */
  #side = 0
  #last = 0
  #crossing = 0
  #at = 0
  readonly #leak: number
  readonly #decay: number
  // Turns to bits.
  #turn = -1
  #bitLength = 0
  #half = -1
  #turns: number[] = []
  // Bits to frames.
  readonly #bits = new Uint8Array(KEPT)
  readonly #begins = new Float64Array(KEPT)
  #count = 0
  #word = 0
  #backwardsFrom = -1

  constructor(sampleRate: number) {
    this.#sampleRate = sampleRate
    this.#leak = 1 - Math.exp((-2 * Math.PI * 200) / sampleRate)
    this.#decay = Math.exp(-1 / (0.008 * sampleRate))
  }

  /** Reads on; samples of one channel, -1 to 1. */
  push(samples: Float32Array) {
    let [slow, slower, level, side, last, crossing, at] = [this.#slow, this.#slower, this.#level, this.#side, this.#last, this.#crossing, this.#at] // prettier-ignore
    const [leak, decay] = [this.#leak, this.#decay]
    for (let i = 0; i < samples.length; i++, at++) {
      const raw = samples[i]!
      slow += leak * (raw - slow)
      slower += leak * (raw - slow - slower)
      const value = raw - slow - slower
      level *= decay
      const size = value < 0 ? -value : value
      if (size > level) level = size
      if (value >= 0 !== last >= 0) crossing = at - 1 + last / (last - value)
      last = value
      if (side <= 0 ? value > 0.3 * level : value < -0.3 * level) {
        side = side <= 0 ? 1 : -1
        this.#turnAt(Math.max(0, crossing))
      } else if (side === 0 && value < 0) {
        side = -1
        this.#turnAt(Math.max(0, crossing))
      }
    }
    ;[this.#slow, this.#slower, this.#level, this.#side, this.#last, this.#crossing, this.#at] = [slow, slower, level, side, last, crossing, at] // prettier-ignore
  }

  /** The sound has ended: its last bit has no turn after it. */
  finish(): readonly LtcFrame[] {
    this.#breakOff()
    return this.frames
  }

  /** Whatever was begun ends where it should: the last bit before a silence has no turn after it. */
  #breakOff() {
    if (!this.#bitLength) return
    if (this.#half >= 0) this.#bit(1, this.#half, this.#half + this.#bitLength)
    else this.#bit(0, this.#turn, this.#turn + this.#bitLength)
  }

  #turnAt(at: number) {
    const length = at - this.#turn
    if (this.#turn < 0 || length > (2.5 * this.#sampleRate) / SLOWEST_BITS) {
      this.#breakOff()
      this.#lose(at)
      return
    }
    if (!this.#bitLength) {
      this.#turns.push(at)
      this.#turn = at
      if (this.#turns.length > LEARNT_FROM) this.#learn()
      return
    }
    this.#turn = at
    this.#take(at - length, length)
  }

  /** One stretch between two turns: half a bit or a whole one. */
  #take(from: number, length: number) {
    const bit = this.#bitLength
    if (length > 1.4 * bit || length < 0.3 * bit) {
      if (length > bit) this.#breakOff()
      this.#lose(from + length)
      return
    }
    if (length < 0.75 * bit) {
      if (this.#half < 0) this.#half = from
      else {
        const whole = from + length - this.#half
        this.#bitLength += 0.08 * (whole - bit)
        this.#bit(1, this.#half, from + length)
        this.#half = -1
      }
      return
    }
    // A whole bit where the second half of one was due: a turn was missed or made up.
    if (this.#half >= 0) {
      this.#count = 0
      this.#backwardsFrom = -1
      this.#half = -1
    }
    this.#bitLength += 0.08 * (length - bit)
    this.#bit(0, from, from + length)
  }

  #lose(at: number) {
    this.#turn = at
    this.#turns = [at]
    this.#bitLength = 0
    this.#half = -1
    this.#count = 0
    this.#word = 0
    this.#backwardsFrom = -1
  }

  /** Two lengths, one about twice the other: then the longer is a bit. Whole bits alone or halves alone say nothing yet. */
  #learn() {
    const turns = this.#turns
    const lengths = turns.slice(1).map((at, i) => at - turns[i]!)
    const sorted = lengths.toSorted((a, b) => a - b)
    let [split, most] = [0, 0]
    for (let i = 1; i < sorted.length; i++) {
      const step = sorted[i]! / Math.max(1e-9, sorted[i - 1]!)
      if (step > most) [split, most] = [i, step]
    }
    const [short, long] = [sorted[split >> 1]!, sorted[(split + sorted.length) >> 1]!]
    const bits = this.#sampleRate / long
    if (most < 1.25 || long / short < 1.6 || long / short > 2.5 || bits < SLOWEST_BITS || bits > FASTEST_BITS) {
      this.#turns = turns.slice(LEARNT_FROM >> 1)
      return
    }
    this.#bitLength = long
    this.#half = -1
    this.#turns = []
    // Halves come in pairs: the first stretch whose neighbours say where a bit begins, and what follows it.
    const first = lengths.findIndex((length) => length > 0.75 * long && length < 1.4 * long)
    let begin = first
    while (begin > 0 && lengths[begin - 1]! > 0.3 * long) begin--
    const halves = lengths.slice(begin, first).filter((length) => length <= 0.75 * long).length
    for (let i = begin + (halves % 2); i < lengths.length && this.#bitLength; i++) this.#take(turns[i]!, lengths[i]!)
    this.#turn = turns.at(-1)!
  }

  #bit(bit: 0 | 1, from: number, to: number) {
    const i = this.#count++
    this.#bits[i % KEPT] = bit
    this.#begins[i % KEPT] = from
    this.#begins[(i + 1) % KEPT] = to
    this.#word = ((this.#word << 1) | bit) & 0xffff
    if (this.#count >= 80 && this.#word === FORWARDS) this.#frame(i - 79, false)
    if (this.#count >= 16 && this.#word === BACKWARDS) this.#backwardsFrom = i - 15
    if (this.#backwardsFrom >= 0 && i - this.#backwardsFrom === 79) {
      this.#frame(this.#backwardsFrom, true)
      this.#backwardsFrom = -1
    }
  }

  #frame(first: number, isBackwards: boolean) {
    const heard = Array.from({ length: 80 }, (_, k) => this.#bits[(first + k) % KEPT]!)
    const [from, to] = [this.#begins[first % KEPT]!, this.#begins[(first + 80) % KEPT]!]
    const frame = readFrame(isBackwards ? heard.reverse() : heard)
    if (frame) this.frames.push({ ...frame, fromSample: from, toSample: to, isBackwards })
  }
}

/** All frames in a stretch of sound. */
export function decodeLtc(samples: Float32Array, sampleRate: number): readonly LtcFrame[] {
  const decoder = new LtcDecoder(sampleRate)
  decoder.push(samples)
  return decoder.finish()
}
