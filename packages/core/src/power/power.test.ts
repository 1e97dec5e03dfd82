import { expect, test } from 'vitest'
import { amperes, circuitLoad } from './index.ts'

test('a dimmed lamp draws in proportion', () => {
  expect(amperes(437, 230)).toBeCloseTo(2, 6)
  expect(amperes(437, 230, 0.5)).toBeCloseTo(1, 6)
})

test('lamps and what already hangs there are held against the share of the rating the rule allows', () => {
  const load = circuitLoad({ ratingA: 16, otherLoadW: 2300 }, [{ watts: 437, levelPct: 100 }], 230, 80)
  expect(load.lampA).toBeCloseTo(2, 6)
  expect(load.otherA).toBeCloseTo(10, 6)
  expect(load.allowedA).toBeCloseTo(12.8, 6)
  expect(load.headroomA).toBeCloseTo(0.8, 6)
})
