import type { Sound } from './sound.ts'

/** Lowest and highest of each stretch of a sound, to be drawn. */
export interface Peaks {
  readonly lows: Float32Array
  readonly highs: Float32Array
  readonly secondsEach: number
}

const READ = 1 << 20

/** Peaks of a whole sound in `count` stretches. */
export function peaksOf(
  sound: Sound,
  count: number,
  onProgress: (done: number) => boolean | void = () => undefined,
): Peaks | null {
  // prettier-ignore
  const [lows, highs] = [new Float32Array(count), new Float32Array(count)]
  const each = sound.samples / count
  for (let from = 0; from < sound.samples; from += READ) {
    const to = Math.min(sound.samples, from + READ)
    const read = sound.read(from, to)
    for (let p = Math.floor(from / each); p < count && p * each < to; p++) {
      const [a, b] = [Math.max(from, Math.floor(p * each)), Math.min(to, Math.floor((p + 1) * each))]
      let [low, high] = [lows[p]!, highs[p]!]
      for (let i = a - from; i < b - from; i++) {
        const value = read[i]!
        if (value < low) low = value
        if (value > high) high = value
      }
      lows[p] = low
      highs[p] = high
    }
    if (onProgress(to / sound.samples) === false) return null
  }
  return { lows, highs, secondsEach: each / sound.sampleRate }
}
