import { expect, test } from 'vitest'
import { productionWith } from '../testing/index.ts'
import { dayMarks, planDay } from './index.ts'

const HOURS = { o1: 300, o2: 300 }
const said = (day: object, rest: object = {}) => {
  const production = productionWith({
    place: { place: { name: 'Yard', latitudeDeg: 0, longitudeDeg: 0, timeZone: 'UTC' }, quay: { name: 'Quay' } },
    day: { day: { date: '2026-03-20', callMin: 300, ...day } },
    shot: Object.fromEntries(Object.entries(HOURS).map(([id, minutes]) => [id, { code: id, minutes }])),
    orderItem: { a: { shotIds: ['o1'], rank: 'a' }, b: { shotIds: ['o2'], rank: 'b' } },
    ...rest,
  })
  const plan = planDay(production, 'day')!
  return dayMarks(production, plan).map(({ atMin, says }) => `${plan.clock.text(atMin)} ${says}`)
}

test('an order runs into what cannot be moved: events, the sun and the tables of its own place, in their order', () => {
  const tide = {
    high: { placeId: 'place', date: '2026-03-20', atMin: 400, type: 'high' },
    far: { placeId: 'quay', date: '2026-03-20', atMin: 410, type: 'low' },
    later: { placeId: 'place', date: '2026-03-20', atMin: 1300, type: 'low' },
  }
  const fixedEvent = {
    e: { dayId: 'day', title: 'The siren', startMin: 720, endMin: 725 },
    before: { dayId: 'day', title: 'The post', startMin: 290, endMin: null },
  }
  // At the equator on the day of equal night the sun rises a few minutes after six by mean time.
  expect(said({}, { tide, fixedEvent })).toEqual([
    '06:04 Sunrise',
    '06:40 High water',
    '12:00 The siren',
    '12:05 The siren ends',
  ])
})

test('a night runs into the sunrise of the day after; where the place is not known there is no sun', () => {
  expect(said({ callMin: 1320 })).toEqual(['06:04 +1 Sunrise'])
  expect(said({}, { place: { place: { latitudeDeg: null, longitudeDeg: null } } })).toEqual([])
})
