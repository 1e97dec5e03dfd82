import { expect, test } from 'vitest'
import { applyChanges, productionOf, tablesOf } from '../records/index.ts'
import { productionWith } from '../testing/index.ts'
import { checkPacking } from './checkPacking.ts'

type Given = Parameters<typeof productionWith>[0]
const found = (given: Given) => checkPacking(productionWith(given))
const names = (given: Given) => found(given).map(({ check, severity }) => [check, severity])
const van = { vehicle: { van: { name: 'Van', carriesKg: 100 } }, kitCase: { a: { label: 'A', vehicleId: 'van' } } }
const tick = (version: number, way: 'out' | 'back', state: 'in' | 'not here' | 'open', count = 1) => ({ version, way, state, count, itemId: 'sticks' }) as const // prettier-ignore

test('nobody who packs without cases is told of them', () =>
  expect(found({ kitItem: { water: { name: 'Water', owned: 1 } } })).toEqual([]))

test('a case that is not listed is listed by the way out, and then holds what goes in it', () => {
  const given: Given = { ...van, kitItem: { water: { name: 'Water', owned: 1, case: 'B' } } }
  const [one, ...rest] = found(given)
  expect(rest).toEqual([])
  expect(one!.says).toBe('Water goes in case B, and no case is called that.')
  const changes = one!.fixes[0]!.changes.map((change) => ({ ...change, id: 'made' as never }))
  expect(checkPacking(productionOf(applyChanges(tablesOf(productionWith(given)), changes as never, 9))!)).toEqual([])
})

test.each([
  [100, []],
  [100.5, [['packing.overloaded', 'stop']]],
])(
  'a van for 100 kg with %s kg',
  (kg, wanted) =>
  expect(names({ ...van, kitCase: { a: { label: 'A', vehicleId: 'van', kg: kg / 4 }, b: { label: 'B', vehicleId: 'van', kg: kg / 4 }, c: { label: 'C', vehicleId: 'van', kg: kg / 4 }, d: { label: 'D', vehicleId: 'van', kg: kg / 4 } } })).toEqual(wanted), // prettier-ignore
)

test('what one knows of a weight is not all of it where things were not weighed', () => {
  const [heavy] = found({
    kitCase: { a: { label: 'A', kg: 51 } },
    kitItem: { bag: { name: 'Bag', owned: 1, case: 'a' } },
  })
  expect(heavy).toMatchObject({ check: 'packing.case-too-heavy' })
  expect(heavy!.says).toContain('at least 51 kg: 3 people lift it')
})

test.each([
  ['looked for and not found on the way out', { t: tick(1, 'out', 'not here') }, [['packing.not-here', 'watch']]],
  ['found after all', { t: tick(1, 'out', 'not here'), u: tick(2, 'out', 'in', 3) }, []],
  ['not looked for on the way back', { t: tick(1, 'out', 'in', 3) }, []],
  ['back, one fewer than went out', { t: tick(1, 'out', 'in', 3), u: tick(2, 'back', 'in', 2) }, [['packing.not-back', 'stop']]],
  ['back, all that went out', { t: tick(1, 'out', 'in', 2), u: tick(2, 'back', 'in', 2) }, []],
  ['not back', { t: tick(1, 'out', 'in', 3), u: tick(2, 'back', 'not here') }, [['packing.not-back', 'stop']]],
])('sticks: %s', (_, packTick, wanted) => expect(names({ ...van, kitItem: { sticks: { name: 'Sticks', owned: 3, case: 'A' } }, packTick })).toEqual(wanted)) // prettier-ignore

test('a card that rides with all of its copies stops the work; one of them in another vehicle, or where nobody knows, does not', () => {
  const given = (driveCase: string): Given => ({
    vehicle: { van: { name: 'Van' }, car: { name: 'Car' } },
    kitCase: { a: { label: 'A', vehicleId: 'van' }, b: { label: 'B', vehicleId: 'car' } },
    card: { one: { label: 'A1', case: 'A' } },
    drive: { s: { label: 'S1', case: driveCase } },
    take: { t: { version: 1, cardIds: ['one'] } },
    copyRun: { r: { version: 2, cardId: 'one', driveId: 's', afterSeq: 1, files: 1, bytes: 1e12 } },
    copyCheck: { c: { version: 3, copyRunId: 'r', outcome: 'same' } },
  })
  const told = (driveCase: string) => found(given(driveCase)).filter(({ check }) => check === 'packing.all-in-one').map(({ says }) => says) // prettier-ignore
  expect(told('a')).toEqual(['Van is to carry card A1 and every checked copy of it. Let one of them go another way.'])
  expect(told('B')).toEqual([])
  expect(told('')).toEqual([])
})
