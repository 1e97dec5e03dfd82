import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { ranksBetween, tryChanges } from '../records/index.ts'
import { productionWith } from '../testing/index.ts'
import { dropList, planDay } from './index.ts'

type Rows = Parameters<typeof productionWith>[0]
interface GivenShot {
  readonly minutes: number
  readonly setupId?: string | null
  readonly sceneId?: string
  readonly mustHave?: boolean
  readonly onceOnly?: boolean
  readonly pairId?: string | null
}
const dayWith = (shots: readonly GivenShot[], more: Rows = {}) => {
  const ranks = ranksBetween(null, null, shots.length)
  return productionWith({
    place: { place: {} },
    day: { day: { placeId: 'place', date: '2026-05-14', callMin: 420, outByMin: 720 } },
    scene: { one: {}, two: {} },
    spot: { a: { placeId: 'place' } },
    setup: { s0: { spotId: 'a', buildMin: 30 }, s1: { spotId: 'a', buildMin: 15 } },
    shot: Object.fromEntries(shots.map((fields, i) => [`x${i}`, { code: `${i + 1}A`, sceneId: 'one', setupId: 's0', ...fields }])),
    orderItem: Object.fromEntries(shots.map((_, i) => [`i${i}`, { dayId: 'day', rank: ranks[i], shotIds: [`x${i}`] }])),
    ...more,
  }) // prettier-ignore
}
type P = ReturnType<typeof dayWith>
const dropsOf = (production: P, lessMin: number) =>
  dropList(production, planDay(production, 'day')!, lessMin).map((drop) => drop.items.map((item) => item.id).join('+'))

describe('what could be given up', () => {
  test('what saves enough and gives up the least comes first, with the build that falls away', () => {
    // The second alone needs a set of its own, and the first has to be lit again behind it.
    const production = dayWith([{ minutes: 20 }, { minutes: 10, setupId: 's1' }, { minutes: 40 }, { minutes: 25 }])
    const [best] = dropList(production, planDay(production, 'day')!, 30)
    expect(best!.items.map((item) => item.id)).toEqual(['i1'])
    expect(best).toMatchObject({ savesMin: 55, givesUpMin: 10 })
    expect(planDay(tryChanges(production, best!.changes), 'day')!.timeline.wrapMin).toBe(
      planDay(production, 'day')!.timeline.wrapMin - 55,
    )
  })
  test('no scene counts as kept by a shot that only stands by', () => {
    const production = dayWith([{ minutes: 60, sceneId: 'two' }, { minutes: 60, sceneId: 'two' }, { minutes: 5 }])
    const stood = { ...production, orderItem: { ...production.orderItem, i1: { ...production.orderItem['i1']!, standsBy: true } } } // prettier-ignore
    expect(dropsOf(production, 30)).toEqual(['i0', 'i1'])
    expect(dropsOf(stood, 30)).toEqual([])
  })
  test('no must-have, nothing that happens once, no half of a pair, and no scene is left without a shot', () => {
    expect(dropsOf(dayWith([{ minutes: 60, mustHave: true }, { minutes: 60, onceOnly: true }, { minutes: 5 }]), 30)).toEqual([]) // prettier-ignore
    expect(dropsOf(dayWith([{ minutes: 60, pairId: 'x1' }, { minutes: 60 }, { minutes: 5 }]), 30)).toEqual(['i0+i1'])
    expect(dropsOf(dayWith([{ minutes: 60, sceneId: 'two' }, { minutes: 60 }, { minutes: 5 }]), 30)).toEqual(['i1'])
  })
  test('what is rolled is not given up any more', () => {
    const rolled = dayWith([{ minutes: 60 }, { minutes: 60 }, { minutes: 60 }], { take: { t: { dayId: 'day', shotIds: ['x1'] } } }) // prettier-ignore
    expect(dropsOf(rolled, 30)).toEqual(['i2'])
  })
  test('how likely it then is to be out in time is more than before', () => {
    const production = dayWith([{ minutes: 90 }, { minutes: 90 }, { minutes: 60 }, { minutes: 5 }])
    const [small, large] = [5, 80].map((less) => dropList(production, planDay(production, 'day')!, less)[0]!)
    expect(large!.outInTime!).toBeGreaterThan(small!.outInTime! + 0.05)
  })
  const some = fc.record({
    minutes: fc.integer({ min: 2, max: 40 }),
    setupId: fc.constantFrom('s0', 's1', null),
    sceneId: fc.constantFrom('one', 'two'),
    mustHave: fc.boolean(),
  })
  test('no set that gives up less would do, and each of those that are told does', () => {
    fc.assert(
      fc.property(fc.array(some, { minLength: 2, maxLength: 6 }), fc.integer({ min: 1, max: 50 }), (shots, less) => {
        const production = dayWith(shots)
        const before = planDay(production, 'day')!.timeline.wrapMin
        const ids = shots.map((_, i) => i)
        const found = dropList(production, planDay(production, 'day')!, less)
        let least = Infinity
        for (let set = 1; set < 1 << shots.length; set++) {
          const gone = ids.filter((i) => (set >> i) & 1)
          if (gone.length > 3 || gone.some((i) => shots[i]!.mustHave)) continue
          const stay = ids.filter((i) => !gone.includes(i)).map((i) => shots[i]!)
          if (gone.some((i) => !stay.some((shot) => shot.sceneId === shots[i]!.sceneId))) continue
          const then = tryChanges(production, gone.map((i) => ({ op: 'remove', kind: 'orderItem', id: `i${i}` })) as never) // prettier-ignore
          const saves = before - planDay(then, 'day')!.timeline.wrapMin
          if (saves >= less)
            least = Math.min(
              least,
              gone.reduce((sum, i) => sum + shots[i]!.minutes, 0),
            )
        }
        expect(found[0]?.givesUpMin ?? Infinity).toBe(least)
        for (const drop of found)
          expect(before - planDay(tryChanges(production, drop.changes), 'day')!.timeline.wrapMin).toBe(drop.savesMin)
      }),
    )
  })
})
