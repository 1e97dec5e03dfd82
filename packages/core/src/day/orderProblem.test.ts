import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { finishOf, solve } from '../order/index.ts'
import { ranksBetween, tryChanges, updateRecord } from '../records/index.ts'
import { productionWith } from '../testing/index.ts'
import { minutesBetween, orderProblem, planDay } from './index.ts'

type Rows = Parameters<typeof productionWith>[0]

const shot = fc.record({
  setupId: fc.constantFrom('s0', 's1', 's2', null),
  side: fc.constantFrom('left', 'right'),
  rig: fc.constantFrom('tripod', 'slider'),
  minutes: fc.integer({ min: 2, max: 30 }),
  fixed: fc.boolean(),
})
/** A day of some shots in three setups of two spots, one after the other as they come. */
const days = fc
  .record({ shots: fc.array(shot, { minLength: 1, maxLength: 7 }), meal: fc.boolean() })
  .map(({ shots, meal }) => {
    const ranks = ranksBetween(null, null, shots.length + 1)
    return productionWith({
      place: { place: {} },
      day: { day: { placeId: 'place', date: '2026-05-14', callMin: 420 } },
      spot: { a: { placeId: 'place' }, b: { placeId: 'place' } },
      setup: { s0: { spotId: 'a', buildMin: 10 }, s1: { spotId: 'a', buildMin: 25 }, s2: { spotId: 'b', buildMin: 15 } },
      shot: Object.fromEntries(shots.map(({ fixed: _, ...fields }, i) => [`x${i}`, { code: `${i + 1}A`, ...fields }])),
      orderItem: {
        ...Object.fromEntries(shots.map((_, i) => [`i${i}`, { dayId: 'day', type: 'shots', rank: ranks[i], shotIds: [`x${i}`] }])),
        ...(meal ? { m: { dayId: 'day', type: 'meal', title: 'Meal', minutes: 45, rank: ranks.at(-1) } } : {}),
      },
    } as unknown as Rows)
  }) // prettier-ignore
const planOf = (production: ReturnType<typeof productionWith>) => planDay(production, 'day')!
const inOrder = (production: ReturnType<typeof productionWith>, order: readonly number[]) => {
  const { items } = orderProblem(production, planOf(production))
  const ranks = ranksBetween(null, null, order.length)
  return planOf(
    tryChanges(
      production,
      order.map((i, k) => updateRecord('orderItem', items[i]!.id, { rank: ranks[k]! })),
    ),
  )
}

describe('a day as a problem of order', () => {
  test('the order there is ends when the plan says, and so does the best that is found', () => {
    fc.assert(
      fc.property(days, (production) => {
        const plan = planOf(production)
        const { problem, isEased } = orderProblem(production, plan)
        const present = problem.tasks.map((_, i) => i)
        expect(isEased).toBe(false)
        expect(finishOf(problem, present)).toBeCloseTo(plan.timeline.lastEndMin, 6)
        const solved = solve(problem, [present])
        if (solved.status !== 'optimal') throw new Error(solved.status)
        const then = inOrder(production, solved.order).timeline.lastEndMin
        // A plan never waits for a meal that nobody has fixed; the problem does, so that it stays where it is.
        if ('m' in production.orderItem) expect(then).toBeLessThanOrEqual(solved.finishMin + 1e-6)
        else expect(then).toBeCloseTo(solved.finishMin, 6)
        expect(solved.finishMin).toBeLessThanOrEqual(plan.timeline.lastEndMin)
      }),
    )
  })
  test('no order of a day is over before the one that is found', () => {
    fc.assert(
      fc.property(days, fc.infiniteStream(fc.nat()), (production, chance) => {
        const { problem } = orderProblem(production, planOf(production))
        const found = solve(problem)
        const any = problem.tasks.map((_, i) => i).sort(() => (chance.next().value! % 2) - 0.5)
        const then = inOrder(production, any)
        if (!('m' in production.orderItem) && found.status === 'optimal')
          expect(then.timeline.lastEndMin).toBeGreaterThanOrEqual(found.finishMin - 1e-6)
      }),
    )
  })
  test('what is done stays, and the rest goes on from its stand and from now', () => {
    const production = fc.sample(days, { numRuns: 20, seed: 1 }).find((p) => Object.keys(p.orderItem).length > 5)!
    const plan = planOf(production)
    const { problem, items, pinned } = orderProblem(production, plan, 2, 900)
    expect(pinned).toEqual(plan.items.slice(0, 2))
    expect(items).toEqual(plan.items.slice(2))
    expect(problem.startMin).toBe(900)
  })
  test('windows, hours and fixed times are kept, and a day that cannot be says which shots', () => {
    const at = (fixedAtMin: number, id: string) => ({
      dayId: 'day',
      type: 'shots',
      shotIds: [id],
      fixedAtMin,
      rank: id,
    })
    const production = productionWith({
      place: { place: { opensMin: 480, closesMin: 1080 } },
      day: { day: { placeId: 'place', date: '2026-05-14', callMin: 420 } },
      shot: { a: { code: '1A', minutes: 30 }, b: { code: '1B', minutes: 30 }, c: { code: '1C', minutes: 30 } },
      orderItem: { a: at(600, 'a'), b: at(615, 'b'), c: { dayId: 'day', type: 'shots', shotIds: ['c'], rank: 'c' } },
    } as unknown as Rows) // prettier-ignore
    const { strict: problem, items } = orderProblem(production, planOf(production))
    expect(problem.tasks[2]!.windows![0]).toEqual({ fromMin: 480, toMin: 1080 })
    const solved = solve(problem)
    if (solved.status !== 'infeasible') throw new Error(solved.status)
    expect(solved.conflict!.tasks.map((i) => items[i]!.id)).toEqual(['a', 'b'])
    // What is late now may be as late: the order there is can be done.
    const asNow = orderProblem(production, planOf(production)).problem
    expect(solve(asNow).status).toBe('optimal')
    expect(finishOf(asNow, [0, 1, 2])).toBe(planOf(production).timeline.lastEndMin)
  })
  test('minutes between shots are told by what they go into', () => {
    const production = fc.sample(days, { numRuns: 1, seed: 2 })[0]!
    const plan = planOf(production)
    const { move, relight, turn, rig, wait } = minutesBetween(plan)
    const shots = plan.timeline.rows.filter((r) => 'itemId' in r).reduce((sum, r) => sum + r.endMin - r.startMin, 0)
    expect(move + relight + turn + rig + wait + shots).toBeCloseTo(plan.timeline.lastEndMin - plan.timeline.startMin, 6)
  })
})
