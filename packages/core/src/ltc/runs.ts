import { FRAME_RATES, formatTimecode, type FrameRate, framesPerSecond, nominalFrames } from '../timecode/index.ts'
import type { LtcFrame } from './frame.ts'

/** Frames that follow one another without a gap. */
export interface LtcRun {
  readonly rate: FrameRate
  /** How fast the sound runs against that rate; 1 where just so. Negative backwards. */
  readonly speed: number
  /** Label of the first frame heard, and how many follow. */
  readonly start: string
  readonly startFrames: number
  readonly frames: number
  readonly fromSample: number
  readonly toSample: number
  readonly userBits: string
}

/**
 * What rate frames of this length have that counts its labels so. Where no second was seen to roll over, the nearest; a
 * rate of 1000/1001 is known by its length only, to a tenth of the difference.
 */
function rateOf(framesPerSecondHeard: number, mostLabel: number, hasRolled: boolean, isDrop: boolean): FrameRate {
  if (isDrop) return FRAME_RATES.find((rate) => rate.drop)!
  const labelled = FRAME_RATES.filter((rate) => !rate.drop && (hasRolled ? nominalFrames(rate) === mostLabel + 1 : nominalFrames(rate) > mostLabel)) // prettier-ignore
  const from = labelled.length ? labelled : FRAME_RATES.filter((rate) => !rate.drop)
  const off = (rate: FrameRate) => Math.abs(framesPerSecond(rate) / framesPerSecondHeard - 1)
  return from.reduce((best, rate) => (off(rate) < off(best) ? rate : best))
}

const labelFrames = (label: LtcFrame, rate: FrameRate): number => {
  const nominal = nominalFrames(rate)
  const minutes = label.hours * 60 + label.minutes
  const dropped = rate.drop ? (nominal / 15) * (minutes - Math.floor(minutes / 10)) : 0
  return (minutes * 60 + label.seconds) * nominal + label.frames - dropped
}

/** Frames put together to runs: a jump in the labels or in the sound begins another. */
export function ltcRuns(frames: readonly LtcFrame[], sampleRate: number): readonly LtcRun[] {
  if (!frames.length) return []
  const length = median(frames.map(({ fromSample, toSample }) => toSample - fromSample))
  const mostLabel = Math.max(...frames.map((frame) => frame.frames))
  const hasRolled = frames.some((frame, i) => i > 0 && Math.abs(frame.frames - frames[i - 1]!.frames) === mostLabel && mostLabel >= 23) // prettier-ignore
  const rate = rateOf(sampleRate / length, mostLabel, hasRolled, frames.filter(({ isDrop }) => isDrop).length * 2 > frames.length) // prettier-ignore
  const runs: LtcFrame[][] = []
  for (const frame of frames) {
    const before = runs.at(-1)?.at(-1)
    const follows =
      before !== undefined &&
      before.isBackwards === frame.isBackwards &&
      Math.abs(frame.fromSample - before.toSample) < 0.1 * length &&
      follow(labelFrames(before, rate), labelFrames(frame, rate), rate, frame.isBackwards)
    if (follows) runs.at(-1)!.push(frame)
    else runs.push([frame])
  }
  return runs.map((run): LtcRun => {
    const [first, last] = [run[0]!, run.at(-1)!]
    const heard = (run.length * sampleRate) / (last.toSample - first.fromSample)
    const startFrames = labelFrames(first, rate)
    return {
      rate,
      speed: (heard / framesPerSecond(rate)) * (first.isBackwards ? -1 : 1),
      start: formatTimecode(startFrames, rate),
      startFrames,
      frames: run.length,
      fromSample: first.fromSample,
      toSample: last.toSample,
      userBits: first.userBits,
    }
  })
}

function follow(before: number, after: number, rate: FrameRate, isBackwards: boolean): boolean {
  const next = formatTimecode(before + (isBackwards ? -1 : 1), rate)
  return next === formatTimecode(after, rate)
}

function median(values: readonly number[]): number {
  const sorted = values.toSorted((a, b) => a - b)
  return sorted[sorted.length >> 1]!
}
