import { expect, test } from 'vitest'
import { planDay } from '../day/index.ts'
import { loneHelpers } from '../kit/index.ts'
import { productionWith } from '../testing/index.ts'
import { thingsByScene } from './index.ts'

const production = productionWith({
  scene: { quay: { number: '6', title: 'On the quay' }, shed: { number: '2', title: 'Shed' } },
  shot: {
    a: { code: '6A', sceneId: 'quay', props: 'Ribbon, Caulking iron', wardrobe: 'blue smock' },
    b: { code: '6B', sceneId: 'quay', props: 'caulking iron;Bottle' },
    other: { code: '2A', sceneId: 'shed', props: 'Kettle' },
  },
  orderItem: { one: { shotIds: ['a', 'b'] } },
  lookItem: { scarf: { name: 'Scarf', type: 'wardrobe', sceneIds: ['quay'] }, wall: { name: 'Wall', type: 'set', sceneIds: ['quay'] } }, // prettier-ignore
  kitItem: { iron: { name: 'caulking iron', owned: 1, case: '7' }, bottle: { name: 'Bottle', owned: 0 }, ribbon: { name: 'Ribbon', owned: 1 } }, // prettier-ignore
  kitCase: { seven: { label: '7', vehicleId: 'van' } },
  vehicle: { van: { name: 'Van' } },
})

test('what the scenes of a day need is told once each, with the case and the vehicle it comes in', () => {
  const scenes = thingsByScene(production, planDay(production, 'day')!)
  expect(scenes.map(({ scene }) => scene.number)).toEqual(['6'])
  const things = scenes[0]!.things.map(({ what, is, shots, item, kitCase, vehicle }) => [what, is, shots.join(' '), item !== null, kitCase?.label, vehicle?.name]) // prettier-ignore
  expect(things).toEqual([
    ['Ribbon', 'prop', '6A', true, undefined, undefined],
    ['Caulking iron', 'prop', '6A 6B', true, '7', 'Van'],
    ['blue smock', 'wardrobe', '6A', false, undefined, undefined],
    // None of it is there.
    ['Bottle', 'prop', '6B', false, undefined, undefined],
    ['Scarf', 'wardrobe', '', false, undefined, undefined],
  ])
})

test('one reader for all cards, and a charger that alone takes a battery, have no second', () => {
  const made = (readers: number, chargers: object) => productionWith({ cardReader: Object.fromEntries(Array.from({ length: readers }, (_, i) => [`r${i}`, { name: `Reader ${i}`, cards: 1 }])), card: { a: {} }, kitItem: { plate: { name: 'Plate' }, cell: { name: 'Cell' } }, charger: chargers as never }) // prettier-ignore
  expect(loneHelpers(made(1, { one: { name: 'Quad', takes: ['plate', 'cell'] }, two: { name: 'Duo', takes: ['plate'] } }))).toEqual([{ name: 'Reader 0', holds: 'no card is read without it' }, { name: 'Quad', holds: 'nothing else charges Cell' }]) // prettier-ignore
  expect(loneHelpers(made(2, { one: { name: 'Quad', takes: ['plate'] }, two: { name: 'Duo', takes: ['plate'] } }))).toEqual([]) // prettier-ignore
  expect(loneHelpers(made(0, {}))).toEqual([])
})
