import { expect, test } from 'vitest'
import { boxTime } from './clock.ts'

test('the box’s time is the device’s, put right by the server’s and by how far the box is ahead', () => {
  const measured = { serverAheadMs: 5_000, withinMs: 10, box: { name: 'Box 1', aheadMs: -60_000 } }
  expect(boxTime(10_000, measured)).toBe(10_000 + 5_000 - 60_000)
  expect(boxTime(10_000, { ...measured, box: null })).toBe(15_000)
})
