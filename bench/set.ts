import { seeded } from '@kavrell/core/chance'
import { encodeLtc, LtcDecoder } from '@kavrell/core/ltc'
import { largestSet } from '@kavrell/core/radio'
import { likeVoices, lineUp, peaksOf, resampled, type Sound, soundOf } from '@kavrell/core/waveform'

const RATE = 48_000

function timed<T>(work: () => T): { readonly value: T; readonly ms: number } {
  const from = performance.now()
  const value = work()
  return { value, ms: performance.now() - from }
}

/** How many times faster than real time twenty minutes of timecode are read, best of 3. */
export function ltcTimesRealTime(): number {
  const seconds = 1200
  const sound = encodeLtc({ rate: { num: 25, den: 1, drop: false }, startFrames: 0, frames: 25 * seconds, sampleRate: RATE }) // prettier-ignore
  const times = [0, 1, 2].map(() => {
    const { ms, value } = timed(() => {
      const decoder = new LtcDecoder(RATE)
      for (let at = 0; at < sound.length; at += 65_536) decoder.push(sound.subarray(at, at + 65_536))
      return decoder.finish().length
    })
    if (value < 25 * seconds - 2) throw new Error('Frames were missed')
    return ms
  })
  return (seconds * 1000) / Math.min(...times)
}

/** One hour on another: how long it takes, and how far off offset and drift are. */
export function hourLinedUp() {
  const reference = soundOf(likeVoices(3600, RATE, 4), RATE)
  const peaks = timed(() => peaksOf(reference, 3000)).ms
  const step = 1 / (1 + 20e-6)
  const random = seeded(6)
  const heard = resampled(reference, (5 * RATE) / step, 3500 * RATE, step).map((value) => 0.3 * value + 0.02 * (random() - 0.5)) // prettier-ignore
  const device: Sound = soundOf(heard, RATE)
  const { ms, value } = timed(() => lineUp(reference, device))
  return {
    ms,
    peaksOf3HoursMs: 3 * peaks,
    offsetOffMs: Math.abs((value?.offsetSeconds ?? Infinity) - 5) * 1000,
    driftOffPpm: Math.abs((value?.driftPpm ?? Infinity) - 20),
    residentMb: process.memoryUsage.rss() / 1e6,
  }
}

/** The largest set of 40 candidates: proven, and how long it takes. */
export function radioOf40() {
  const candidatesKHz = Array.from({ length: 40 }, (_, i) => 606_000 + 100 * i)
  const rules = { spacingKHz: 400, guard2KHz: 100, guard3KHz: 100, guard5KHz: null }
  const { value, ms } = timed(() => largestSet({ candidatesKHz, fixedKHz: [], rules }))
  return { ms, isProved: value.isProved, size: value.setKHz.length }
}
