import fc from 'fast-check'
import { readFileSync } from 'node:fs'
import { describe, expect, test } from 'vitest'
import expected from '../../vectors/schedule/expected.json'
import { mustBe } from '../outcome/index.ts'
import {
  answerOrder,
  finishOf,
  keepsBefore,
  lowerBound,
  type OrderProblem,
  partOf,
  readOrderFile,
  solve,
  type Task,
  whyNot,
} from './index.ts'

const fileOf = (name: string): unknown =>
  JSON.parse(readFileSync(new URL(`../../vectors/${name}`, import.meta.url), 'utf8'))
const instance = (name: string) => mustBe(readOrderFile(fileOf(name)))

/** Every order there is that keeps what comes before what. */
function* orders(problem: OrderProblem, done: readonly number[] = []): Generator<readonly number[]> {
  if (done.length === problem.tasks.length) yield done
  for (const i of problem.tasks.keys())
    if (!done.includes(i) && problem.before.every(([a, b]) => b !== i || done.includes(a)))
      yield* orders(problem, [...done, i])
}
const earliest = (problem: OrderProblem) => Math.min(Infinity, ...[...orders(problem)].map((order) => finishOf(problem, order))) // prettier-ignore

const whole = (min: number, max: number) => fc.integer({ min, max })
const windows = fc.oneof(
  fc.constant(null),
  fc.tuple(whole(0, 150), whole(20, 120)).map(([fromMin, long]) => [{ fromMin, toMin: fromMin + long }]),
  fc.tuple(whole(0, 40), whole(15, 50), whole(100, 180)).map(([fromMin, long, again]) => [
    { fromMin, toMin: fromMin + long },
    { fromMin: again, toMin: again + 60 },
  ]),
)
const task = fc.record({ minutes: whole(1, 40), windows, stand: fc.oneof(whole(0, 3), fc.constant(null)) })
/** A few tasks on four stands, with whatever changes, windows, meals and precedence. */
const problems = (most: number): fc.Arbitrary<OrderProblem> =>
  fc
    .record({
      tasks: fc.array(task, { minLength: 1, maxLength: most }),
      costs: fc.array(whole(0, 40), { minLength: 20, maxLength: 20 }),
      pairs: fc.array(fc.tuple(whole(0, most - 1), whole(0, most - 1)), { maxLength: 3 }),
      startMin: whole(0, 30),
    })
    .map(({ tasks, costs, pairs, startMin }) => ({
      startMin,
      tasks: tasks.map((one, i): Task => ({ id: `S${i}`, ...one })),
      first: costs.slice(16),
      change: [0, 1, 2, 3].map((from) => [0, 1, 2, 3].map((to) => (from === to ? 0 : costs[from * 4 + to]!))),
      before: pairs.filter(([a, b]) => a !== b && a < tasks.length && b < tasks.length),
    }))

describe('the order that ends earliest', () => {
  test('is the earliest of every order there is; where there is none, that is proven', () => {
    fc.assert(
      fc.property(problems(6), (problem) => {
        const best = earliest(problem)
        const solved = solve(problem, [], { seed: 1, moves: 1000 })
        if (best === Infinity) expect(solved.status).toBe('infeasible')
        else {
          expect(solved).toMatchObject({ status: 'optimal', finishMin: best, boundMin: best })
          const { order } = solved as { order: readonly number[] }
          expect(finishOf(problem, order)).toBe(best)
          expect(keepsBefore(problem, order)).toBe(true)
        }
      }),
    )
  })
  test('no order ends before the bound', () => {
    fc.assert(
      fc.property(problems(5), (problem) => {
        expect(lowerBound(problem)).toBeLessThanOrEqual(earliest(problem) + 1e-9)
      }),
    )
  })
  test('what is said to be in the way cannot be done by itself, and could without any one of it', () => {
    let told = 0
    fc.assert(
      fc.property(problems(5), (problem) => {
        const conflict = whyNot(problem)
        if (earliest(problem) < Infinity) expect(conflict).toBeNull()
        if (!conflict) return
        told++
        expect(earliest(problem)).toBe(Infinity)
        // Nor can these by themselves, whatever the stand is after a meal.
        expect(earliest(partOf(problem, conflict.tasks))).toBe(Infinity)
        if (conflict.code === 'precedence_cycle') expect(conflict.tasks.length).toBeGreaterThan(1)
      }),
    )
    expect(told).toBeGreaterThan(5)
  })
})

describe('beyond what is proven', () => {
  /** As large as a long day, with an order in it that can be done. */
  const large = () => instance('schedule/p09.json').problem
  test('an order that is given is never made worse, and the same search finds the same', () => {
    const problem = large()
    const first = solve(problem, [], { seed: 3, moves: 0 })
    const { order, finishMin } = first as { order: readonly number[]; finishMin: number }
    const again = solve(problem, [order], { seed: 3, moves: 20_000 })
    expect(again).toMatchObject({ status: 'best-known' })
    expect((again as { finishMin: number }).finishMin).toBeLessThanOrEqual(finishMin)
    expect(solve(problem, [order], { seed: 3, moves: 20_000 })).toEqual(again)
  })
  test('meals, more than one window and precedence hold in large orders too', () => {
    fc.assert(
      fc.property(problems(24), (problem) => {
        const solved = solve({ ...problem, tasks: problem.tasks.map((one) => ({ ...one, windows: one.windows && [...one.windows, { fromMin: 400, toMin: 5000 }] })) }, [], { seed: 1, moves: 3000 }) // prettier-ignore
        if (solved.status === 'infeasible') expect(solved.conflict?.code).toBe('precedence_cycle')
        else {
          const { order, finishMin, boundMin } = solved as { order: readonly number[]; finishMin: number; boundMin: number }
          expect([...order].sort((a, b) => a - b)).toEqual(problem.tasks.map((_, i) => i))
          expect(keepsBefore(problem, order)).toBe(true)
          expect(boundMin).toBeLessThanOrEqual(finishMin)
        }
      }),
      { numRuns: 25 },
    )
  }) // prettier-ignore
})

describe('against other programs', () => {
  const results = expected.results as readonly {
    readonly file: string
    readonly n: number
    readonly status: string
    readonly optimal_finish?: number
    readonly best_known_finish?: number
    readonly lower_bound?: number
    readonly reason_code?: string
    readonly conflicting_shots?: readonly string[]
  }[]
  test.each(results.filter(({ n }) => n <= 18))('$file', ({ file, status, ...wanted }) => {
    const asked = instance(file)
    const answer = answerOrder(asked) as Record<string, unknown>
    expect(answer['status']).toBe(status)
    if (status === 'infeasible') {
      const { reason_code, conflicting_shots } = wanted
      expect(answer).toMatchObject({ reason_code, conflicting_shots })
      return
    }
    expect(answer).toMatchObject({
      finish_time: wanted.optimal_finish,
      optimal_finish: wanted.optimal_finish,
      lower_bound: wanted.optimal_finish,
    })
    const order = (answer['order'] as string[]).map((id) => asked.ids.indexOf(id))
    expect(new Set(order).size).toBe(wanted.n ?? asked.ids.length)
    expect(finishOf(asked.problem, order)).toBe(wanted.optimal_finish)
    expect(keepsBefore(asked.problem, order)).toBe(true)
  })
  test.each(results.filter(({ n }) => n > 18))('$file, near the best known after a quarter of the usual search', (wanted) => {
    const { problem } = instance(wanted.file)
    const solved = solve(problem, [], { seed: 1, moves: 1_000_000 }) as { finishMin: number; boundMin: number; order: readonly number[] }
    expect(finishOf(problem, solved.order)).toBe(solved.finishMin)
    expect(keepsBefore(problem, solved.order)).toBe(true)
    expect(solved.finishMin).toBeLessThanOrEqual(wanted.best_known_finish! * 1.03)
    expect(solved.boundMin).toBeLessThanOrEqual(wanted.best_known_finish!)
    expect(solved.boundMin).toBeGreaterThan(wanted.lower_bound! * 0.99)
  }) // prettier-ignore
})

describe('a file that cannot be read', () => {
  const good = fileOf('schedule/p01.json') as Record<string, unknown>
  test.each([
    [{ ...good, shots: 7 }, /^shots: /],
    [{ ...good, shots: [...(good['shots'] as object[]), (good['shots'] as object[])[0]] }, /is there twice/],
    [{ ...good, precedence: [['S01', 'S99']] }, /there is no shot S99/],
    [{ ...good, initial_setup: {} }, /nothing is said of /],
    [{ ...good, move_cost: {} }, /nothing is said of .* to /],
    ['text', /^The file: /],
  ])('is refused with what is wrong', (asked, says) => {
    const read = readOrderFile(asked)
    expect(read.ok).toBe(false)
    expect(read.ok ? '' : read.error.says).toMatch(says)
  })
})
