import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import { productionWith } from '../testing/index.ts'
import { applyChanges, productionOf, tablesOf } from '../records/index.ts'
import { dayWants, liftedBy, packingOf, recase } from './index.ts'

const tick = (version: number, of: object, more: object = {}) => ({ version, dayId: 'day', way: 'out', state: 'in', count: 1, ...of, ...more }) as const // prettier-ignore
const base = {
  camera: { a: { letter: 'A', name: '4K', kg: 3, case: '10' }, cut: { letter: 'P', lineCut: true } },
  kitItem: {
    body: { name: 'Camera A body', answersTo: 'camera:A', owned: 1, kg: 9, case: 'grip' },
    sticks: { name: 'Sticks', owned: 3, kg: 4, case: '10' },
    water: { name: 'Water', owned: 1 },
    wish: { name: '135 mm lens', owned: 0 },
  },
  kitCase: { ten: { label: '10', kg: 2, vehicleId: 'van' } },
  vehicle: { van: { name: 'Van' } },
}

describe('what travels', () => {
  test('is each thing once: a kit item that answers for a listed camera is that camera, a line cut is none', () => {
    const { of, vehicles, loose } = packingOf(productionWith(base), 'day', 'out')
    const [van] = vehicles
    expect(van!.cases[0]!.things.map(({ name }) => name).sort()).toEqual(['Camera A, 4K', 'Sticks'])
    expect(loose.map(({ name }) => name)).toEqual(['Water'])
    expect(of).toBe(5)
  })
  test('takes case and weight from the kit list where the camera itself says nothing', () => {
    const p = productionWith({ ...base, camera: { a: { letter: 'A', kg: 0, case: '' } }, kitCase: { g: { label: 'GRIP' } } }) // prettier-ignore
    expect(packingOf(p, 'day', 'out').onTheFloor[0]!.things).toMatchObject([{ kind: 'camera', kg: 9 }])
  })
  test('has a lens that stands on both lists once, and those that the kit list has more of besides', () => {
    const lens = { fifty: { name: '50 mm T1.5', focalLengthMm: 50, longestMm: 50 } }
    const kitItem = { fifties: { name: '50 mm lens', answersTo: 'lens:50', owned: 3, case: 'glass', kg: 1 } }
    const { loose } = packingOf(productionWith({ lens, kitItem }), 'day', 'out')
    expect(loose.map(({ name, count, caseLabel }) => [name, count, caseLabel])).toEqual([['50 mm lens', 2, 'glass'], ['50 mm T1.5', 1, 'glass']]) // prettier-ignore
  })
  test('weighs what is known of it, and says of how much nobody has said it', () => {
    const [van] = packingOf(productionWith(base), 'day', 'out').vehicles
    expect(van).toMatchObject({ kg: 2 + 3 + 3 * 4, unweighed: 0 })
    const p = productionWith({ ...base, camera: { a: { letter: 'A', kg: 0, case: '10' } }, kitItem: { sticks: base.kitItem.sticks } }) // prettier-ignore
    expect(packingOf(p, 'day', 'out').vehicles[0]).toMatchObject({ kg: 14, unweighed: 1 })
  })
  test('goes out of its case where that is said: at itself, or on the kit list', () => {
    const given = { ...base, camera: { a: { letter: 'A', kg: 0, case: '' } }, kitCase: { g: { label: 'grip' }, ten: { label: '10' } } } // prettier-ignore
    const p = productionWith(given)
    const things = packingOf(p, 'day', 'out').onTheFloor.flatMap((one) => one.things)
    expect(things.map(({ kind }) => kind).sort()).toEqual(['camera', 'kitItem'])
    const out = productionOf(applyChanges(tablesOf(p), recase(things, ''), 9))!
    expect(packingOf(out, 'day', 'out').onTheFloor.flatMap((one) => one.things)).toEqual([])
    const moved = productionOf(applyChanges(tablesOf(p), recase(things, '10'), 9))!
    expect(packingOf(moved, 'day', 'out').onTheFloor.find(({ record }) => record.label === '10')!.things).toHaveLength(
      2,
    )
  })
  test('has labels that no case has, and cases of one label, told', () => {
    const p = productionWith({ ...base, kitCase: { a: { label: '7' }, b: { label: ' 7' } } })
    expect(packingOf(p, 'day', 'out')).toMatchObject({ unknownLabels: ['10'], twice: [' 7'] })
  })
})

test('a camera that covers what happens once is wanted when it happens, though no shot names it', () => {
  const given = {
    place: { yard: { timeZone: 'Europe/London' } },
    day: { day: { placeId: 'yard', date: '2026-05-14', callMin: 480 } },
    camera: { a: { letter: 'A' }, b: { letter: 'B' }, c: { letter: 'C' } },
    shot: { s: { code: '5A', cameraId: 'a', onceOnly: true } },
    orderItem: { o: { dayId: 'day', kind: 'shots', shotIds: ['s'], rank: 'a0' } },
    moment: { m: { shotIds: ['s'] }, other: { shotIds: [] } },
    momentPlace: { p: { momentId: 'm' } },
    momentCamera: {
      x: { momentId: 'm', cameraId: 'b', placeId: 'p' },
      y: { momentId: 'other', cameraId: 'c', placeId: 'p' },
    },
  }
  const { byNeed } = dayWants(productionWith(given), 'day')!
  expect(byNeed.get('camera:B')).toEqual(byNeed.get('camera:A'))
  expect(byNeed.has('camera:C')).toBe(false)
})

describe('ticks', () => {
  const seen = (packTick: object, way: 'out' | 'back' = 'out') => {
    const packing = packingOf(productionWith({ ...base, packTick } as Parameters<typeof productionWith>[0]), 'day', way)
    const [box] = packing.vehicles[0]!.cases
    return { packing, box: box!, sticks: box!.things.find(({ name }) => name === 'Sticks')! }
  }
  test('are of a day and a way; the newest counts, whatever its clock said', () => {
    expect(seen({ t: tick(4, { itemId: 'sticks' }, { count: 3 }) }).sticks).toMatchObject({ seen: 'in', there: 3 })
    expect(seen({ t: tick(4, { itemId: 'sticks' }) }, 'back').sticks).toMatchObject({ seen: null, there: 0 })
    expect(seen({ t: tick(4, { itemId: 'sticks' }, { dayId: 'other' }) }).sticks.seen).toBeNull()
    const two = { a: tick(9, { itemId: 'sticks' }, { state: 'not here' }), b: tick(4, { itemId: 'sticks' }, { happenedAt: '2099-01-01T00:00:00.000Z' }) } // prettier-ignore
    expect(seen(two).sticks).toMatchObject({ seen: 'not here', there: 0 })
    expect(seen({ ...two, c: tick(10, { itemId: 'sticks' }, { state: 'open' }) }).sticks.seen).toBeNull()
  })
  test('of a case say nothing of the things in it', () => {
    const { packing, box } = seen({ t: tick(4, { caseId: 'ten' }) })
    expect(box).toMatchObject({ seen: 'in', there: 0, of: 4 })
    expect(packing.there).toBe(0)
  })
  test('of more than go count as those that go', () => {
    expect(seen({ t: tick(4, { itemId: 'sticks' }, { count: 8 }) }).packing).toMatchObject({ there: 3, of: 5 })
  })
})

/** Takes cases off by the doors as the day wants them; how many have to be moved out of the way. */
const inTheWay = (cases: readonly { readonly at: number }[]) => {
  const left = [...cases]
  let moved = 0
  for (const one of cases.toSorted((a, b) => a.at - b.at)) {
    const place = left.indexOf(one)
    // All nearer the doors that are not wanted by then.
    moved += left.slice(place + 1).filter(({ at }) => at > one.at).length
    left.splice(place, 1)
  }
  return moved
}

it('is loaded so that nothing has to be moved out of the way for what is wanted first', () => {
  fc.assert(
    fc.property(
      fc.array(fc.record({ shot: fc.option(fc.nat({ max: 5 })), stays: fc.boolean() }), { minLength: 1, maxLength: 9 }),
      (boxes) => {
        const shots = Array.from({ length: 6 }, (_, i) => [`s${i}`, { code: `${i}A`, focalLengthMm: 20 + i, setupMin: 5 }]) // prettier-ignore
        const p = productionWith({
          shot: Object.fromEntries(shots) as Record<string, object>,
          orderItem: Object.fromEntries(shots.map(([id], i) => [`i${i}`, { shotIds: [id], rank: i }])) as Record<string, object>, // prettier-ignore
          vehicle: { van: {} },
          kitCase: Object.fromEntries(boxes.map(({ stays }, i) => [`c${i}`, { label: `${i}`, vehicleId: 'van', staysIn: stays }])), // prettier-ignore
          kitItem: Object.fromEntries(boxes.map(({ shot }, i) => [`k${i}`, { name: `Lens ${i}`, owned: 1, case: `${i}`, answersTo: shot === null ? '' : `lens:${20 + shot}` }])), // prettier-ignore
        })
        const { vehicles, startMin } = packingOf(p, 'day', 'out')
        const loaded = vehicles[0]!.cases
        expect(loaded).toHaveLength(boxes.length)
        const order = loaded.map(({ record, wanted }) => ({ at: record.staysIn ? Infinity : (wanted?.atMin ?? startMin) })) // prettier-ignore
        expect(inTheWay(order)).toBe(0)
        // Each later shot of the order is wanted later than the one before it.
        for (const { things, wanted } of loaded) expect(wanted === null).toBe(things[0]!.answersTo === '')
      },
    ),
  )
})

test.each([
  [0, 1],
  [25, 1],
  [25.1, 2],
  [80, 4],
])('%s kg are for %i', (kg, people) => expect(liftedBy(kg)).toBe(people))
