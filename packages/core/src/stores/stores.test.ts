import { describe, expect, test } from 'vitest'
import { planDay } from '../day/index.ts'
import { productionWith } from '../testing/index.ts'
import { careOf, daysLeft, usedUp } from './index.ts'

const days = { one: { date: '2026-05-14' }, two: { date: '2026-05-15' }, rain: { date: '2026-05-16', weatherDayOf: 'two' }, day: { date: '2026-05-01' } } // prettier-ignore

describe('what is used up', () => {
  const of = (items: object, more: object = {}) => productionWith({ day: days, kitItem: items as never, ...more })
  const told = (items: object, from = '2026-05-14', more: object = {}) => usedUp(of(items, more), from).map(({ item, wanted, short, shortOn }) => [item.name, wanted, short, shortOn]) // prettier-ignore

  test('runs out on the day for which there is no longer enough, and what runs out first is told first', () => {
    const items = { a: { name: 'Tape', owned: 1, perDay: 1 }, b: { name: 'Gel', owned: 0, rented: 9, perDay: 2 }, c: { name: 'Cups', owned: 3, perDay: 4 }, d: { name: 'Stand', owned: 4 } } // prettier-ignore
    expect(told(items)).toEqual([['Cups', 8, 5, '2026-05-14'], ['Tape', 2, 1, '2026-05-15'], ['Gel', 4, 0, null]]) // prettier-ignore
  })

  test('counts days from the one it is on, and a weather day only once something stands on it', () => {
    const tape = { a: { name: 'Tape', owned: 2, perDay: 1 } }
    expect(told(tape, '2026-05-15')).toEqual([['Tape', 1, 0, null]])
    expect(told(tape, '2026-05-14', { orderItem: { x: { dayId: 'rain' } } })).toEqual([['Tape', 3, 1, '2026-05-16']])
    expect(told(tape, '2026-05-14', { orderItem: { x: { dayId: 'rain', standsBy: true } } })).toEqual([['Tape', 2, 0, null]]) // prettier-ignore
    expect(daysLeft(of({}), '2027-01-01')).toEqual([])
  })

  test('of parts of a thing a day adds up exactly, and what does not work or is gone is not there', () => {
    expect(told({ a: { name: 'Tape', owned: 1, perDay: 0.1 } }, '2026-05-14', { day: Object.fromEntries(Array.from({ length: 10 }, (_, i) => [i === 0 ? 'day' : `d${i}`, { date: `2026-06-${10 + i}` }])) })).toEqual([['Tape', 1, 0, null]]) // prettier-ignore
    expect(told({ a: { name: 'Tape', owned: 2, perDay: 1, state: 'gone' } })).toEqual([['Tape', 2, 2, '2026-05-14']])
  })
})

describe('the people of a day', () => {
  const production = productionWith({
    place: { place: { latitudeDeg: 52, longitudeDeg: 0, timeZone: 'Europe/London' } },
    spot: { spot: { outdoors: true } },
    day: { day: { date: '2026-05-14', callMin: 180 } },
    person: {
      a: { name: 'A', needed: 'all-day', leadMin: 0 },
      b: { name: 'B', needed: 'all-day', leadMin: 30 },
      away: { name: 'C', needed: 'all-day' },
    },
    attendance: { 1: { dayId: 'day', personId: 'a' }, 2: { dayId: 'day', personId: 'b', untilMin: 300 } },
    scene: { scene: { spotId: 'spot' } },
    shot: { s: { code: '1A', sceneId: 'scene' } },
    orderItem: {
      one: { dayId: 'day', minutes: 180, rank: 1, shotIds: ['s'] },
      meal: { dayId: 'day', type: 'meal', minutes: 60, rank: 2 },
      two: { dayId: 'day', type: 'fixed', title: 'Talk', minutes: 600, rank: 3 },
    },
  })
  const plan = planDay(production, 'day')!
  const care = careOf(production, plan)
  const [first, second] = plan.calls.toSorted((x, y) => (x.personId < y.personId ? -1 : 1))

  test('are those with a call, and their water goes by the hours they are there', () => {
    expect(plan.calls.map(({ personId }) => personId).toSorted()).toEqual(['a', 'b'])
    const hours = (first!.releaseMin - first!.callMin + second!.releaseMin - second!.callMin) / 60
    expect([care.heads, care.personHours]).toEqual([2, hours])
    expect(care.waterL).toEqual({ mild: Math.ceil(hours / 4), hot: Math.ceil((hours * 3) / 4) })
  })

  test('eat if they are there, and whoever is there longer than twelve hours is named', () => {
    // B has gone by then.
    expect(care.meals.map(({ heads }) => heads)).toEqual([1])
    expect(care.longDays).toEqual([{ personId: 'a', minutes: first!.releaseMin - first!.callMin }])
    expect(care.longDays[0]!.minutes).toBeGreaterThan(720)
  })

  test('are outdoors as long as their entries are: in the dark until the sun is up, in the sun from then on', () => {
    const row = plan.timeline.rows.find(({ kind }) => kind === 'shots')!
    const { outdoors, outdoorsMin } = care
    expect(outdoorsMin).toBe(row.endMin - row.startMin)
    // At 52 N in May the sun is up around four o'clock by universal time, five by summer time.
    const dark = outdoors!.inDarkMin
    expect(row.startMin + dark).toBeGreaterThan(290)
    expect(row.startMin + dark).toBeLessThan(320)
    expect(outdoors!.inSunMin).toBe(outdoorsMin - dark)
  })
})
