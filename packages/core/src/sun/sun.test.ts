import { describe, expect, test } from 'vitest'
import vectors from '../../vectors/sun.json'
import { instantAt, minuteOfDay } from '../time/index.ts'
import { sunPosition } from './position.ts'
import { sunDay } from './sunDay.ts'

interface Event {
  utc: string
  tolerance_s: number
}
interface Place {
  name: string
  date: string
  latitude: number
  longitude: number
  zone: string
  status: Record<string, string>
  solar_noon: Event
  positions: { utc: string; altitude_deg: number; azimuth_deg: number }[]
}
const places = vectors.rows as unknown as (Place & Record<string, Event | null>)[]
const EVENTS = [
  ['sunrise', 'sunset', 'rise'],
  ['civil_dawn', 'civil_dusk', 'civil'],
  ['nautical_dawn', 'nautical_dusk', 'nautical'],
  ['astronomical_dawn', 'astronomical_dusk', 'astronomical'],
] as const

describe.each(places)('$name on $date', (place) => {
  const day = sunDay(place.date, place.latitude, place.longitude, place.zone)
  test('the sun stands where the reference has it', () => {
    for (const p of place.positions) {
      const here = sunPosition(Date.parse(p.utc), place.latitude, place.longitude)
      expect(Math.abs(here.altitudeDeg - p.altitude_deg)).toBeLessThan(0.02)
      const turn = Math.abs(((here.azimuthDeg - p.azimuth_deg + 540) % 360) - 180)
      expect(turn * Math.cos((p.altitude_deg * Math.PI) / 180)).toBeLessThan(0.02)
    }
  })
  test('noon, rising, setting and twilights come within the tolerance', () => {
    expect(Math.abs(day.noonMs - Date.parse(place.solar_noon.utc)) / 1000).toBeLessThan(place.solar_noon.tolerance_s)
    for (const [up, down, name] of EVENTS) {
      const crossing = day.crossings[name]
      for (const [wanted, ms] of [
        [place[up], 'upMs' in crossing ? crossing.upMs : null],
        [place[down], 'downMs' in crossing ? crossing.downMs : null],
      ] as const) {
        expect(ms === null).toBe(!wanted)
        if (wanted && ms !== null) expect(Math.abs(ms - Date.parse(wanted.utc)) / 1000).toBeLessThan(wanted.tolerance_s)
      }
    }
  })
})

test('clock minutes and instants are each other’s inverse, also on a day whose clocks change', () => {
  expect(new Date(instantAt('2025-03-30', 300, 'Europe/London')).toISOString()).toBe('2025-03-30T04:00:00.000Z')
  for (const minute of [30, 300, 1439, 1470])
    expect(minuteOfDay(instantAt('2025-03-30', minute, 'Europe/London'), '2025-03-30', 'Europe/London')).toBe(minute)
})
