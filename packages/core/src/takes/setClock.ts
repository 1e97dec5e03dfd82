import type { Production } from '../records/index.ts'
import { masterDeliverable } from '../shotlist/index.ts'
import { minuteOfDay } from '../time/index.ts'
import { formatTimecode, frameOfDayClock, type FrameRate } from '../timecode/index.ts'

/** The clock of a set: the time of day at its place, counted in frames. */
export interface SetClock {
  /** The day that it belongs to, as 2026-05-14. */
  readonly date: string
  readonly timeZone: string
  readonly rate: FrameRate
}

const UNTOLD: FrameRate = { num: 25, den: 1, drop: false }

/** The clock that takes of a day are logged by: it counts at the rate of what is delivered first, else at 25. */
export function setClock(production: Production, day: { readonly date: string }, timeZone: string): SetClock {
  const master = masterDeliverable(production)
  const rate = master ? { num: master.rateNum, den: master.rateDen, drop: master.dropFrame } : UNTOLD
  return { date: day.date, timeZone, rate }
}

/** The timecode that a clock of a set shows at a moment, given in milliseconds since 1970. */
export function timecodeAt({ date, timeZone, rate }: SetClock, ms: number): string {
  const minute = minuteOfDay(ms, date, timeZone)
  const seconds = (((minute * 60) % 86_400) + 86_400) % 86_400
  return formatTimecode(frameOfDayClock(Math.round(seconds) + (ms % 1000) / 1000, rate), rate)
}
