import fc from 'fast-check'
import { expect, test } from 'vitest'
import { bagsNeeded, gustAtWhichItTips, overturning } from './index.ts'

const frame = { areaM2: 2.4 * 2.4, heightM: 2.5, bags: 0 }

test('a frame of 2.4 m at 10 m/s, by hand', () => {
  // ½ × 1.225 × 100 × 1.2 × 5.76 = 423 N, 2.5 m up.
  const { forceN, momentNm, holdsNm } = overturning(frame, 10)
  expect(forceN).toBeCloseTo(423.36, 2)
  expect(momentNm).toBeCloseTo(1058.4, 1)
  // A stand of 14 kg, 0.55 m out, at half.
  expect(holdsNm).toBeCloseTo(37.77, 1)
  // 2 × 1058.4 / (9.81 × 0.55 × 11) − 14 / 11
  expect(bagsNeeded(frame, 10)).toBe(35)
})

test('twice the wind is four times the moment, and the bags that are asked for hold', () => {
  const some = fc.record({
    areaM2: fc.double({ min: 0.1, max: 36, noNaN: true }),
    heightM: fc.double({ min: 0.3, max: 6, noNaN: true }),
    bags: fc.constant(0),
  })
  fc.assert(
    fc.property(some, fc.double({ min: 0.5, max: 25, noNaN: true }), (stood, gust) => {
      expect(overturning(stood, 2 * gust).momentNm / overturning(stood, gust).momentNm).toBeCloseTo(4, 9)
      const bags = bagsNeeded(stood, gust)
      const held = overturning({ ...stood, bags }, gust)
      expect(held.momentNm).toBeLessThanOrEqual(held.holdsNm + 1e-9)
      if (bags > 0) {
        const fewer = overturning({ ...stood, bags: bags - 1 }, gust)
        expect(fewer.momentNm).toBeGreaterThan(fewer.holdsNm)
      }
      expect(gustAtWhichItTips({ ...stood, bags })).toBeGreaterThanOrEqual(gust - 1e-9)
    }),
  )
})

test('still air tips nothing', () => expect(bagsNeeded(frame, 0)).toBe(0))
