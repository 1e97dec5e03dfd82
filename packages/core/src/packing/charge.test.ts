import { expect, test } from 'vitest'
import { applyChanges, productionOf, tablesOf } from '../records/index.ts'
import { productionWith } from '../testing/index.ts'
import { nightOf } from './charge.ts'
import { chargeTonight, sayChargeWay } from './index.ts'

const given = {
  kitItem: { plate: { name: '98 Wh battery', owned: 6, wh: 98 }, grip: { name: 'Clamp', owned: 2 } },
  charger: { two: { name: 'Twin charger', slots: 2, watts: 60, takes: ['plate'] } },
  chargeNight: { n: { fromMin: 1260, untilMin: 245, asleepFromMin: 0, asleepUntilMin: 200 } },
}

test.each([
  ['over midnight', [21 * 60, 4 * 60, 0, 210], [-180, 240, 0, 210]],
  ['to an afternoon', [22 * 60, 14 * 60, 23 * 60, 7 * 60], [-120, 840, -60, 420]],
  ['within a day', [60, 300, 0, 210], [60, 300, 1440, 1650]],
  ['with nobody asleep', [1260, 240, 0, 0], [-180, 240, 0, 0]],
  ['written as of the next day', [1260, 1680, 1440, 1650], [-180, 240, 0, 210]],
])(
  'a night %s',
  (_, [fromMin, untilMin, asleepFromMin, asleepUntilMin], [from, until, asleepFrom, asleepUntil]) =>
  expect(nightOf({ fromMin: fromMin!, untilMin: untilMin!, asleepFromMin: asleepFromMin!, asleepUntilMin: asleepUntilMin! })).toEqual({ fromMin: from, untilMin: until, asleepFromMin: asleepFrom, asleepUntilMin: asleepUntil }), // prettier-ignore
)

test('no night is reckoned that nobody planned', () =>
  expect(chargeTonight(productionWith({ ...given, chargeNight: {} }), 'day')).toBeNull())

test('what is short is short, and every way out that is told has been tried and holds', () => {
  const p = productionWith(given)
  const tonight = chargeTonight(p, 'day')!
  // 98 Wh take 116 minutes: two from 21:00, two from 22:56 that are full at 00:52, and then everybody sleeps.
  expect(tonight).toMatchObject({ wanted: 6, short: 2, changes: [-64] })
  expect(tonight.ways.map(({ says }) => says).sort()).toEqual(['earlier', 'more chargers', 'somebody up'])
  for (const way of tonight.ways) {
    const edit = way.edit.map((change) => ({ ...change, id: change.op === 'create' ? 'made' : change.id }))
    const then = chargeTonight(productionOf(applyChanges(tablesOf(p), edit as never, 9))!, 'day')!
    expect(then.short).toBe(way.short)
    expect(then.changes).toEqual(way.changes)
  }
})

test('what no charger takes is named, and what is drawn at once is drawn from the wall', () => {
  const p = productionWith({ ...given, kitItem: { ...given.kitItem, cell: { name: 'Cell', rented: 1, wh: 10 } } })
  expect(chargeTonight(p, 'day')).toMatchObject({ short: 3, homeless: [{ name: 'Cell' }] })
  expect(chargeTonight(p, 'day')!.drawW).toBeCloseTo(120 / 0.85)
})

test('what does not work or went back is not put on charge', () => {
  const wanted = (own: object) => chargeTonight(productionWith({ ...given, kitItem: { plate: { ...given.kitItem.plate, ...own } } }), 'day')!.wanted // prettier-ignore
  expect([wanted({}), wanted({ borrowed: 2 }), wanted({ state: 'does not work' }), wanted({ returnedOn: '2026-05-12' })]).toEqual([6, 8, 0, 0]) // prettier-ignore
})

test('a charger that finds no socket charges nothing; with none at all nothing is full, and a strip is a way out that holds', () => {
  const kitItem = { ...given.kitItem, lamp: { name: 'Lamp battery', owned: 1, wh: 290 } }
  const charger = { ...given.charger, lamp: { name: 'Lamp charger', slots: 1, watts: 120, takes: ['lamp'] } }
  const of = (sockets: number | null) => productionWith({ ...given, kitItem, charger, chargeNight: { n: { ...given.chargeNight.n, sockets } } }) // prettier-ignore
  const tonight = (sockets: number | null) => chargeTonight(of(sockets), 'day')!
  expect([null, 2, 1, 0].map((sockets) => [tonight(sockets).short, tonight(sockets).unplugged.map(({ name }) => name)])).toEqual([[2, []], [2, []], [3, ['Lamp charger']], [7, ['Twin charger', 'Lamp charger']]]) // prettier-ignore
  const strip = tonight(0).ways.find(({ says }) => says === 'more sockets')!
  expect(sayChargeWay(strip)).toBe('A strip with 2 sockets more')
  const then = productionOf(applyChanges(tablesOf(of(0)), strip.edit, 9))!
  expect(chargeTonight(then, 'day')!.short).toBe(strip.short)
  expect(tonight(2).ways.some(({ says }) => says === 'more sockets')).toBe(false)
})
