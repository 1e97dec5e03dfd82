import type { Place, Production, Shot } from '../records/index.ts'
import { spotOfShot } from '../shotlist/index.ts'
import { type SunDay, type SunLight, sunSpans } from '../sun/index.ts'
import type { DayClock } from '../time/index.ts'
import { writtenMin } from './dayView.ts'

/** A stretch in which something can be done, in minutes gone by since the day's midnight; infinite is open there. */
export interface Window {
  readonly fromMin: number
  readonly toMin: number
}

/** When a shot can be taken, and why then. No stretch at all is never. */
export interface ShotWindows {
  readonly because: string
  readonly windows: readonly Window[]
}

/** The sky over a day, from the evening before to so many days after as its order runs into. */
export interface DaySky {
  readonly clock: DayClock
  /** The unit call, as clocks show it. */
  readonly callMin: number
  /** How many days after the day itself are looked at, for suns and opening hours. */
  readonly daysAhead: number
  /** Of the day before, the day, and those after it; null where nobody knows where it is. */
  readonly suns: readonly SunDay[] | null
  /** High and low waters of places, as tables have them for the days that are looked at. */
  readonly waters?: readonly Water[]
}

/** A high or low water at a place. */
export interface Water {
  readonly placeId: string
  readonly type: 'high' | 'low'
  /** Minutes gone by since the day's midnight. */
  readonly atMin: number
  readonly heightM: number | null
}

const DAY_MIN = 1440
const BECAUSE: Readonly<Record<SunLight, string>> = {
  dawn: 'first light until the sun is 6° up',
  daylight: 'sunrise to sunset',
  'golden-evening': 'sun from 6° up to setting',
  dusk: 'sunset to the end of twilight',
  night: 'from the end of twilight to first light',
}

const kept = new WeakMap<readonly SunDay[], Map<SunLight, ShotWindows>>()

/** When there is such light on a day; null where nobody knows where it is. */
export function lightWindows({ suns, clock }: DaySky, light: SunLight): ShotWindows | null {
  if (!suns) return null
  const own = kept.get(suns) ?? new Map<SunLight, ShotWindows>()
  kept.set(suns, own)
  let found = own.get(light)
  if (!found) {
    const spans = sunSpans(suns, light).map((s) => ({
      fromMin: clock.at(s.fromMs),
      toMin: clock.at(s.toMs),
    }))
    // What ended before the day began is the evening's before.
    found = { because: BECAUSE[light], windows: spans.filter((w) => w.toMin > 0) }
    own.set(light, found)
  }
  return found
}

/**
 * Hours that come again every day, as windows of this day: "22:00 to 04:00" runs over midnight, and on a night that
 * goes on till morning both of its nights count. One that is open on a side is of this day alone.
 */
export function dailyWindows(
  { clock, callMin, daysAhead }: Omit<DaySky, 'suns'>,
  fromMin: number | null,
  toMin: number | null,
): readonly Window[] {
  const written = (shownMin: number) => writtenMin(clock, { callMin }, shownMin)
  if (fromMin === null || toMin === null)
    return [
      { fromMin: fromMin === null ? -Infinity : written(fromMin), toMin: toMin === null ? Infinity : written(toMin) },
    ]
  const lastMin = toMin > fromMin ? toMin : toMin + DAY_MIN
  const daily = Array.from({ length: daysAhead + 2 }, (_, i) => ({
    fromMin: clock.elapsed(fromMin + (i - 1) * DAY_MIN),
    toMin: clock.elapsed(lastMin + (i - 1) * DAY_MIN),
  }))
  // Round the clock is one stretch, without a seam at midnight.
  if (lastMin - fromMin >= DAY_MIN) return [{ fromMin: daily[0]!.fromMin, toMin: daily.at(-1)!.toMin }]
  return daily.filter((w) => w.toMin > 0)
}

/** Which water a shot is tied to; null for any other tie. */
export const waterOf = ({ window }: Pick<Shot, 'window'>): Water['type'] | null =>
  window === 'high-water' ? 'high' : window === 'low-water' ? 'low' : null

/**
 * The stretches a shot can be taken in on a day; null when it asks for none, for a light nobody can tell yet, or for a
 * water that no table has.
 * @param placeId where it is shot: tides are of a place
 */
export function shotWindows(
  shot: Pick<Shot, 'window' | 'windowFromMin' | 'windowToMin' | 'tideMin'>,
  sky: DaySky,
  placeId: string,
): ShotWindows | null {
  if (shot.window === 'none') return null
  const water = waterOf(shot)
  if (water) return waterWindows(sky, water, placeId, shot.tideMin)
  if (shot.window !== 'clock') return lightWindows(sky, shot.window as SunLight)
  return { because: 'set by hand', windows: dailyWindows(sky, shot.windowFromMin, shot.windowToMin) }
}

/** Waters of one kind come at the most so far apart, where there is one a day; and no day's work goes on for longer. */
const WATER_BEFORE_MIN = 780
const WATER_AFTER_MIN = 2160

/** The waters that a table has about a day's work; none where it ends before, or begins after: then nobody knows. */
const watersAbout = ({ waters = [], clock, callMin }: DaySky, type: Water['type'], placeId: string) => {
  const from = clock.elapsed(callMin)
  return waters.filter(
    (one) =>
      one.placeId === placeId &&
      one.type === type &&
      one.atMin >= from - WATER_BEFORE_MIN &&
      one.atMin <= from + WATER_AFTER_MIN,
  )
}

/** Whether a shot is tied to a water that no table has for the day. */
export function lacksWater(production: Production, sky: DaySky, place: Place, shot: Shot): boolean {
  const water = waterOf(shot)
  return water !== null && watersAbout(sky, water, placeOfShot(production, shot, place)).length === 0
}

/** So many minutes before and after each high or low water; null where no table has one. */
function waterWindows(sky: DaySky, type: Water['type'], placeId: string, within: number): ShotWindows | null {
  const own = watersAbout(sky, type, placeId)
  if (own.length === 0) return null
  return {
    because: `within ${within} min of ${type} water`,
    windows: own.map(({ atMin }) => ({ fromMin: atMin - within, toMin: atMin + within })),
  }
}

/** Where a shot is taken: the place of its spot, else that of the day. */
export const placeOfShot = (production: Production, shot: Shot, place: Place): string =>
  spotOfShot(production, shot)?.placeId ?? place.id

const outside = (window: Window, startMin: number, endMin: number): number =>
  Math.max(0, window.fromMin - startMin) + Math.max(0, endMin - window.toMin)

/** The stretch that a moment is in or nearest to: the light that the order can have meant. */
export const nearestWindow = (windows: readonly Window[], startMin: number, endMin = startMin): Window | undefined =>
  windows.reduce<Window | undefined>(
    (best, w) => (best && outside(best, startMin, endMin) <= outside(w, startMin, endMin) ? best : w),
    undefined,
  )

/** The earliest that a shot can begin once the clock has come so far; null when it need not wait. */
export function earliestStart(windows: ShotWindows | null, nowMin: number): number | null {
  const nearest = windows && nearestWindow(windows.windows, nowMin)
  return nearest && nearest.fromMin > nowMin ? nearest.fromMin : null
}

export interface MissedWindow {
  readonly shot: Shot
  readonly kind: 'light' | 'opening'
  readonly because: string
  /** The nearest stretch there is; null where there is none at all. */
  readonly window: Window | null
  readonly startMin: number
  readonly endMin: number
  /** Minutes outside: before it opens plus after it closes; all of the shot's where there is none. */
  readonly outsideMin: number
}

const openingOf = (place: Place, sky: DaySky): ShotWindows | null =>
  place.opensMin === null && place.closesMin === null
    ? null
    : { because: `${place.name} is open`, windows: dailyWindows(sky, place.opensMin, place.closesMin) }

/** When the place of a shot is open; null where it always is. */
export function openingOfShot(production: Production, shot: Shot, place: Place, sky: DaySky): ShotWindows | null {
  const spot = spotOfShot(production, shot)
  return openingOf((spot && production.place[spot.placeId]) ?? place, sky)
}

/** Shots that the order puts outside their light or outside the hours of the place they are at. */
export function missedWindows(
  production: Production,
  sky: DaySky,
  place: Place,
  rows: readonly { shotIds: readonly string[]; startMin: number; endMin: number }[],
): MissedWindow[] {
  const missed: MissedWindow[] = []
  for (const { shotIds, startMin, endMin } of rows)
    for (const id of shotIds) {
      const shot = production.shot[id]
      if (!shot) continue
      for (const [kind, asked] of [
        ['light', shotWindows(shot, sky, placeOfShot(production, shot, place))],
        ['opening', openingOfShot(production, shot, place, sky)],
      ] as const) {
        if (!asked) continue
        const window = nearestWindow(asked.windows, startMin, endMin) ?? null
        const outsideMin = window ? outside(window, startMin, endMin) : Math.max(1, endMin - startMin)
        if (outsideMin >= 1) missed.push({ shot, kind, because: asked.because, window, startMin, endMin, outsideMin })
      }
    }
  return missed
}
