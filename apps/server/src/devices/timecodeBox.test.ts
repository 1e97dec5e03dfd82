import { expect, test } from 'vitest'
import { boxAheadMs } from './timecodeBox.ts'

const setAt = new Date('2026-05-14T04:00:00Z')
const hoursLater = (h: number) => setAt.getTime() + h * 3_600_000

test('a box shows what it was set to, and drifts from there', () => {
  const box = { offsetMs: 250, driftPpm: 1, setAt }
  expect(boxAheadMs(box, hoursLater(0))).toBe(250)
  // One in a million is 3.6 ms an hour.
  expect(boxAheadMs(box, hoursLater(10))).toBeCloseTo(286, 9)
  expect(boxAheadMs({ ...box, driftPpm: -1 }, hoursLater(10))).toBeCloseTo(214, 9)
})
