/** "06:55" for minutes after midnight; the small hours after midnight read "00:30 +1". */
export function clock(minutes: number): string {
  const whole = Math.round(minutes)
  const day = Math.floor(whole / 1440)
  const rest = ((whole % 1440) + 1440) % 1440
  const text = `${String(Math.floor(rest / 60)).padStart(2, '0')}:${String(rest % 60).padStart(2, '0')}`
  return day === 0 ? text : `${text} ${day > 0 ? '+' : '−'}${Math.abs(day)}`
}

/** Minutes after midnight from "6:55", "06:55", "0655", "00:30 +1" or "23:00 −1"; null for what is no time of day. */
export function parseClock(text: string): number | null {
  const match = /^\s*(\d{1,2})[:.]?(\d{2})\s*([+−-]1)?\s*$/.exec(text)
  if (!match) return null
  const hours = Number(match[1]),
    minutes = Number(match[2])
  if (hours > 23 || minutes > 59) return null
  return hours * 60 + minutes + (match[3] ? (match[3] === '+1' ? 1440 : -1440) : 0)
}

/** "10 h 35" for a stretch of minutes. */
export const hours = (minutes: number): string => {
  const whole = Math.round(minutes)
  return `${Math.floor(whole / 60)} h ${String(whole % 60).padStart(2, '0')}`
}

/** "35 min" for a stretch of minutes that people still count in minutes, "9 h 35" for a longer one. */
export const stretch = (minutes: number): string =>
  Math.round(minutes) < 100 ? `${Math.round(minutes)} min` : hours(minutes)

const LAPSE = /^(?:(\d+):)?(\d{1,3}):(\d{2})$/
const IN_UNITS =
  /^(?:(\d+(?:\.\d+)?) *h(?:ours?)?)? *(?:(\d+(?:\.\d+)?) *(?:m(?:in(?:utes?)?)?(?![a-z])|$))? *(?:(\d+(?:\.\d+)?) *s(?:ec(?:onds?)?)?)?$/i

/**
 * Seconds from what somebody typed for a length of time: 38:00, 1:15:00, 90, 90 s, 20 min, 1 h 15, 1.5 h. A number alone
 * is seconds. Null if it is no length of time.
 */
export function parseLapse(typed: string): number | null {
  const text = typed.trim().replace(',', '.')
  if (/^\d+(\.\d+)?$/.test(text)) return Number(text)
  const parts = LAPSE.exec(text)
  // Minutes may be more than an hour has, unless hours are said.
  if (parts && Number(parts[3]) < 60 && (!parts[1] || Number(parts[2]) < 60)) return Number(parts[1] ?? 0) * 3600 + Number(parts[2]) * 60 + Number(parts[3]) // prettier-ignore
  const units = text === '' ? null : IN_UNITS.exec(text)
  if (!units) return null
  const [hours_, minutes, seconds] = units.slice(1).map((part) => Number(part ?? 0)) as [number, number, number]
  return hours_ * 3600 + minutes * 60 + seconds
}

/** Seconds as 8:05, or 1:08:05; less than none is none. */
export function lapse(seconds: number): string {
  const whole = Math.max(0, Math.round(seconds))
  const [h, m, s] = [Math.floor(whole / 3600), Math.floor(whole / 60) % 60, whole % 60]
  const two = (n: number) => String(n).padStart(2, '0')
  return h ? `${h}:${two(m)}:${two(s)}` : `${m}:${two(s)}`
}
