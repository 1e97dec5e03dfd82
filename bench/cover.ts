import { solveAtOnce, solveWithin } from '@kavrell/core/cover'
import { type Cause, LIVE_RECORD, liveRuns, LONG_RECORD } from '../packages/core/src/testing/liveRecord.ts'

const RUNS = 500

/** A rota planned anew, and 500 live records with failures: by the rota, by sight, and left alone. */
export function measureCover() {
  const atOnce = (record: typeof LIVE_RECORD) =>
    Math.min(
      ...[0, 1, 2].map(() => {
        const from = performance.now()
        solveAtOnce(record)
        return performance.now() - from
      }),
    )
  const long = solveWithin(LONG_RECORD, 10_000)
  const [rota, sight, nobody] = [liveRuns('rota', RUNS), liveRuns('by sight', RUNS), liveRuns('nobody', RUNS)]
  const why = Object.entries(rota.causes)
    .toSorted(([, a], [, b]) => b - a)
    .map(([cause, share]) => `${cause as Cause} ${share.toFixed(2)}`)
  return { atOnceMs: atOnce(LIVE_RECORD), longAtOnceMs: atOnce(LONG_RECORD), long, rota, sight, nobody, why }
}
