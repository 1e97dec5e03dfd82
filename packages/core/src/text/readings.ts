/** "1 copy", "3 copies": so many of something; `many` where it is not just an s more. */
export const counted = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`

/** Lux with the digits that mean something. */
export const lux = (value: number): string =>
  `${value >= 100 ? Math.round(value) : value.toFixed(value >= 10 ? 0 : 1)} lx`
/** "T2.8", "T11". */
export const stopName = (tStop: number): string => `T${tStop >= 10 ? Math.round(tStop) : tStop.toFixed(1)}`
/** Degrees to a tenth. */
export const degrees = (value: number): string => `${value.toFixed(1)}°`
/** A frame rate as a crew writes it: 25, 23.976, 29.97. */
export const frameRateText = (num: number, den: number): string => {
  const fps = num / den
  return Number.isInteger(fps) ? String(fps) : fps < 24 ? fps.toFixed(3) : fps.toFixed(2)
}
/** "1/50 s", "2.0 s". */
export const shutter = (seconds: number): string =>
  seconds >= 1 ? `${seconds.toFixed(1)} s` : `1/${Math.round(1 / seconds)} s`
/** "3:00", "1:02:05". */
export const minutesSeconds = (seconds: number): string => {
  const whole = Math.max(0, Math.round(seconds))
  return whole >= 3600
    ? `${Math.floor(whole / 3600)}:${String(Math.floor(whole / 60) % 60).padStart(2, '0')}:${String(whole % 60).padStart(2, '0')}`
    : `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`
}
/** "1.6 stops short", "0.4 over", "on the stop". */
export const exposureError = (stops: number): string => {
  if (!Number.isFinite(stops)) return 'no light'
  if (Math.abs(stops) < 0.05) return 'on the stop'
  return stops < 0 ? `${(-stops).toFixed(1)} stops short` : `${stops.toFixed(1)} over`
}

/** The exact rate that people mean by what they type: 23.976 is 24000/1001. Null for none. */
export function readFrameRate(text: string): { num: number; den: number } | null {
  const value = Number(
    text
      .trim()
      .replace(',', '.')
      .replace(/\s*fps$/, ''),
  )
  if (!(value > 0) || value > 2000) return null
  if (Number.isInteger(value)) return { num: value, den: 1 }
  const pulled = Math.round(value * 1.001)
  if (Math.abs(value - pulled / 1.001) < 0.006) return { num: pulled * 1000, den: 1001 }
  return { num: Math.round(value * 1000), den: 1000 }
}

const RIGHT_TO_LEFT = /[\u0590-\u08ff\ufb1d-\ufdff\ufe70-\ufeff]/
/**
 * A name to be put into a sentence: one that is written from the right is held together, so that figures beside it stay on
 * their side of it. @source Unicode UAX 9, first strong isolate
 */
export const asName = (name: string): string => (RIGHT_TO_LEFT.test(name) ? `\u2068${name}\u2069` : name)
