import { IANAZone } from 'luxon'

const MINUTE_MS = 60_000
const DAY_MS = 86_400_000

/** What a zone's clocks are ahead of UTC at a moment, in milliseconds; NaN for a zone that is none. */
const aheadMs = (utcMs: number, zone: string): number => IANAZone.create(zone).offset(utcMs) * MINUTE_MS

/**
 * The moment at which clocks show a time, given in minutes after the midnight that begins a date (may pass 24 h, or lie
 * before 0). Of a time that they show twice it is the first; one that they skip is as much later as they skip.
 * @returns UTC milliseconds; NaN for a zone that is none
 */
export function instantAt(isoDate: string, minutes: number, zone: string): number {
  const shown = Date.parse(isoDate) + Math.round(minutes * 60) * 1000
  const [before, after] = [aheadMs(shown - DAY_MS, zone), aheadMs(shown + DAY_MS, zone)]
  const first = shown - before
  if (before === after || aheadMs(first, zone) === before) return first
  const second = shown - after
  return aheadMs(second, zone) === after ? second : first
}

/**
 * What clocks show at a moment, in minutes, to the whole second, after the midnight that begins a date; the next day
 * counts on from 1440.
 * @returns NaN for a zone that is none
 */
export const minuteOfDay = (utcMs: number, isoDate: string, zone: string): number =>
  Math.floor((utcMs + aheadMs(utcMs, zone) - Date.parse(isoDate)) / 1000) / 60
