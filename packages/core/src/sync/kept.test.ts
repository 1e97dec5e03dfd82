import { expect, test } from 'vitest'
import { assemble, isKept, placesToKeep, putBefore, type SyncSource } from './index.ts'

const source = (name: string, seconds = 60): SyncSource => ({ name, kind: 'sound', isHeard: true, seconds, startS: null, startBy: null }) // prettier-ignore
const sources = [source('R', 120), source('A'), source('B')]
const heard = { offsetSeconds: 4, driftPpm: -3, isInverted: false, overlapSeconds: 50, offsetWithinSeconds: 1e-4, driftWithinPpm: 0.1, windows: 9, agreeing: 9 } // prettier-ignore
const rowsOf = (hand: ReadonlyMap<string, number> = new Map(), of = sources) =>
  assemble(of, 0, [null, heard, null], hand)
const keep = (rows: ReturnType<typeof rowsOf>, version: number) => placesToKeep(rows).map((place) => ({ ...place, version })) // prettier-ignore

test('what was heard is kept with how sure it is; what a hand put there is kept without', () => {
  expect(placesToKeep(rowsOf())[1]).toMatchObject({ file: 'A', reference: 'R', by: 'sound', atS: 4, withinS: 1e-4, driftPpm: -3 }) // prettier-ignore
  expect(placesToKeep(rowsOf(new Map([['A', 5]])))[1]).toMatchObject({ by: 'hand', atS: 5, withinS: null, driftPpm: null }) // prettier-ignore
  expect(placesToKeep(rowsOf())[2]).toMatchObject({ by: 'nothing', atS: null })
  expect(placesToKeep([])).toEqual([])
})

test('what was put by hand lies there again: of the same reference, name and length, and only if that was the last word', () => {
  const kept = keep(rowsOf(new Map([['B', 7.5]])), 1)
  expect([...putBefore(kept, rowsOf())]).toEqual([['B', 7.5]])
  expect([...putBefore([...kept, ...keep(rowsOf(), 2)], rowsOf())]).toEqual([])
  // Another day's C0001 is another recording.
  expect([...putBefore(kept, rowsOf(undefined, [source('R', 120), source('A'), source('B', 61)]))]).toEqual([])
  expect([...putBefore(kept, rowsOf(undefined, [source('R', 300), source('A'), source('B')]))]).toEqual([])
  expect([...putBefore(kept, [])]).toEqual([])
})

test('it is kept only as it lies, and not once something was moved', () => {
  const rows = rowsOf(new Map([['B', 7.5]]))
  expect(isKept([], placesToKeep(rows))).toBe(false)
  expect(isKept(keep(rows, 1), placesToKeep(rows))).toBe(true)
  expect(isKept(keep(rows, 1), placesToKeep(rowsOf(new Map([['B', 7.54]]))))).toBe(false)
})
