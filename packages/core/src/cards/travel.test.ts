import { expect, test } from 'vitest'
import { seeded } from '../chance/index.ts'
import { productionWith } from '../testing/index.ts'
import { type CardContents, travelPlan } from './index.ts'

const world = (held: Readonly<Record<string, string>> = {}) =>
  productionWith({
    person: { maren: { name: 'Maren' }, sadie: { name: 'Sadie' } },
    vehicle: { van: { name: 'Van', driverId: 'maren', rank: 'a' }, car: { name: 'Hatchback', rank: 'b' } },
    card: { a1: { label: 'A1' }, b1: { label: 'B1' } },
    custody: Object.fromEntries(Object.entries(held).map(([card, person], i) => [card, { version: 5 + i, cardId: card, personId: person }])), // prettier-ignore
  })
const copy = (label: string, personId: string | null) => ({ driveId: label, label, medium: `disk ${label}`, personId, place: '', isFar: false }) // prettier-ignore
const contents = (production: ReturnType<typeof world>, card: 'a1' | 'b1', isOnCard: boolean, ...copies: ReturnType<typeof copy>[]): CardContents => ({ card: Object.values(production.card).find(({ id }) => id === card)!, filling: 1, recordings: 3, isOnCard, cardHeld: { personId: null, place: '' }, copies }) // prettier-ignore

test('drives that one person holds are parted with one hand-over', () => {
  const production = world()
  const plan = travelPlan(production, [contents(production, 'a1', false, copy('S1', 'maren'), copy('S2', 'maren'))])!
  expect(plan).toMatchObject({ together: [], isProven: true })
  expect(plan.things.filter(({ isMove }) => isMove)).toHaveLength(1)
  expect(new Set(plan.things.map(({ goesWith }) => goesWith.id)).size).toBe(2)
})
test('a card that was not emptied counts, and goes apart from its only copy; nobody knowing who has it is a hand-over', () => {
  const production = world()
  const plan = travelPlan(production, [contents(production, 'a1', true, copy('S1', 'sadie'))])!
  expect(plan.together).toEqual([])
  const [drive, card] = ['S1', 'A1'].map((label) => plan.things.find((one) => one.label === label)!)
  expect(drive).toMatchObject({ isMove: false, goesWith: { name: 'Sadie’s bag' } })
  expect(card).toMatchObject({ isCard: true, isMove: true, heldBy: null })
  expect(card!.goesWith.id).not.toBe(drive!.goesWith.id)
})
test('a bag that rides in a vehicle is no second place, and what its owner has need not be handed over to go there', () => {
  const { person, ...rest } = world()
  const production = { ...rest, person: { ...person, sadie: { ...person['sadie' as never], id: 'sadie', ridesInId: 'van' } } } as never as ReturnType<typeof world> // prettier-ignore
  const both = contents(production, 'a1', false, copy('S1', 'maren'), copy('S2', 'sadie'))
  const plan = travelPlan(production, [both])!
  expect(plan.carriers.map(({ name }) => name)).toEqual(['Van, with Maren', 'Hatchback'])
  // Maren and Sadie go together: one of the two drives has to go in the other car.
  expect(plan.together).toEqual([])
  expect(plan.things.filter(({ isMove }) => isMove)).toHaveLength(1)
  expect(plan.things.find(({ isMove }) => !isMove)).toMatchObject({
    goesWith: { isVehicle: true, name: 'Van, with Maren' },
  })
})
test('what there is one of is told, and with one carrier everything is', () => {
  const production = world()
  const alone = travelPlan(production, [contents(production, 'a1', false, copy('S1', 'maren')), contents(production, 'b1', false, copy('S1', 'maren'), copy('S2', 'sadie'))])! // prettier-ignore
  expect(alone.together.map(({ card }) => card.id)).toEqual(['a1'])
  const one = productionWith({ person: { maren: { name: 'Maren' } }, card: { a1: { label: 'A1' } } })
  expect(travelPlan(one, [contents(one as never, 'a1', false, copy('S1', 'maren'), copy('S2', 'maren'))])!.together).toHaveLength(1) // prettier-ignore
  expect(travelPlan(world(), [])).toBeNull()
})
test('many things at random: nothing is together that could be apart, whoever holds it now', () => {
  const random = seeded(4)
  for (let run = 0; run < 60; run++) {
    const production = world({ b1: 'sadie' })
    const drives = Array.from({ length: run % 2 ? 4 : 16 }, (_, i) => copy(`D${i}`, [null, 'maren', 'sadie'][Math.floor(random() * 3)]!)) // prettier-ignore
    const some = () => drives.filter(() => random() < 0.3)
    const all = Array.from({ length: 8 }, (_, i) =>
      contents(production, i % 2 ? 'a1' : 'b1', random() < 0.3, ...some()),
    )
    const plan = travelPlan(production, all)
    if (!plan) continue
    const goes = new Map(plan.things.map(({ label, goesWith }) => [label, goesWith.id]))
    const labels = (one: CardContents) => [...one.copies.map(({ label }) => label), ...(one.isOnCard ? [one.card.label] : [])] // prettier-ignore
    for (const one of all) {
      const carriers = new Set(labels(one).map((label) => goes.get(label)))
      expect(plan.together.includes(one)).toBe(carriers.size === 1 && labels(one).length > 0)
      // Three carriers at least: with two things of each there is always a way.
      if (labels(one).length > 1) expect(carriers.size).toBeGreaterThan(1)
    }
    for (const { heldBy, goesWith, isMove } of plan.things)
      expect(isMove).toBe(heldBy === null || !goesWith.aboard.includes(heldBy))
  }
})

test('what was uploaded is carried by nobody, and keeps what is left of its card from being all there is', () => {
  const production = world()
  const far = { ...copy('U1', 'maren'), isFar: true }
  const plan = travelPlan(production, [contents(production, 'a1', false, copy('S1', 'maren'), far)])!
  expect(plan.things.map(({ label, isMove }) => [label, isMove])).toEqual([['S1', false]])
  expect(plan.together).toEqual([])
  expect(travelPlan(production, [contents(production, 'a1', false, far)])).toBeNull()
})
