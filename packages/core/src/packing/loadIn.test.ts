import { expect, test } from 'vitest'
import { productionWith } from '../testing/index.ts'
import { firstRollsOf } from './index.ts'

const of = (startedAt: string, more: object = {}) =>
  firstRollsOf(
    productionWith({
      place: { yard: { timeZone: 'Europe/London' } },
      day: { d: { placeId: 'yard', date: '2026-05-14', callMin: 300 } },
      shot: { s: { code: '1A' } },
      orderItem: { one: { dayId: 'd', shotIds: ['s'] } },
      take: { later: { dayId: 'd', startedAt: '2026-05-14T09:00:00.000Z' }, first: { dayId: 'd', startedAt, ...more } },
    }),
    'yard',
  ).map(({ day, tookMin }) => [day.id, tookMin])

test('the first take is so many minutes after the call, by the clocks of the place', () => {
  // 05:52 in summer time, called at 05:00.
  expect(of('2026-05-14T04:52:00.000Z')).toEqual([['d', 52]])
})
test('a wild take is no first take, and one before the call or of another place says nothing', () => {
  expect(of('2026-05-14T04:52:00.000Z', { wild: true })).toEqual([['d', 300]])
  expect(of('2026-05-14T03:52:00.000Z')).toEqual([])
  expect(firstRollsOf(productionWith({ place: { yard: {} } }), 'yard')).toEqual([])
})
