const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'] as const
const MONTH_WORDS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'] as const
const WEEKDAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'] as const

const two = (n: number) => String(n).padStart(2, '0')
/** ISO text of a day of the calendar, null where there is no such day. */
function isoOf(year: number, month: number, day: number): string | null {
  const date = new Date(Date.UTC(year, month - 1, day))
  const same = date.getUTCFullYear() === year && date.getUTCMonth() === month - 1 && date.getUTCDate() === day
  return same && year >= 1900 && year <= 2999 ? `${year}-${two(month)}-${two(day)}` : null
}

/** How a country writes its dates. */
export const DATE_ORDERS = ['day first', 'month first', 'year first'] as const
export type DateOrder = (typeof DATE_ORDERS)[number]

/**
 * "Thu 14 May 2026", "Thu May 14 2026" or "Thu 2026-05-14": where both are figures the year leads, so that nobody takes
 * the day for the month.
 * @param iso 2026-05-14
 */
export function dateText(iso: string, order: DateOrder = 'day first'): string {
  const [year, month, day] = iso.split('-').map(Number)
  const weekday = WEEKDAYS[new Date(Date.UTC(year!, month! - 1, day)).getUTCDay()]
  if (order === 'year first') return `${weekday} ${iso}`
  const word = MONTH_WORDS[month! - 1]
  return order === 'month first' ? `${weekday} ${word} ${day} ${year}` : `${weekday} ${day} ${word} ${year}`
}

/**
 * A date as people type it: 14 May, May 14 2026, 14.5.26, 14/5, 2026-05-14, with a weekday before it or not. Figures
 * alone are read in the order given. A year that is left out is that of the date which stood there.
 * @param beforeIso the date that stood there, ISO
 * @returns ISO text, or null where it is no date
 */
export function readDate(typed: string, beforeIso: string, order: DateOrder = 'day first'): string | null {
  const text = typed
    .trim()
    .toLowerCase()
    .replace(/^(mon|tues?|wed(nes)?|thu(rs)?|fri|sat(ur)?|sun)(day)?[,.]?\s+/, '')
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(text)
  if (iso) return isoOf(Number(iso[1]), Number(iso[2]), Number(iso[3]))
  const figures = /^(\d{1,2})[./\-\s](\d{1,2})(?:[./\-\s](\d{4}|\d{2}))?\.?$/.exec(text)
  if (figures) {
    const [first, second] = [Number(figures[1]), Number(figures[2])]
    // Without its year a date of the year-first countries is month and day.
    return order === 'day first'
      ? withYear(first, second, figures[3], beforeIso)
      : withYear(second, first, figures[3], beforeIso)
  }
  const dayFirst = /^(\d{1,2})(?:st|nd|rd|th|\.)?\s*(?:of\s+)?([a-z]{3,9})\.?,?(?:\s+(\d{4}|\d{2}))?$/.exec(text)
  const monthFirst = /^([a-z]{3,9})\.?\s+(\d{1,2})(?:st|nd|rd|th)?,?(?:\s+(\d{4}|\d{2}))?$/.exec(text)
  const [day, word, year] = dayFirst
    ? [dayFirst[1], dayFirst[2], dayFirst[3]]
    : monthFirst
      ? [monthFirst[2], monthFirst[1], monthFirst[3]]
      : []
  const month = word === undefined ? 0 : MONTHS.findIndex((m) => word.startsWith(m)) + 1
  return month > 0 ? withYear(Number(day), month, year, beforeIso) : null
}

const withYear = (day: number, month: number, year: string | undefined, beforeIso: string): string | null =>
  isoOf(
    year === undefined ? Number(beforeIso.slice(0, 4)) : year.length === 2 ? 2000 + Number(year) : Number(year),
    month,
    day,
  )

/** Days of the calendar from one ISO date to another; negative when it lies before. */
export const daysBetween = (from: string, to: string): number =>
  Math.round((Date.parse(to) - Date.parse(from)) / 86_400_000)
