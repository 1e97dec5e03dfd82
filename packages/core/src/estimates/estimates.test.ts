import { describe, expect, test } from 'vitest'
import { calibration } from '../testing/index.ts'
import { chanceBy, learnt, learntByKind, overBy, type PlannedEntry, simulateDays, USUAL_SPREAD } from './index.ts'

const entry = (over: Partial<PlannedEntry> = {}): PlannedEntry => ({
  id: 'e',
  workMin: 30,
  changeMin: 10,
  restMin: 0,
  notBeforeMin: null,
  dueMin: null,
  ...over,
})
/** As good as sure: everything takes what was planned. */
const EXACT = { mean: 0, trust: 1e12, shape: 1e9, rate: 1 }

describe('a day that takes what was planned', () => {
  test('ends when its minutes are over, waits and rest included', () => {
    const day = [entry(), entry({ id: 'meal', workMin: 0, changeMin: 0, restMin: 45 }), entry({ id: 'dusk', notBeforeMin: 200 })] // prettier-ignore
    const { endMin } = simulateDays(day, 60, EXACT, { runs: 20 })
    // 60 + 30 + 45 + 10 is 145: it waits until 200, then 20 more.
    for (const end of endMin) expect(end).toBeCloseTo(220, 1)
  })
  test('is in time for a moment after its change, or is not', () => {
    const at = (dueMin: number) => simulateDays([entry({ dueMin })], 0, EXACT, { runs: 50 }).inTime.get('e')
    expect(at(10)).toBe(1)
    expect(at(9)).toBe(0)
  })
})

describe('chances', () => {
  const day = Array.from({ length: 20 }, (_, i) => entry({ id: `e${i}`, workMin: i === 7 ? 240 : 20, changeMin: 5 }))
  test('rise with the time that is left, and tell the same day alike', () => {
    const told = simulateDays(day, 0, USUAL_SPREAD)
    expect(overBy(told, 0.5)).toBeLessThan(overBy(told, 0.9))
    for (const share of [0.1, 0.5, 0.9]) expect(chanceBy(told, overBy(told, share))).toBeCloseTo(share, 2)
    expect(chanceBy(told, 0)).toBe(0)
    expect(chanceBy(told, 1e6)).toBe(1)
    expect(simulateDays(day, 0, USUAL_SPREAD).endMin).toEqual(told.endMin)
  })
  test('what is least sure is the longest entry, and all shares make one', () => {
    const { unsure } = simulateDays(day, 0, USUAL_SPREAD)
    expect(unsure[0]!.id).toBe('e7')
    expect(unsure.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 1)
  })
  test('a production that runs over by a third is believed after its first day', () => {
    const known = learnt(USUAL_SPREAD, Array.from({ length: 25 }, () => 4 / 3)) // prettier-ignore
    expect(known.mean).toBeGreaterThan(0.2)
    expect(overBy(simulateDays(day, 0, known), 0.5)).toBeGreaterThan(1.12 * overBy(simulateDays(day, 0, USUAL_SPREAD), 0.5)) // prettier-ignore
    expect(learnt(USUAL_SPREAD, [])).toEqual(USUAL_SPREAD)
    // An entry of a tenth of its minutes was another entry.
    expect(learnt(USUAL_SPREAD, [0.1])).toEqual(USUAL_SPREAD)
  })
})

describe('kinds of work', () => {
  const times = (kind: string, ratio: number, count: number) => Array.from({ length: count }, () => ({ kind, ratio }))
  const day = (kind: string) =>
    Array.from({ length: 20 }, (_, i) => entry({ id: `e${i}`, workMin: 20, changeMin: 5, kind }))
  const half = (kind: string, spread: Parameters<typeof simulateDays>[2]) =>
    overBy(simulateDays(day(kind), 0, spread), 0.5)
  test('each runs over as its own did, and one that nobody saw as the production does', () => {
    const known = learntByKind(USUAL_SPREAD, [...times('moved', 1.6, 20), ...times('stands', 1, 20)])
    expect(half('moved', known)).toBeGreaterThan(1.1 * half('stands', known))
    const [moved, unseen, stands] = ['moved', 'unseen', 'stands'].map((kind) => half(kind, known)) as [number, number, number] // prettier-ignore
    expect(unseen).toBeGreaterThan(stands)
    expect(unseen).toBeLessThan(moved)
  })
  test('before anything was seen all are as usual, and off together', () => {
    expect(learntByKind(USUAL_SPREAD, []).shared).toMatchObject({ mean: USUAL_SPREAD.mean, trust: USUAL_SPREAD.trust })
    expect(simulateDays(day('moved'), 0, learntByKind(USUAL_SPREAD, [])).endMin).toEqual(simulateDays(day('moved'), 0, USUAL_SPREAD).endMin) // prettier-ignore
    // Were they off each for itself, a day of both would be surer than a day of one.
    const mixed = day('stands').map((one, i) => (i % 2 ? { ...one, kind: 'moved' } : one))
    const wide = (entries: PlannedEntry[]) => {
      const told = simulateDays(entries, 0, learntByKind(USUAL_SPREAD, []))
      return overBy(told, 0.9) - overBy(told, 0.1)
    }
    expect(wide(mixed)).toBeCloseTo(wide(day('stands')), 6)
  })
})

test('what is said to be so sure comes true so often, before and after it has learnt', () => {
  for (const { said, before, after } of calibration(700, 300, 5)) {
    expect(Math.abs(before - said)).toBeLessThan(0.06)
    expect(Math.abs(after - said)).toBeLessThan(0.05)
  }
})
