import { fail, ok, type Outcome } from '../outcome/index.ts'
import { type FrameRate, nominalFrames } from './frameRate.ts'

export type TimecodeRefusal =
  | { readonly code: 'not-a-timecode'; readonly text: string }
  | {
      readonly code: 'label-out-of-range'
      readonly part: 'hours' | 'minutes' | 'seconds' | 'frames'
      readonly most: number
    }
  /** The label is skipped by drop-frame counting, so no frame carries it. */
  | { readonly code: 'dropped-label'; readonly text: string }
  | { readonly code: 'wrong-separator'; readonly wanted: ':' | ';' }

const labelsDroppedPerMinute = (rate: FrameRate): number => (rate.drop ? nominalFrames(rate) / 15 : 0)

/** Frames in 24 hours of labels. */
export function framesPerDay(rate: FrameRate): number {
  const perTenMinutes = nominalFrames(rate) * 600 - 9 * labelsDroppedPerMinute(rate)
  return perTenMinutes * 6 * 24
}

/**
 * Frames since 00:00:00:00 for a label. Drop-frame labels carry `;` before the frames, others `:`.
 * @source SMPTE ST 12-1: drop-frame skips labels 00 and 01 (00 to 03 at 59.94) each minute but every tenth
 */
export function parseTimecode(text: string, rate: FrameRate): Outcome<number, TimecodeRefusal> {
  const match = /^(\d{2}):(\d{2}):(\d{2})([:;])(\d{2,3})$/.exec(text.trim())
  if (!match) return fail({ code: 'not-a-timecode', text })
  const [hours, minutes, seconds, frames] = [match[1], match[2], match[3], match[5]].map(Number) as [
    number,
    number,
    number,
    number,
  ]
  const wanted = rate.drop ? ';' : ':'
  if (match[4] !== wanted) return fail({ code: 'wrong-separator', wanted })
  const nominal = nominalFrames(rate)
  if (hours > 23) return fail({ code: 'label-out-of-range', part: 'hours', most: 23 })
  if (minutes > 59) return fail({ code: 'label-out-of-range', part: 'minutes', most: 59 })
  if (seconds > 59) return fail({ code: 'label-out-of-range', part: 'seconds', most: 59 })
  if (frames >= nominal) return fail({ code: 'label-out-of-range', part: 'frames', most: nominal - 1 })
  const dropped = labelsDroppedPerMinute(rate)
  if (seconds === 0 && minutes % 10 !== 0 && frames < dropped) return fail({ code: 'dropped-label', text })
  const minutesSoFar = hours * 60 + minutes
  const labels = (minutesSoFar * 60 + seconds) * nominal + frames
  return ok(labels - dropped * (minutesSoFar - Math.floor(minutesSoFar / 10)))
}

/** The label of a frame; wraps at 24 hours in both directions. */
export function formatTimecode(frames: number, rate: FrameRate): string {
  const day = framesPerDay(rate)
  const nominal = nominalFrames(rate)
  const dropped = labelsDroppedPerMinute(rate)
  let label = ((Math.floor(frames) % day) + day) % day
  if (dropped > 0) {
    const perTen = nominal * 600 - 9 * dropped
    const perMinute = nominal * 60 - dropped
    const tens = Math.floor(label / perTen)
    const rest = label % perTen
    // The first minute of ten keeps all its labels, so it is `dropped` frames longer than the rest.
    const minutesInTen = rest < nominal * 60 ? 0 : 1 + Math.floor((rest - nominal * 60) / perMinute)
    label += dropped * (tens * 9 + minutesInTen)
  }
  const two = (n: number) => String(n).padStart(2, '0')
  const totalSeconds = Math.floor(label / nominal)
  return `${two(Math.floor(totalSeconds / 3600))}:${two(Math.floor(totalSeconds / 60) % 60)}:${two(totalSeconds % 60)}${rate.drop ? ';' : ':'}${two(label % nominal)}`
}

/** The label `frames` later (earlier if negative), across midnight if need be. */
export function addFrames(text: string, frames: number, rate: FrameRate): Outcome<string, TimecodeRefusal> {
  const start = parseTimecode(text, rate)
  return start.ok ? ok(formatTimecode(start.value + frames, rate)) : start
}

/** Frames from `start` up to `end`, end not counted. An end before the start has crossed midnight. */
export function differenceFrames(start: string, end: string, rate: FrameRate): Outcome<number, TimecodeRefusal> {
  const from = parseTimecode(start, rate)
  if (!from.ok) return from
  const to = parseTimecode(end, rate)
  if (!to.ok) return to
  const day = framesPerDay(rate)
  return ok((to.value - from.value + day) % day)
}

/** The frame that contains an instant, `seconds` after frame 0. */
export const framesAtSeconds = (seconds: number, rate: FrameRate): number =>
  // Nine decimals of a second are kept exact before the division, so 0.1 s is not a frame short.
  Math.floor((Math.round(seconds * 1e9) * rate.num) / rate.den / 1e9)

/** Real time that a number of frames lasts. */
export const secondsOfFrames = (frames: number, rate: FrameRate): number => (frames * rate.den) / rate.num

/**
 * The frame a free-running time-of-day clock shows: counting starts at frame 0 at local midnight.
 * At 23.976 and 29.97 non-drop the label then falls behind the wall clock by 3.6 s an hour, as the devices do.
 */
export const frameOfDayClock = (secondsSinceMidnight: number, rate: FrameRate): number =>
  framesAtSeconds(secondsSinceMidnight, rate) % framesPerDay(rate)
