import fc from 'fast-check'
import { expect, test } from 'vitest'
import { clockOffset } from './deviceClock.ts'

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
