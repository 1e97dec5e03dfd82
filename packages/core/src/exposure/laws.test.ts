import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import {
  type Exposure,
  exposureErrorStops,
  illuminanceForStop,
  miredShift,
  ndStopsOfDensity,
  shutterDegrees,
  shutterSeconds,
  slowMotion,
  stopForIlluminance,
  stopsBetween,
} from './exposure.ts'
import { mainsFlicker, steadyShutterDegrees } from './flicker.ts'

const within = (min: number, max: number) => fc.double({ min, max, noNaN: true })
const exposure: fc.Arbitrary<Exposure> = fc.record({
  tStop: within(0.7, 32),
  iso: within(50, 102400),
  shutterS: within(1 / 10_000, 1),
  ndStops: within(0, 12),
})
const lux = within(0.01, 200_000)

describe('exposure', () => {
  test('the light that a stop needs gives that stop', () =>
    fc.assert(
      fc.property(exposure, (e) => {
        const { tStop, iso, shutterS, ndStops } = e
        expect(stopForIlluminance(illuminanceForStop(e), iso, shutterS, ndStops) / tStop).toBeCloseTo(1, 9)
      }),
    ))
  test('twice the light is one stop over, a quarter two under', () =>
    fc.assert(
      fc.property(exposure, lux, (e, light) => {
        const error = exposureErrorStops(light, e)
        expect(exposureErrorStops(light * 2, e) - error).toBeCloseTo(1, 9)
        expect(exposureErrorStops(light / 4, e) - error).toBeCloseTo(-2, 9)
      }),
    ))
  test('in the dark nothing is bright enough, and that is said as infinitely far under', () => {
    expect(exposureErrorStops(0, { tStop: 1.4, iso: 12800, shutterS: 1 / 25, ndStops: 0 })).toBe(-Infinity)
  })
  test('one setting to another and back is nothing; by a third on the way is the sum', () =>
    fc.assert(
      fc.property(exposure, exposure, exposure, (a, b, c) => {
        expect(stopsBetween(a, b) + stopsBetween(b, a)).toBeCloseTo(0, 9)
        expect(stopsBetween(a, b) + stopsBetween(b, c)).toBeCloseTo(stopsBetween(a, c), 9)
      }),
    ))
  test('what is between two settings is what their errors under one light differ by', () =>
    fc.assert(
      fc.property(exposure, exposure, lux, (a, b, light) => {
        expect(exposureErrorStops(light, b) - exposureErrorStops(light, a)).toBeCloseTo(stopsBetween(a, b), 6)
      }),
    ))
  test.each([
    [0.3, 1],
    [0.6, 2],
    [0.9, 3],
    [1.8, 6],
  ])('density %d is %d stops, as filters are sold', (density, stops) => {
    expect(ndStopsOfDensity(density)).toBeCloseTo(stops, 1)
  })
  test('from warm to cool and back is no shift', () =>
    fc.assert(
      fc.property(within(1800, 12_000), within(1800, 12_000), (a, b) => {
        expect(miredShift(a, b) + miredShift(b, a)).toBeCloseTo(0, 9)
      }),
    ))
})

describe('shutter', () => {
  test('an angle and its seconds are one another', () =>
    fc.assert(
      fc.property(within(1, 360), within(1, 1000), (angle, fps) => {
        expect(shutterDegrees(shutterSeconds(angle, fps), fps)).toBeCloseTo(angle, 6)
      }),
    ))
  test('from 25 to 200 frames a second at one angle costs three stops', () => {
    const at = (fps: number): Exposure => ({ tStop: 4, iso: 800, shutterS: shutterSeconds(180, fps), ndStops: 0 })
    expect(stopsBetween(at(25), at(200))).toBeCloseTo(-3, 12)
  })
  test('what is played slower lasts as much longer', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1000 }), within(0.1, 600), (fps, seconds) => {
        const { factor, screenSeconds } = slowMotion({ num: fps, den: 1 }, { num: 25, den: 1 }, seconds)
        expect(screenSeconds / seconds).toBeCloseTo(factor, 9)
        expect(factor).toBeCloseTo(fps / 25, 9)
      }),
    ))
})

describe('lamps on the mains', () => {
  const mains = fc.constantFrom(50, 60)
  test('every angle that is called steady is safe, and fits the shutter', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 120 }), mains, (fps, hz) => {
        for (const angle of steadyShutterDegrees(fps, hz)) {
          expect(angle).toBeGreaterThan(0)
          expect(angle).toBeLessThanOrEqual(360 + 1e-9)
          expect(mainsFlicker(shutterSeconds(angle, fps), fps, hz).verdict).toBe('safe')
        }
      }),
    ))
  test('faster than the lamps flicker there is no angle that holds half a cycle', () => {
    expect(steadyShutterDegrees(101, 50)).toEqual([])
    expect(steadyShutterDegrees(100, 50)).toHaveLength(1)
    expect(steadyShutterDegrees(121, 60)).toEqual([])
  })
  test('at 24 frames under 50 Hz they are these', () => {
    expect(steadyShutterDegrees(24, 50).map((a) => Math.round(a * 10) / 10)).toEqual([86.4, 172.8, 259.2, 345.6])
  })
  test('far faster than the lamps nearly all of their light swings', () => {
    expect(mainsFlicker(shutterSeconds(180, 200), 200, 50).ripple).toBeGreaterThan(0.6)
  })
  test('what beats has a rate, what does not has none; a swing is a share', () =>
    fc.assert(
      fc.property(within(1, 360), within(1, 240), mains, (angle, fps, hz) => {
        const { verdict, ripple, beatHz } = mainsFlicker(shutterSeconds(angle, fps), fps, hz)
        expect(beatHz > 0).toBe(verdict === 'beats')
        expect(ripple).toBeGreaterThanOrEqual(0)
        expect(ripple).toBeLessThanOrEqual(1)
        // A beat is a fold of the lamps' rate about a multiple of the frame rate: at most half of it.
        expect(beatHz).toBeLessThanOrEqual(fps / 2 + 1e-6)
      }),
    ))
  test.each([
    [180, 25, 50, 'safe'],
    [180, 24, 50, 'beats'],
    [172.8, 24, 50, 'safe'],
    [180, 30, 60, 'safe'],
    [90, 25, 50, 'safe'],
    [60, 25, 50, 'steady'],
    [180, 30, 50, 'beats'],
    [144, 24, 60, 'safe'],
    [144, 25, 50, 'steady'],
    [180, 60, 50, 'beats'],
    [180, 200, 50, 'beats'],
  ] as const)('%d° at %d fps under %d Hz: %s', (angle, fps, hz, verdict) => {
    expect(mainsFlicker(shutterSeconds(angle, fps), fps, hz).verdict).toBe(verdict)
  })
})
