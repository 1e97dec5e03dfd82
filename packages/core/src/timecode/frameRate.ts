import { fail, ok, type Outcome, outOfRange, type OutOfRange } from '../outcome/index.ts'

/** An exact frame rate, `num / den` frames per second, and how its frames are labelled. */
export interface FrameRate {
  readonly num: number
  readonly den: number
  /** Drop-frame labelling: labels are skipped, frames never are. Only at 29.97 and 59.94. */
  readonly drop: boolean
}

/** The rates a camera or a deliverable can be set to, in rising order. */
export const FRAME_RATES: readonly FrameRate[] = [
  { num: 24000, den: 1001, drop: false },
  { num: 24, den: 1, drop: false },
  { num: 25, den: 1, drop: false },
  { num: 30000, den: 1001, drop: false },
  { num: 30000, den: 1001, drop: true },
  { num: 30, den: 1, drop: false },
  { num: 48, den: 1, drop: false },
  { num: 50, den: 1, drop: false },
  { num: 60000, den: 1001, drop: false },
  { num: 60000, den: 1001, drop: true },
  { num: 60, den: 1, drop: false },
]

export interface DropNotPossible {
  readonly code: 'drop-not-possible'
  readonly num: number
  readonly den: number
}

/**
 * An exact rate from its parts.
 * @error `out-of-range` unless both parts are whole and positive; `drop-not-possible` for a
 *   drop-frame rate other than 30000/1001 and 60000/1001 (SMPTE ST 12-1 defines no other)
 */
export function frameRate(num: number, den: number, drop = false): Outcome<FrameRate, OutOfRange | DropNotPossible> {
  if (!Number.isInteger(num) || num <= 0) return outOfRange('num', num, 'a whole number above 0')
  if (!Number.isInteger(den) || den <= 0) return outOfRange('den', den, 'a whole number above 0')
  if (drop && !(den === 1001 && (num === 30000 || num === 60000))) return fail({ code: 'drop-not-possible', num, den })
  return ok({ num, den, drop })
}

/** Frames per second as a number; the ratio itself stays exact. */
export const framesPerSecond = (rate: { num: number; den: number }): number => rate.num / rate.den

/** Labels in one second of timecode: 30 for 29.97, 24 for 23.976. */
export const nominalFrames = (rate: FrameRate): number => Math.round(rate.num / rate.den)

/** Whether two ratios are the same rate, exactly. */
export const sameRate = (a: { num: number; den: number }, b: { num: number; den: number }): boolean =>
  a.num * b.den === b.num * a.den

/** "25", "23.976", "29.97 drop": how a crew says the rate. */
export function rateName(rate: FrameRate): string {
  const value = rate.num / rate.den
  const digits = rate.den === 1 ? String(value) : value < 24 ? value.toFixed(3) : value.toFixed(2)
  return rate.drop ? `${digits} drop` : digits
}
