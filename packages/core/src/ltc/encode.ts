import { formatTimecode, type FrameRate, framesPerSecond, nominalFrames } from '../timecode/index.ts'
import { frameBits } from './frame.ts'

export interface LtcTrack {
  readonly rate: FrameRate
  /** The first label, in frames since 00:00:00:00. */
  readonly startFrames: number
  readonly frames: number
  readonly sampleRate: number
  /** 8 hexadecimal digits. */
  readonly userBits?: string
  /** 0 to 1; -12 dB of full scale if not said. */
  readonly level?: number
}

/** Time a turn takes, as ST 12-1 has it. */
const RISE_SECONDS = 25e-6

/** Timecode as sound. Turns fall where they belong between samples, and rise as the standard wants. */
export function encodeLtc({
  rate,
  startFrames,
  frames,
  sampleRate,
  userBits = '00000000',
  level = 0.25,
}: LtcTrack): Float32Array {
  // prettier-ignore
  const fps = framesPerSecond(rate)
  const bitSamples = sampleRate / (fps * 80)
  const samples = new Float32Array(Math.ceil((frames * sampleRate) / fps))
  const rise = RISE_SECONDS * sampleRate
  let [value, at] = [-level, 0]
  const goTo = (turn: number) => {
    for (; at < turn && at < samples.length; at++) samples[at] = value
  }
  const turnAt = (turn: number) => {
    goTo(turn - rise / 2)
    for (; at < turn + rise / 2 && at < samples.length; at++) samples[at] = (value * (turn - at)) / (rise / 2 || 1)
    value = -value
  }
  for (let f = 0; f < frames; f++) {
    const label = formatTimecode(startFrames + f, rate)
    const [hours, minutes, seconds, count] = label.split(/[:;]/).map(Number) as [number, number, number, number]
    const bits = frameBits({ hours, minutes, seconds, frames: count, isDrop: rate.drop, userBits }, nominalFrames(rate) === 25) // prettier-ignore
    for (const [b, bit] of bits.entries()) {
      turnAt((f * 80 + b) * bitSamples)
      if (bit) turnAt((f * 80 + b + 0.5) * bitSamples)
    }
  }
  goTo(samples.length)
  return samples
}
