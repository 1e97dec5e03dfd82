import type { Production } from '../records/index.ts'
import { masterDeliverable } from '../shotlist/index.ts'
import { instantAt } from '../time/index.ts'
import { formatTimecode, frameOfDayClock, type FrameRate } from '../timecode/index.ts'

/** The clock of a set: the time of day at its place when the day is called, counted on in frames from there. */
export interface SetClock {
  /** The day that it belongs to, as 2026-05-14. */
  readonly date: string
  readonly timeZone: string
  readonly rate: FrameRate
  /** When the day is called, in minutes after its midnight: the box is set by then, and free runs from there. */
  readonly callMin?: number
}

const UNTOLD: FrameRate = { num: 25, den: 1, drop: false }

/** The clock that takes of a day are logged by: it counts at the rate of what is delivered first, else at 25. */
export function setClock(
  production: Production,
  day: { readonly date: string; readonly callMin?: number },
  timeZone: string,
): SetClock {
  const master = masterDeliverable(production)
  const rate = master ? { num: master.rateNum, den: master.rateDen, drop: master.dropFrame } : UNTOLD
  return { date: day.date, timeZone, rate, callMin: day.callMin ?? 0 }
}

/**
 * The timecode that a clock of a set shows at a moment, given in milliseconds since 1970. It runs on over midnight and
 * over a change of clocks: what lies between two labels is what went by.
 */
export function timecodeAt({ date, timeZone, rate, callMin = 0 }: SetClock, ms: number): string {
  const seconds = callMin * 60 + (ms - instantAt(date, callMin, timeZone)) / 1000
  return formatTimecode(frameOfDayClock(seconds, rate), rate)
}
