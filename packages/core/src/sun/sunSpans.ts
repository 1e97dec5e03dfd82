import type { SunAltitude, SunDay } from './sunDay.ts'

/** Light that a shot can ask of the sky. */
export const SUN_LIGHTS = ['dawn', 'daylight', 'golden-evening', 'dusk', 'night'] as const
export type SunLight = (typeof SUN_LIGHTS)[number]

/** Between which heights of the sun there is such light, and whether while it climbs, while it sinks or both. */
const HEIGHTS: Readonly<
  Record<SunLight, { readonly over?: SunAltitude; readonly under?: SunAltitude; readonly while?: 'climbs' | 'sinks' }>
> = {
  dawn: { over: 'civil', under: 'goldenHigh', while: 'climbs' },
  daylight: { over: 'rise' },
  'golden-evening': { over: 'rise', under: 'goldenHigh', while: 'sinks' },
  dusk: { over: 'civil', under: 'rise', while: 'sinks' },
  night: { under: 'civil' },
}

export interface SunSpan {
  readonly fromMs: number
  readonly toMs: number
}

type Half = 'climbs' | 'sinks'

const halfOf = (sun: SunDay, half: Half): SunSpan =>
  half === 'climbs' ? { fromMs: sun.lowMs[0], toMs: sun.highMs } : { fromMs: sun.highMs, toMs: sun.lowMs[1] }

/** The part of half a day in which the sun is over (or under) a height; it passes one at most once in it. */
function part(sun: SunDay, half: Half, altitude: SunAltitude, over: boolean): SunSpan | null {
  const whole = halfOf(sun, half)
  const crossing = sun.crossings[altitude]
  if (crossing.kind === 'below-all-day') return over ? null : whole
  const ms = crossing.kind === 'above-all-day' ? null : half === 'climbs' ? crossing.upMs : crossing.downMs
  if (ms === null) return over ? whole : null
  return (half === 'climbs') === over ? { fromMs: ms, toMs: whole.toMs } : { fromMs: whole.fromMs, toMs: ms }
}

/** Of a span and the others, what all of them have. */
function common(span: SunSpan, others: readonly (SunSpan | null)[]): SunSpan | null {
  let { fromMs, toMs } = span
  for (const other of others) {
    if (!other) return null
    fromMs = Math.max(fromMs, other.fromMs)
    toMs = Math.min(toMs, other.toMs)
  }
  return fromMs < toMs ? { fromMs, toMs } : null
}

/** Two halves of the sun's path meet to within a second. */
const MEET_MS = 60_000

/**
 * When there is such light over consecutive days, in order; none where the sun never gets there. A sun that turns
 * before it reaches a height ends at its turning: under a low winter noon dawn lasts until noon, and in a white night
 * dusk until midnight.
 */
export function sunSpans(days: readonly SunDay[], light: SunLight): readonly SunSpan[] {
  const { over, under, while: only } = HEIGHTS[light]
  const spans: SunSpan[] = []
  for (const sun of days)
    for (const half of ['climbs', 'sinks'] as const) {
      if (only && only !== half) continue
      const limits = [...(over ? [part(sun, half, over, true)] : []), ...(under ? [part(sun, half, under, false)] : [])]
      const span = common(halfOf(sun, half), limits)
      const last = spans.at(-1)
      if (span && last && span.fromMs - last.toMs < MEET_MS)
        spans[spans.length - 1] = { fromMs: last.fromMs, toMs: span.toMs }
      else if (span) spans.push(span)
    }
  return spans
}
