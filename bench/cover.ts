import { solveAtOnce } from '@kavrell/core/cover'
import { type Cause, LIVE_RECORD, liveRuns } from '../packages/core/src/testing/liveRecord.ts'

const RUNS = 500

/** A rota planned anew, and 500 live records with failures: by the rota, by sight, and left alone. */
export function measureCover() {
  const times = [0, 1, 2].map(() => {
    const from = performance.now()
    solveAtOnce(LIVE_RECORD)
    return performance.now() - from
  })
  const [rota, sight, nobody] = [liveRuns('rota', RUNS), liveRuns('by sight', RUNS), liveRuns('nobody', RUNS)]
  const why = Object.entries(rota.causes)
    .toSorted(([, a], [, b]) => b - a)
    .map(([cause, share]) => `${cause as Cause} ${share.toFixed(2)}`)
  return { atOnceMs: Math.min(...times), rota, sight, nobody, why }
}
