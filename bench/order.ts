import { readFileSync } from 'node:fs'
import { type PlannedEntry, simulateDays, USUAL_SPREAD } from '@kavrell/core/estimates'
import { answerOrder, partOf, readOrderFile, solving } from '@kavrell/core/order'
import { mustBe } from '@kavrell/core/outcome'

const FOLDER = 'packages/core/vectors'

interface Wanted {
  readonly file: string
  readonly n: number
  readonly status: string
  readonly optimal_finish?: number
  readonly best_known_finish?: number
}
export interface OrderFigure {
  readonly file: string
  readonly shots: number
  readonly ms: number
  /** Finish over the reference's, 1 where it is met; null where there is no order. */
  readonly share: number | null
  readonly isProven: boolean
  /** The same status as the reference, which proved it. */
  readonly isAsProven: boolean
}

/** Orders of the reference days, each asked once as from a terminal. */
export function measureOrder(): readonly OrderFigure[] {
  const { results } = JSON.parse(readFileSync(`${FOLDER}/schedule/expected.json`, 'utf8')) as { results: Wanted[] }
  return results.map(({ file, n, status, optimal_finish, best_known_finish }) => {
    const asked = mustBe(readOrderFile(JSON.parse(readFileSync(`${FOLDER}/${file}`, 'utf8'))))
    const from = performance.now()
    const answer = answerOrder(asked) as { status: string; finish_time?: number }
    const ms = performance.now() - from
    const best = optimal_finish ?? best_known_finish
    return {
      file,
      shots: n,
      ms,
      share: answer.finish_time === undefined || best === undefined ? null : answer.finish_time / best,
      isProven: answer.status !== 'best_known',
      isAsProven: status === 'best_known' || answer.status === status,
    }
  })
}

/** Milliseconds of 10,000 days of 40 entries. */
export function simulateMs(): number {
  const entries = Array.from({ length: 40 }, (_, i): PlannedEntry => ({ id: `${i}`, workMin: 25, changeMin: 8, restMin: 0, notBeforeMin: null, dueMin: i % 10 === 9 ? i * 25 : null })) // prettier-ignore
  const times = Array.from({ length: 5 }, () => {
    const from = performance.now()
    simulateDays(entries, 0, USUAL_SPREAD, { runs: 10_000 })
    return performance.now() - from
  })
  return times.sort((a, b) => a - b)[2]!
}

/** How soon what is left of a day is in an order that is as good as it gets. */
export interface RestFigure {
  readonly left: number
  /** Until an order was found that is over within 1 % of the best that was found at all. */
  readonly ms: number
}

/** Of a reference day of 75 shots the last 30 that are listed are left, with their windows; they are put in order anew. */
export function measureRest(): RestFigure {
  const file = 'schedule/p10.json'
  const { problem } = mustBe(readOrderFile(JSON.parse(readFileSync(`${FOLDER}/${file}`, 'utf8'))))
  const left = problem.tasks.map((_, i) => i).slice(-30)
  const rest = partOf(problem, left)
  const from = performance.now()
  const found: { readonly ms: number; readonly finishMin: number }[] = []
  const steps = solving(rest, [left.map((_, i) => i)])
  for (let step = steps.next(); ; step = steps.next()) {
    if ('finishMin' in step.value) found.push({ ms: performance.now() - from, finishMin: step.value.finishMin })
    if (step.done) break
  }
  const best = Math.min(...found.map((one) => one.finishMin))
  return { left: left.length, ms: found.find((one) => one.finishMin <= best * 1.01)!.ms }
}
