/** Sound of one channel that is read as it is needed, so that hours of it need not lie in memory. */
export interface Sound {
  readonly sampleRate: number
  readonly samples: number
  /** -1 to 1; silence outside. */
  readonly read: (from: number, to: number) => Float32Array
}

/** Sound that lies in memory. */
export const soundOf = (samples: Float32Array, sampleRate: number): Sound => ({
  sampleRate,
  samples: samples.length,
  read: (from, to) => {
    const part = new Float32Array(to - from)
    const [a, b] = [Math.max(0, from), Math.min(samples.length, to)]
    if (b > a) part.set(samples.subarray(a, b), a - from)
    return part
  },
})

/** Each `each` samples as one: a cheap first step down, good enough where only the lowest eighth is looked at. */
export const averaged = (sound: Sound, each: number): Sound =>
  each === 1
    ? sound
    : {
        sampleRate: sound.sampleRate / each,
        samples: Math.floor(sound.samples / each),
        read: (from, to) => {
          const read = sound.read(from * each, to * each)
          const out = new Float32Array(to - from)
          for (let i = 0, k = 0; i < out.length; i++) {
            let sum = 0
            for (const end = k + each; k < end; k++) sum += read[k]!
            out[i] = sum / each
          }
          return out
        },
      }

const TAPS = 24
const PHASES = 64
const tables = new Map<number, Float32Array>()

/** A low-pass between two rates, as a windowed sinc for each phase. */
function tableFor(cutoff: number): Float32Array {
  const known = tables.get(cutoff)
  if (known) return known
  const reach = Math.ceil(TAPS / 2 / cutoff)
  const table = new Float32Array((PHASES + 1) * 2 * reach)
  for (let phase = 0; phase <= PHASES; phase++)
    for (let k = 0; k < 2 * reach; k++) {
      const x = k - reach + 1 - phase / PHASES
      const u = x / reach
      const sinc = x === 0 ? 1 : Math.sin(Math.PI * cutoff * x) / (Math.PI * cutoff * x)
      table[phase * 2 * reach + k] = Math.abs(u) >= 1 ? 0 : cutoff * sinc * (0.42 + 0.5 * Math.cos(Math.PI * u) + 0.08 * Math.cos(2 * Math.PI * u)) // prettier-ignore
    }
  tables.set(cutoff, table)
  return table
}

const BLOCK = 1 << 20

/**
 * A stretch of sound at another rate.
 * @param from where it begins, in samples of the new rate
 * @param step samples of the sound for one of the new
 */
export function resampled(sound: Sound, from: number, count: number, step: number): Float32Array {
  const out = new Float32Array(count)
  const cutoff = Math.min(1, 0.92 / step)
  const table = tableFor(Math.round(cutoff * 1e4) / 1e4)
  const width = table.length / (PHASES + 1)
  const reach = width / 2
  for (let begin = 0; begin < count;) {
    const end = Math.min(count, begin + Math.max(1, Math.floor(BLOCK / step)))
    const first = Math.floor((from + begin) * step) - reach
    const read = sound.read(first, Math.ceil((from + end) * step) + reach + 1)
    for (let i = begin; i < end; i++) {
      const at = (from + i) * step
      const whole = Math.floor(at)
      const phase = Math.round((at - whole) * PHASES) * width
      const base = whole - reach + 1 - first
      let sum = 0
      for (let k = 0; k < width; k++) sum += table[phase + k]! * read[base + k]!
      out[i] = sum
    }
    begin = end
  }
  return out
}
