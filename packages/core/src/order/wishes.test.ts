import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import {
  finishOf,
  keepsBefore,
  type OrderProblem,
  putBackCosts,
  solve,
  weighed,
  weighing,
  type Wishes,
} from './index.ts'

const NONE: Wishes = { waitWeight: 0, changeWeight: 0, freshWeight: 0 }
const whole = (min: number, max: number) => fc.integer({ min, max })

/** Up to six tasks on three stands, some with a window. */
const problems = fc
  .record({
    tasks: fc.array(fc.record({ minutes: whole(5, 30), stand: whole(0, 2), from: fc.option(whole(0, 120), { nil: null }) }), { minLength: 2, maxLength: 6 }), // prettier-ignore
    cost: whole(0, 20),
    hard: fc.array(fc.boolean(), { minLength: 6, maxLength: 6 }),
    wishes: fc.record({ waitWeight: whole(0, 4), changeWeight: whole(0, 30), freshWeight: whole(0, 30) }),
  })
  .map(({ tasks, cost, hard, wishes }) => {
    const problem: OrderProblem = {
      startMin: 0,
      tasks: tasks.map(({ minutes, stand, from }, i) => ({ id: String(i), minutes, stand, windows: from === null ? null : [{ fromMin: from, toMin: 2000 }] })), // prettier-ignore
      first: [0, 0, 0],
      change: [0, 1, 2].map((a) => [0, 1, 2].map((b) => (a === b ? 0 : cost + a + b))),
      before: tasks.length > 2 ? [[0, tasks.length - 1]] : [],
    }
    return { problem, hard, wishes }
  })

function* orders(problem: OrderProblem, done: readonly number[] = []): Generator<readonly number[]> {
  if (done.length === problem.tasks.length) yield done
  for (const i of problem.tasks.keys())
    if (!done.includes(i) && problem.before.every(([a, b]) => b !== i || done.includes(a)))
      yield* orders(problem, [...done, i])
}

describe('an order by what is wished of it', () => {
  test('without a wish costs what it is over at', () => {
    fc.assert(
      fc.property(problems, ({ problem, hard }) => {
        const order = problem.tasks.map((_, i) => i)
        expect(weighed(problem, hard, NONE, order).cost).toBe(finishOf(problem, order))
      }),
    )
  })
  test('is the best of all orders of a few tasks, keeps what comes before what, and is never worse than it began', () => {
    fc.assert(
      fc.property(problems, ({ problem, hard, wishes }) => {
        const begin = problem.tasks.map((_, i) => i)
        const found = [...weighing(problem, hard, wishes, [begin], { seed: 1, moves: 4000 })].at(-1)!
        const least = Math.min(...[...orders(problem)].map((order) => weighed(problem, hard, wishes, order).cost))
        expect(keepsBefore(problem, found.order)).toBe(true)
        expect(found.weighed.cost).toBeLessThanOrEqual(weighed(problem, hard, wishes, begin).cost)
        expect(found.weighed.cost).toBeCloseTo(least, 6)
      }),
      { numRuns: 40 },
    )
  })
  test('counts waiting, changes and the hours to what is hard', () => {
    const problem: OrderProblem = {
      startMin: 60,
      tasks: [
        { id: 'a', minutes: 30, stand: 0, windows: null },
        { id: 'b', minutes: 30, stand: 1, windows: [{ fromMin: 150, toMin: 400 }] },
      ],
      first: [0, 0],
      change: [
        [0, 10],
        [10, 0],
      ],
      before: [],
    }
    // 60 to 90, a change to 100, waiting to 150, over at 180; b is hard and begins an hour and a half after the start.
    expect(weighed(problem, [false, true], { waitWeight: 2, changeWeight: 5, freshWeight: 10 }, [0, 1])).toEqual({
      finishMin: 180,
      waitMin: 50,
      changes: 1,
      hardHours: 1.5,
      cost: 180 + 100 + 5 + 15,
    })
  })
  test('one that cannot be done is worth nothing', () => {
    const late: OrderProblem = { startMin: 100, tasks: [{ id: 'a', minutes: 30, stand: null, windows: [{ fromMin: 0, toMin: 50 }] }], first: [], change: [], before: [] } // prettier-ignore
    expect([...weighing(late, [false], NONE, [[0]])]).toEqual([])
  })
})

describe('what it costs to have one back where it was', () => {
  test('is what that very order ends later by, and none that stands where it stood is listed', () => {
    fc.assert(
      fc.property(problems, ({ problem }) => {
        const before = [...orders(problem)].at(-1)!
        const solved = solve(problem, [before])
        if (!('order' in solved)) return
        const list = putBackCosts(problem, solved.order, before)
        for (const { task, behind, costMin } of list) {
          const i = before.indexOf(task)
          expect(behind).toBe(i > 0 ? before[i - 1]! : null)
          // What was found is over first: nothing put back is over before it.
          expect(costMin).toBeGreaterThanOrEqual(-1e-9)
        }
        const moved = solved.order.filter((task, k) => (k > 0 ? solved.order[k - 1]! : null) !== (before.indexOf(task) > 0 ? before[before.indexOf(task) - 1]! : null)) // prettier-ignore
        expect(list.map(({ task }) => task).sort()).toEqual([...moved].sort())
      }),
      { numRuns: 60 },
    )
  })
  test('what then misses its turn costs more than any minutes', () => {
    const problem: OrderProblem = {
      startMin: 0,
      tasks: [0, 1, 2].map((i) => ({ id: String(i), minutes: 10, stand: i % 2, windows: null })),
      first: [0, 0],
      change: [
        [0, 10],
        [10, 0],
      ],
      before: [[2, 1]],
    }
    expect(putBackCosts(problem, [0, 2, 1], [0, 1, 2]).find(({ task }) => task === 1)!.costMin).toBe(Infinity)
  })
})
