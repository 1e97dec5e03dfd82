import type { Day, Place, Production, Shot } from '../records/index.ts'
import { spotOfShot } from '../shotlist/index.ts'
import { minuteOfDay, type SunCrossing, type SunDay } from '../sun/index.ts'

/** When a shot can be taken, in minutes of the day; null is open on that side. */
export interface ClockWindow {
  readonly fromMin: number | null
  readonly toMin: number | null
  readonly because: string
}

const side = (crossing: SunCrossing, which: 'up' | 'down'): number | null =>
  crossing.kind === 'crosses' || crossing.kind === 'once' ? (which === 'up' ? crossing.upMs : crossing.downMs) : null

/**
 * The window a shot asks for. `dawn` is civil dawn to the sun at 6°; `dusk` is sunset to the end of
 * civil twilight; `golden-evening` the sun from 6° down to setting. Null when it asks for none, or the
 * sun never does that here on this day.
 */
export function shotWindow(
  shot: Pick<Shot, 'window' | 'windowFromMin' | 'windowToMin'>,
  sun: SunDay,
  day: Pick<Day, 'date'>,
  zone: string,
): ClockWindow | null {
  const at = (ms: number | null) => (ms === null ? null : minuteOfDay(ms, day.date, zone))
  const { civil, rise, goldenHigh } = sun.crossings
  switch (shot.window) {
    case 'none':
      return null
    case 'clock':
      return { fromMin: shot.windowFromMin, toMin: shot.windowToMin, because: 'set by hand' }
    case 'dawn':
      return {
        fromMin: at(side(civil, 'up')),
        toMin: at(side(goldenHigh, 'up')),
        because: 'first light until the sun is 6° up',
      }
    case 'daylight':
      return { fromMin: at(side(rise, 'up')), toMin: at(side(rise, 'down')), because: 'sunrise to sunset' }
    case 'golden-evening':
      return {
        fromMin: at(side(goldenHigh, 'down')),
        toMin: at(side(rise, 'down')),
        because: 'sun from 6° up to setting',
      }
    case 'dusk':
      return {
        fromMin: at(side(rise, 'down')),
        toMin: at(side(civil, 'down')),
        because: 'sunset to the end of twilight',
      }
    case 'night':
      return { fromMin: at(side(civil, 'down')), toMin: null, because: 'after twilight' }
    default: {
      const never: never = shot.window
      throw new Error(`Unknown window ${String(never)}`)
    }
  }
}

export interface MissedWindow {
  readonly shot: Shot
  readonly kind: 'light' | 'opening'
  /** Minutes of the day of the window that is missed. */
  readonly window: ClockWindow
  readonly startMin: number
  readonly endMin: number
  /** Minutes outside the window: before it opens plus after it closes. */
  readonly outsideMin: number
}

const outside = (window: ClockWindow, startMin: number, endMin: number): number =>
  Math.max(0, (window.fromMin ?? -Infinity) - startMin) + Math.max(0, endMin - (window.toMin ?? Infinity))

/** Shots that the order puts outside their light or outside the hours of the place they are at. */
export function missedWindows(
  production: Production,
  day: Day,
  sun: SunDay,
  place: Place,
  rows: readonly { shotIds: readonly string[]; startMin: number; endMin: number }[],
): MissedWindow[] {
  const missed: MissedWindow[] = []
  for (const { shotIds, startMin, endMin } of rows) {
    for (const id of shotIds) {
      const shot = production.shot[id]
      if (!shot) continue
      const light = shotWindow(shot, sun, day, place.timeZone)
      const spot = spotOfShot(production, shot)
      const at = (spot && production.place[spot.placeId]) ?? place
      const opening: ClockWindow = { fromMin: at.opensMin, toMin: at.closesMin, because: `${at.name} is open` }
      for (const [kind, window] of [
        ['light', light],
        ['opening', opening],
      ] as const) {
        if (!window) continue
        const outsideMin = outside(window, startMin, endMin)
        if (outsideMin >= 1) missed.push({ shot, kind, window, startMin, endMin, outsideMin })
      }
    }
  }
  return missed
}
