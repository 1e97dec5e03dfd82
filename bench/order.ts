import { readFileSync } from 'node:fs'
import { type PlannedEntry, simulateDays, USUAL_SPREAD } from '@kavrell/core/estimates'
import { answerOrder, readOrderFile } from '@kavrell/core/order'
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
