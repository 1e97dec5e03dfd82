import { DateTime } from 'luxon'

/** UTC milliseconds of a local clock time, given in minutes after the local midnight of a date (may pass 24 h). */
export function instantAt(isoDate: string, minutes: number, zone: string): number {
  // Clock arithmetic, not elapsed time: 05:00 is 05:00 on a day whose clocks change at 02:00.
  const day = DateTime.fromISO(isoDate, { zone }).plus({ days: Math.floor(minutes / 1440) })
  const rest = ((minutes % 1440) + 1440) % 1440
  return day
    .set({ hour: Math.floor(rest / 60), minute: Math.floor(rest % 60), second: Math.round((rest % 1) * 60) })
    .toMillis()
}

/** Local clock minutes after the midnight that starts a date; the next day counts on from 1440. */
export function minuteOfDay(utcMs: number, isoDate: string, zone: string): number {
  const local = DateTime.fromMillis(utcMs, { zone })
  const days = Math.round(
    DateTime.fromISO(local.toISODate()!, { zone: 'utc' }).diff(DateTime.fromISO(isoDate, { zone: 'utc' }), 'days').days,
  )
  return days * 1440 + local.hour * 60 + local.minute + local.second / 60
}
