import fc from 'fast-check'
import { expect, test } from 'vitest'
import { batteryMinutes, cablesFor, voltageDrop } from './index.ts'

/** Every handful of cables up to six. */
function* handfuls(): Generator<number[]> {
  for (let a = 0; a <= 6; a++)
    for (let b = 0; a + b <= 6; b++)
      for (let c = 0; a + b + c <= 6; c++) yield [...Array<number>(a).fill(20), ...Array<number>(b).fill(10), ...Array<number>(c).fill(5)] // prettier-ignore
}
const sum = (list: readonly number[]) => list.reduce((a, b) => a + b, 0)

test('cables reach, are as few as can be, and of those the shortest', () =>
  fc.assert(
    fc.property(fc.double({ min: 0.1, max: 100, noNaN: true }), (lengthM) => {
      const cables = cablesFor(lengthM)
      expect(sum(cables)).toBeGreaterThanOrEqual(lengthM)
      for (const other of handfuls())
        if (sum(other) >= lengthM) {
          expect(other.length).toBeGreaterThanOrEqual(cables.length)
          if (other.length === cables.length) expect(sum(other)).toBeGreaterThanOrEqual(sum(cables))
        }
    }),
  ))
test('nothing is needed for no way', () => expect(cablesFor(0)).toEqual([]))

test('50 m of 1.5 mm² with 13 A lose some 17 V, and thicker copper less', () => {
  expect(voltageDrop(50, 13)).toBeCloseTo(16.73, 2)
  expect(voltageDrop(50, 13, 2.5)).toBeCloseTo(10.04, 2)
})

test('a battery lasts as long again at half the level, and for ever when nothing is drawn', () => {
  expect(batteryMinutes(98, 70, 1)).toBeCloseTo(71.4, 1)
  expect(batteryMinutes(98, 70, 0.5)).toBeCloseTo(142.8, 1)
  expect(batteryMinutes(98, 70, 0)).toBe(Infinity)
})
