import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { asId, byRank, ranksBetween, tryChanges } from '../records/index.ts'
import { productionWith } from '../testing/index.ts'
import { cameraLanes, consequencesOf, moveEntries, planDay, sayConsequences } from './index.ts'

/** So many entries of ten minutes on each of two days, named by their place. */
const twoDays = (first: number, second: number, fields: Readonly<Record<string, object>> = {}) => {
  const ids = [
    ...Array.from({ length: first }, (_, i) => `a${i}`),
    ...Array.from({ length: second }, (_, i) => `b${i}`),
  ]
  const ranks = [...ranksBetween(null, null, first), ...ranksBetween(null, null, second)]
  return productionWith({
    day: { one: { title: 'Day 1', date: '2026-05-14', callMin: 480 }, two: { title: 'Day 2', date: '2026-05-15', callMin: 480 } },
    camera: { A: { letter: 'A' }, B: { letter: 'B' } },
    shot: Object.fromEntries(ids.map((id) => [id, { code: `1${id.toUpperCase()}`, minutes: 10, cameraId: 'A', ...fields[id] }])),
    orderItem: Object.fromEntries(ids.map((id, i) => [id, { dayId: id.startsWith('a') ? 'one' : 'two', shotIds: [id], rank: ranks[i] }])),
  }) // prettier-ignore
}
type P = ReturnType<typeof twoDays>
const orderOf = (production: P, dayId: string) =>
  Object.values(production.orderItem)
    .filter((item) => item.dayId === asId(dayId))
    .sort(byRank)
    .map((item) => item.id as string)
const moved = (production: P, ids: readonly string[], dayId: string, index: number) =>
  tryChanges(production, moveEntries(production, ids, asId(dayId), index, ranksBetween))

describe('entries that are put elsewhere', () => {
  test('stand together before the one they were put before, in the turn they had, on whichever day', () => {
    const then = moved(twoDays(4, 3), ['b0', 'a3', 'a1'], 'two', 1)
    expect(orderOf(then, 'one')).toEqual(['a0', 'a2'])
    expect(orderOf(then, 'two')).toEqual(['b1', 'a1', 'a3', 'b0', 'b2'])
  })
  test('nothing changes where they stand already', () =>
    expect(moveEntries(twoDays(4, 0), ['a1', 'a2'], asId('one'), 1, ranksBetween)).toEqual([]))
  test('none is lost, none is doubled, and those that stay keep their turn', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 6 }),
        fc.integer({ min: 1, max: 6 }),
        fc.uniqueArray(fc.nat({ max: 11 })),
        fc.nat({ max: 12 }),
        (first, second, which, index) => {
          const production = twoDays(first, second)
          const all = [...orderOf(production, 'one'), ...orderOf(production, 'two')]
          const ids = which.flatMap((i) => all[i] ?? [])
          const then = moved(production, ids, 'two', index)
          expect([...orderOf(then, 'one'), ...orderOf(then, 'two')].sort()).toEqual([...all].sort())
          const staying = (list: readonly string[]) => list.filter((id) => !ids.includes(id))
          for (const day of ['one', 'two']) expect(staying(orderOf(then, day))).toEqual(staying(orderOf(production, day))) // prettier-ignore
          const at = Math.min(index, staying(orderOf(production, 'two')).length)
          if (ids.length > 0) expect(orderOf(then, 'two').slice(at, at + ids.length)).toEqual(all.filter((id) => ids.includes(id))) // prettier-ignore
        },
      ),
    )
  })
  test('what they do to each day is told before: when it wraps, and what then misses its time', () => {
    const production = twoDays(3, 1, { b0: { window: 'clock', windowFromMin: null, windowToMin: 495 } })
    const changes = moveEntries(production, ['a2'], asId('two'), 0, ranksBetween)
    const told = consequencesOf(production, changes)
    const then = tryChanges(production, changes)
    expect(told.map(({ after }) => after.timeline.wrapMin)).toEqual(['one', 'two'].map((id) => planDay(then, id)!.timeline.wrapMin)) // prettier-ignore
    expect(sayConsequences(told)).toMatch(/^Day 1 wraps \d\d:\d\d, was \d\d:\d\d; Day 2 wraps .*: 1B0 then out of light, hours or time$/) // prettier-ignore
    expect(consequencesOf(production, [])).toEqual([])
  })
})

test('a camera’s lane has its shots, those that touch as one', () => {
  const production = twoDays(4, 0, { a2: { cameraId: 'B' } })
  const [a, b] = cameraLanes(production, planDay(production, 'one')!)
  expect([a!.busy.length, b!.busy.length]).toEqual([2, 1])
  expect(a!.busy[0]!.endMin - a!.busy[0]!.startMin).toBe(20)
})
