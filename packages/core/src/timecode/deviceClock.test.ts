import fc from 'fast-check'
import { expect, test } from 'vitest'
import { boxAheadMs, clockOffset } from './deviceClock.ts'

test('the quickest answer counts, halved either way', () =>
  // The device is 5 s behind. One answer took 400 ms, all of it on the way back; the other 20 ms.
  expect(
    clockOffset([
      { sentMs: 1_000, backMs: 1_400, otherMs: 6_000 },
      { sentMs: 2_000, backMs: 2_020, otherMs: 7_010 },
    ]),
  ).toEqual({ aheadMs: 5_000, withinMs: 10 }))

test('the truth is never further away than it says, whichever way the answer was delayed', () =>
  fc.assert(
    fc.property(
      fc.integer({ min: -1e9, max: 1e9 }),
      fc.array(fc.tuple(fc.integer({ min: 0, max: 2_000 }), fc.integer({ min: 0, max: 2_000 })), { minLength: 1 }),
      (aheadMs, delays) => {
        const samples = delays.map(([out, back], i) => {
          const sentMs = i * 10_000
          return { sentMs, backMs: sentMs + out + back, otherMs: sentMs + out + aheadMs }
        })
        const found = clockOffset(samples)
        return Math.abs(found.aheadMs - aheadMs) <= found.withinMs + 1e-6
      },
    ),
  ))

test('a box shows what it was set to, and drifts from there', () => {
  const setAtMs = Date.parse('2026-05-14T04:00:00Z')
  const after = (driftPpm: number, hours: number) =>
    boxAheadMs({ offsetMs: 250, driftPpm, setAtMs }, setAtMs + hours * 3_600_000)
  expect(after(1, 0)).toBe(250)
  // One in a million is 3.6 ms an hour.
  expect(after(1, 10)).toBeCloseTo(286, 9)
  expect(after(-1, 10)).toBeCloseTo(214, 9)
})
