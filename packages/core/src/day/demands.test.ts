import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { finishOf, keepsBefore, solve } from '../order/index.ts'
import { ranksBetween, tryChanges, updateRecord } from '../records/index.ts'
import { productionWith } from '../testing/index.ts'
import { brokenDemands, orderProblem, planDay } from './index.ts'

type Rows = Parameters<typeof productionWith>[0]

/** Three or more shots of ten minutes in two setups, each entry with what is demanded of it. */
const dayWith = (demands: readonly Record<string, unknown>[], more: Rows = {}) => {
  const ranks = ranksBetween(null, null, demands.length)
  return productionWith({
    place: { place: {} },
    day: { day: { placeId: 'place', date: '2026-05-14', callMin: 420 } },
    spot: { a: { placeId: 'place' } },
    setup: { s0: { spotId: 'a', buildMin: 10 }, s1: { spotId: 'a', buildMin: 10 } },
    shot: Object.fromEntries(demands.map((_, i) => [`x${i}`, { code: `${i + 1}A`, minutes: 10, setupId: i % 2 ? 's1' : 's0' }])),
    orderItem: Object.fromEntries(demands.map((fields, i) => [`i${i}`, { dayId: 'day', shotIds: [`x${i}`], rank: ranks[i], ...fields }])),
    ...more,
  }) // prettier-ignore
}
const planOf = (production: ReturnType<typeof productionWith>) => planDay(production, 'day')!
const brokenIn = (production: ReturnType<typeof productionWith>) =>
  brokenDemands(production, planOf(production)).map((one) => [one.item.id, one.what])
const startOf = (production: ReturnType<typeof productionWith>, id: string) =>
  planOf(production).timeline.rows.find((row) => 'itemId' in row && row.itemId === id)!.startMin

describe('what is demanded of a place in the order', () => {
  test('each demand that is not kept is told, and those that are kept are not', () => {
    expect(brokenIn(dayWith([{ afterIds: ['i2'] }, {}, {}]))).toEqual([['i0', 'after']])
    expect(brokenIn(dayWith([{}, {}, { afterIds: ['i0'] }]))).toEqual([])
    expect(brokenIn(dayWith([{ keeps: 'last' }, {}, { keeps: 'first' }]))).toEqual([
      ['i0', 'last'],
      ['i2', 'first'],
    ])
    expect(brokenIn(dayWith([{ keeps: 'first' }, { keeps: 'place' }, { keeps: 'last' }]))).toEqual([])
    expect(brokenIn(dayWith([{}, { overByMin: 455 }, {}]))).toEqual([['i1', 'over by']])
    expect(brokenIn(dayWith([{}, { overByMin: 460 }, {}]))).toEqual([])
  })
  test('the day waits for what is not to begin before, and for people who are not there yet', () => {
    expect(startOf(dayWith([{}, { notBeforeMin: 600 }]), 'i1')).toBe(600)
    const person = { p: { needed: 'by-shots', leadMin: 15 } } as const
    const there = (fields: object) => ({ person, attendance: { a: { personId: 'p', dayId: 'day', ...fields } } }) as Rows // prettier-ignore
    const late = dayWith([{}, { personIds: ['p'] }], there({ fromMin: 540 }))
    // They come at nine and need a quarter of an hour.
    expect(startOf(late, 'i1')).toBe(555)
    expect(planOf(late).calls).toMatchObject([{ callMin: 540 }])
    const gone = dayWith([{}, {}, { personIds: ['p'] }], there({ untilMin: 450 }))
    expect(brokenIn(gone)).toEqual([['i2', 'gone']])
    expect(brokenIn(dayWith([{ personIds: ['p'] }, {}], there({ untilMin: 450 })))).toEqual([])
  })
  test('whoever is needed all day and comes later is called then, and goes when they have to', () => {
    const production = dayWith([{}, {}, {}], {
      person: { p: { needed: 'all-day', leadMin: 15 } },
      attendance: { a: { personId: 'p', dayId: 'day', fromMin: 450, untilMin: 465 } },
    } as unknown as Rows)
    expect(planOf(production).calls).toMatchObject([{ callMin: 450, releaseMin: 465 }])
  })
  const some = fc.record({
    after: fc.option(fc.nat({ max: 5 }), { nil: null }),
    notBeforeMin: fc.option(fc.integer({ min: 420, max: 520 }), { nil: null }),
    overByMin: fc.option(fc.integer({ min: 450, max: 700 }), { nil: null }),
    keeps: fc.constantFrom('', '', '', 'first', 'last', 'place'),
  })
  test('an order that is found keeps them all; the order there is can always be done as a start', () => {
    fc.assert(
      fc.property(fc.array(some, { minLength: 2, maxLength: 6 }), (list) => {
        const production = dayWith(
          list.map(({ after, ...fields }, i) => ({
            ...fields,
            afterIds: after === null || after === i || after >= list.length ? [] : [`i${after}`],
          })),
        )
        const { strict, problem, items } = orderProblem(production, planOf(production))
        const present = items.map((_, i) => i)
        expect(keepsBefore(problem, present)).toBe(true)
        expect(finishOf(problem, present)).toBeCloseTo(planOf(production).timeline.lastEndMin, 6)
        const found = solve(strict)
        if (found.status === 'infeasible') return
        if (!('order' in found)) throw new Error(found.status)
        const ranks = ranksBetween(null, null, items.length)
        const then = tryChanges(
          production,
          found.order.map((i, k) => updateRecord('orderItem', items[i]!.id, { rank: ranks[k]! })),
        )
        expect(brokenIn(then)).toEqual([])
        expect(planOf(then).timeline.lastEndMin).toBeCloseTo(found.finishMin, 6)
      }),
    )
  })
})
