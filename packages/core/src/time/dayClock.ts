import { clock } from '../text/index.ts'
import { instantAt, minuteOfDay } from './localTime.ts'

/**
 * Time on a day at a place. A plan counts the minutes that go by since the day's midnight, so that an hour is an hour
 * on the night when clocks change too; people write and read what clocks show. The two differ only after a change.
 */
export interface DayClock {
  readonly date: string
  readonly zone: string
  /** Minutes gone by at a time that people wrote, in minutes on the clock after the day's midnight. */
  readonly elapsed: (shownMin: number) => number
  /** What clocks show, in minutes after the day's midnight, once so many have gone by. */
  readonly shown: (elapsedMin: number) => number
  /** "06:55", "00:30 +1"; an hour that clocks show twice has "2nd" the second time. */
  readonly text: (elapsedMin: number) => string
  /** When clocks are put on (by more than 0) or back, in minutes gone by. */
  readonly changes: readonly { readonly atMin: number; readonly byMin: number }[]
  /** Minutes gone by at a moment in UTC milliseconds. */
  readonly at: (utcMs: number) => number
  /** The moment, in UTC milliseconds, once so many minutes have gone by. */
  readonly instant: (elapsedMin: number) => number
}

/** A plan looks from the evening before to the morning after the next day. */
const FROM_MIN = -1440
const TO_MIN = 8 * 1440
const STEP_MIN = 30

interface Shift {
  readonly fromMin: number
  readonly byMin: number
}

/** How far what clocks show is from what has gone by, from when on; by halves of an hour, then to the minute. */
function shiftsOf(shownAt: (elapsedMin: number) => number): readonly Shift[] {
  const by = (elapsedMin: number) => Math.round(shownAt(elapsedMin) - elapsedMin)
  const shifts: Shift[] = [{ fromMin: -Infinity, byMin: by(FROM_MIN) }]
  for (let m = FROM_MIN; m < TO_MIN; m += STEP_MIN) {
    if (by(m + STEP_MIN) === by(m)) continue
    let fromMin = m + 1
    while (by(fromMin) === by(m)) fromMin++
    shifts.push({ fromMin, byMin: by(fromMin) })
  }
  return shifts
}

function build(date: string, zone: string): DayClock {
  const midnightMs = instantAt(date, 0, zone)
  const instant = (elapsedMin: number) => midnightMs + elapsedMin * 60_000
  const at = (utcMs: number) => Math.floor((utcMs - midnightMs) / 1000) / 60
  const shifts = shiftsOf((m) => minuteOfDay(instant(m), date, zone))
  const shown = (elapsedMin: number) => elapsedMin + shifts.findLast((s) => s.fromMin <= elapsedMin)!.byMin
  const isSecond = (elapsedMin: number) =>
    shifts.some((s, i) => {
      const backMin = i === 0 ? 0 : shifts[i - 1]!.byMin - s.byMin
      return elapsedMin >= s.fromMin && elapsedMin < s.fromMin + backMin
    })
  return {
    date,
    zone,
    elapsed: (shownMin) => (shifts.length === 1 ? shownMin - shifts[0]!.byMin : at(instantAt(date, shownMin, zone))),
    shown,
    text: (elapsedMin) => {
      // Rounded first: 01:59:40 reads 02:00, and so does the second of them.
      const whole = Math.round(elapsedMin)
      return `${clock(shown(whole))}${isSecond(whole) ? ' 2nd' : ''}`
    },
    changes: shifts.slice(1).map((s, i) => ({ atMin: s.fromMin, byMin: s.byMin - shifts[i]!.byMin })),
    at,
    instant,
  }
}

const clocks = new Map<string, DayClock>()

/** The clock of a date in an IANA time zone; one object for each, since plans are tried by the hundred. */
export function dayClock(date: string, zone: string): DayClock {
  const key = `${date} ${zone}`
  let found = clocks.get(key)
  if (!found) {
    if (clocks.size > 500) clocks.clear()
    found = build(date, zone)
    clocks.set(key, found)
  }
  return found
}

/** "Clocks go back at 02:00 +1, to 01:00 +1; …" for a change within some minutes of a day, or nothing. */
export function clockChangeLine(day: DayClock, fromMin: number, toMin: number): string | null {
  const change = day.changes.find(({ atMin }) => atMin > fromMin && atMin < toMin)
  if (!change) return null
  const to = day.shown(change.atMin)
  const at = clock(to - change.byMin)
  return change.byMin > 0
    ? `Clocks go on at ${at}, to ${clock(to)}.`
    : `Clocks go back at ${at}, to ${clock(to)}; times with 2nd are after that.`
}
