import fc from 'fast-check'
import { DateTime } from 'luxon'
import { describe, expect, test } from 'vitest'
import { instantAt, minuteOfDay } from '../time/index.ts'
import { sunPosition } from './position.ts'
import { skyBands, SUN_ALTITUDES, type SunCrossing, sunDay } from './sunDay.ts'

const ZONES = ['Europe/London', 'America/St_Johns', 'Pacific/Auckland', 'Asia/Kathmandu', 'Pacific/Kiritimati', 'UTC']
const dates = fc
  .integer({ min: 0, max: 365 * 20 })
  .map((days) => DateTime.fromISO('2015-01-01', { zone: 'utc' }).plus({ days }).toISODate()!)
const latitudes = fc.double({ min: -85, max: 85, noNaN: true })
/** A place with the zone that its meridian would have, so that its day is the day of its clocks. */
const places = fc.record({
  latitude: latitudes,
  longitude: fc.double({ min: -179, max: 179, noNaN: true }),
  date: dates,
})
type Place = typeof places extends fc.Arbitrary<infer T> ? T : never
const zoneOf = ({ longitude }: Place) => {
  const hours = Math.round(longitude / 15)
  return hours === 0 ? 'UTC' : `UTC${hours > 0 ? '+' : ''}${hours}`
}
const dayOf = (place: Place) => sunDay(place.date, place.latitude, place.longitude, zoneOf(place))
const altitude = (place: Place, ms: number) => sunPosition(ms, place.latitude, place.longitude).altitudeDeg
const moments = (crossing: SunCrossing) =>
  'upMs' in crossing ? [crossing.upMs, crossing.downMs].filter((ms) => ms !== null) : []

describe('the sun of a day, anywhere', () => {
  test('stands at the very height that names each moment', () =>
    fc.assert(
      fc.property(places, (place) => {
        for (const [name, height] of Object.entries(SUN_ALTITUDES))
          for (const ms of moments(dayOf(place).crossings[name as keyof typeof SUN_ALTITUDES]))
            expect(Math.abs(altitude(place, ms) - height)).toBeLessThan(0.002)
      }),
    ))
  test('comes up through every height before noon, from the lowest to the highest, and goes down after it', () =>
    fc.assert(
      fc.property(places, (place) => {
        const { crossings, noonMs } = dayOf(place)
        const byHeight = Object.entries(SUN_ALTITUDES).sort(([, a], [, b]) => a - b)
        const up = byHeight.flatMap(([name]) => {
          const c = crossings[name as keyof typeof crossings]
          return 'upMs' in c && c.upMs !== null ? [c.upMs] : []
        })
        const down = byHeight.flatMap(([name]) => {
          const c = crossings[name as keyof typeof crossings]
          return 'downMs' in c && c.downMs !== null ? [c.downMs] : []
        })
        expect(up).toEqual([...up].sort((a, b) => a - b))
        expect(down).toEqual([...down].sort((a, b) => b - a))
        for (const ms of up) expect(ms).toBeLessThan(noonMs + 3600e3)
        for (const ms of down) expect(ms).toBeGreaterThan(noonMs - 3600e3)
      }),
    ))
  test('says it never rises, or never sets, only where that is so at every minute', () =>
    fc.assert(
      fc.property(places, (place) => {
        const { crossings, noonMs } = dayOf(place)
        const heights = Array.from({ length: 96 }, (_, i) => altitude(place, noonMs + (i - 48) * 15 * 60e3))
        if (crossings.rise.kind === 'below-all-day')
          for (const height of heights) expect(height).toBeLessThan(SUN_ALTITUDES.rise + 0.01)
        if (crossings.rise.kind === 'above-all-day')
          for (const height of heights) expect(height).toBeGreaterThan(SUN_ALTITUDES.rise - 0.5)
        if (crossings.rise.kind === 'crosses') expect(Math.min(...heights)).toBeLessThan(SUN_ALTITUDES.rise)
      }),
    ))
  test('is highest at noon away from the poles, to within what its drift over a day makes of it', () =>
    fc.assert(
      fc.property(places, (place) => {
        fc.pre(Math.abs(place.latitude) < 66)
        const { noonMs, noonAltitudeDeg } = dayOf(place)
        expect(altitude(place, noonMs)).toBeCloseTo(noonAltitudeDeg, 9)
        for (let minutes = -300; minutes <= 300; minutes += 20)
          expect(altitude(place, noonMs + minutes * 60e3)).toBeLessThan(noonAltitudeDeg + 0.05)
      }),
    ))
  test('has noon on its own date, and the next day’s noon comes a day later, give or take half a minute', () =>
    fc.assert(
      fc.property(places, (place) => {
        const { noonMs } = dayOf(place)
        expect(DateTime.fromMillis(noonMs, { zone: zoneOf(place) }).toISODate()).toBe(place.date)
        const next = { ...place, date: DateTime.fromISO(place.date).plus({ days: 1 }).toISODate()! }
        expect(Math.abs(dayOf(next).noonMs - noonMs - 86400e3)).toBeLessThan(32e3)
      }),
    ))
  test('stands in the south at noon in the north and in the north in the south', () =>
    fc.assert(
      fc.property(places, (place) => {
        fc.pre(Math.abs(place.latitude) > 25)
        const { azimuthDeg } = sunPosition(dayOf(place).noonMs, place.latitude, place.longitude)
        const wanted = place.latitude > 0 ? 180 : 0
        expect(Math.abs(((azimuthDeg - wanted + 540) % 360) - 180)).toBeLessThan(0.2)
      }),
    ))
  test('fifteen degrees further west everything is an hour later', () =>
    fc.assert(
      fc.property(places, (place) => {
        fc.pre(place.longitude > -150 && Math.abs(place.latitude) < 60)
        const west = { ...place, longitude: place.longitude - 15 }
        const [here, there] = [dayOf(place).crossings.rise, dayOf(west).crossings.rise]
        if (here.kind !== 'crosses' || there.kind !== 'crosses') return
        // The sun itself moves a little in that hour.
        expect(Math.abs(there.upMs - here.upMs - 3600e3)).toBeLessThan(45e3)
        expect(Math.abs(there.downMs - here.downMs - 3600e3)).toBeLessThan(45e3)
      }),
    ))
})

test('a strip of sky has the sun’s height in the middle of each of its steps', () => {
  const from = Date.parse('2026-05-14T03:00:00Z')
  const bands = skyBands(from, from + 4 * 3600e3, 4, 54.2, -3.1)
  expect(bands).toEqual([30, 90, 150, 210].map((m) => sunPosition(from + m * 60e3, 54.2, -3.1).altitudeDeg))
})

describe('clocks', () => {
  test('a minute of a day and its instant are each other’s inverse where that minute exists, in any zone', () =>
    fc.assert(
      fc.property(dates, fc.integer({ min: -600, max: 2000 }), fc.constantFrom(...ZONES), (date, minute, zone) => {
        const ms = instantAt(date, minute, zone)
        const back = minuteOfDay(ms, date, zone)
        // In the hour that a change of clocks leaves out, the time after it is meant.
        if (back !== minute) expect(back - minute).toSatisfy((n: number) => n === 60 || n === 30)
      }),
      { numRuns: 500 },
    ))
  test('any instant stands on the wall clock of its zone, on whatever date', () =>
    fc.assert(
      fc.property(dates, fc.integer({ min: -4e9, max: 4e9 }), fc.constantFrom(...ZONES), (date, aroundMs, zone) => {
        const at = DateTime.fromMillis(Date.parse(date) + aroundMs, { zone })
        const days = Math.round(Date.parse(at.toISODate()!) / 864e5 - Date.parse(date) / 864e5)
        const onTheWall = days * 1440 + at.hour * 60 + at.minute + at.second / 60
        expect(minuteOfDay(at.toMillis(), date, zone)).toBeCloseTo(onTheWall, 9)
      }),
      { numRuns: 500 },
    ))
  test('a zone that is none has no clock', () => expect(minuteOfDay(0, '2026-05-14', 'Nowhere/At_all')).toBeNaN())
  test('later is later', () =>
    fc.assert(
      fc.property(dates, fc.integer({ min: 180, max: 1380 }), fc.constantFrom(...ZONES), (date, minute, zone) => {
        expect(instantAt(date, minute + 1, zone) - instantAt(date, minute, zone)).toBe(60e3)
      }),
    ))
})
