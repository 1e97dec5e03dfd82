import { expect, test } from 'vitest'
import { bestSample, boxTime } from './clock.ts'

const sample = (sentMs: number, backMs: number, nowMs: number, aheadMs = 0) => ({
  sentMs,
  backMs,
  reading: { nowMs, box: { name: 'Box 1', aheadMs } },
})

test('a device’s clock is measured by the quickest answer, halved either way', () => {
  // The device is 5 s behind. One answer took 400 ms, all of it on the way back; the other 20 ms.
  const measured = bestSample([sample(1_000, 1_400, 6_000), sample(2_000, 2_020, 7_010)])
  expect(measured).toMatchObject({ serverAheadMs: 5_000, withinMs: 10 })
})

test('the truth is never further away than it says', () => {
  for (let out = 0; out <= 300; out += 30) {
    const measured = bestSample([sample(0, 300, 5_000 + out)])
    expect(Math.abs(measured.serverAheadMs - 5_000)).toBeLessThanOrEqual(measured.withinMs!)
  }
})

test('the box’s time is the device’s, put right by the server’s and by how far the box is ahead', () => {
  const measured = bestSample([sample(0, 0, 5_000, -60_000)])
  expect(boxTime(10_000, measured)).toBe(10_000 + 5_000 - 60_000)
  expect(boxTime(10_000, { ...measured, box: null })).toBe(15_000)
})
