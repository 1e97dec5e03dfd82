import { expect, test } from 'vitest'
import { type HandPace, nextPace } from './useLightBands.ts'

const SHARES = [1, 0.8, 0.64, 0.5]
const BEGUN: HandPace = { level: 0, tookMs: [] }
/** Maps one after the other on a machine that takes so long for a full one; the first of each share takes five times that. */
function carried(fullMs: number, from: HandPace, count = 80) {
  let pace = from
  let changes = 0
  for (let i = 0; i < count; i++) {
    const ms = fullMs * SHARES[pace.level]! ** 2 * (pace.tookMs.length === 0 ? 5 : 1)
    const next = nextPace(pace, ms)
    if (next.level !== pace.level) changes++
    pace = next
  }
  return { pace, changes }
}

test('a quick machine draws every column, though one map in between comes late', () => {
  expect(carried(20, BEGUN)).toMatchObject({ pace: { level: 0 }, changes: 0 })
  const once = nextPace(carried(20, BEGUN).pace, 400)
  expect(carried(20, once).pace.level).toBe(0)
})
test('a slow one draws as many as come in time, and stays at that', () => {
  for (const fullMs of [35, 50, 70]) {
    const { pace, changes } = carried(fullMs, BEGUN)
    expect(fullMs * SHARES[pace.level]! ** 2).toBeLessThanOrEqual(30)
    expect(changes).toBe(pace.level)
    expect(carried(fullMs, pace).changes).toBe(0)
  }
})
test('never so coarse that nothing is seen, and finer again once the machine is quick again', () => {
  const slow = carried(4000, BEGUN).pace
  expect(SHARES[slow.level]).toBe(0.5)
  expect(carried(10, slow).pace.level).toBe(0)
})
