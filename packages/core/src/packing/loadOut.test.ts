import { expect, test } from 'vitest'
import { productionWith } from '../testing/index.ts'
import { loadOutsOf } from './index.ts'

const ticks = (minutes: readonly number[], more: object = {}) =>
  Object.fromEntries(minutes.map((minute, i) => [`${JSON.stringify(more)} ${i}`, { dayId: 'd', way: 'back', state: 'in', happenedAt: new Date(Date.parse('2026-05-14T20:00:00Z') + minute * 60_000).toISOString(), ...more }])) // prettier-ignore
const of = (packTick: object) =>
  loadOutsOf(
    productionWith({ place: { yard: {}, loft: {} }, day: { d: { placeId: 'yard', date: '2026-05-14' }, e: { placeId: 'yard', date: '2026-05-15' }, f: { placeId: 'loft' } }, packTick: packTick as never }), // prettier-ignore
    'yard',
  ).map(({ day, minutes, ticks: n }) => [day.id, minutes, n])

test('loading out is from the first tick on the way back to the last, without what was done between', () => {
  expect(of(ticks([0, 4, 9, 15, 22, 30]))).toEqual([['d', 30, 6]])
  // An hour at the table is no loading.
  expect(of(ticks([0, 4, 9, 69, 75, 83]))).toEqual([['d', 23, 6]])
  expect(of({ ...ticks([0, 1, 2, 3, 4], { dayId: 'e' }), ...ticks([0, 5, 10, 15, 20]) })).toEqual([['e', 4, 5], ['d', 20, 5]]) // prettier-ignore
})
test('the way out, ticks that were taken back, another place and a few ticks say nothing', () => {
  expect(of(ticks([0, 4, 9, 15, 22], { way: 'out' }))).toEqual([])
  expect(of(ticks([0, 4, 9, 15, 22], { state: 'open' }))).toEqual([])
  expect(of(ticks([0, 4, 9, 15, 22], { dayId: 'f' }))).toEqual([])
  expect(of(ticks([0, 4, 9, 15]))).toEqual([])
})
