import { DateTime, IANAZone } from 'luxon'

/** UTC milliseconds of a local clock time, given in minutes after the local midnight of a date (may pass 24 h). */
export function instantAt(isoDate: string, minutes: number, zone: string): number {
  // Clock arithmetic, not elapsed time: 05:00 is 05:00 on a day whose clocks change at 02:00.
  const day = DateTime.fromISO(isoDate, { zone }).plus({ days: Math.floor(minutes / 1440) })
  const rest = ((minutes % 1440) + 1440) % 1440
  return day
    .set({ hour: Math.floor(rest / 60), minute: Math.floor(rest % 60), second: Math.round((rest % 1) * 60) })
    .toMillis()
}

/**
 * Local clock minutes, to the whole second, after the midnight that starts a date; the next day counts on from 1440.
 * @returns NaN for a zone that is none
 */
export function minuteOfDay(utcMs: number, isoDate: string, zone: string): number {
  // Asked for every shot of every trial order: the zone's offset alone, without a calendar date around it.
  const onTheClock = utcMs + IANAZone.create(zone).offset(utcMs) * 60_000
  return Math.floor((onTheClock - Date.parse(isoDate)) / 1000) / 60
}
