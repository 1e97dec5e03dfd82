import { runInWorker } from '../offLoop/runInWorker.ts'
import type { Snapshots } from './snapshots.ts'
import type { Standing } from '@kavrell/core/snags'

/** So many are remembered; the one asked for longest ago goes first. */
const REMEMBERED = 64
const WORKER_MEGABYTES = 1024

export interface Standings {
  /** How a production stands today; null if there is no such production. */
  readonly read: (productionId: string, today: string) => Promise<Standing | null>
}

/** Judges productions off the event loop, each once for the edits it has had and the day it is. */
export function openStandings(snapshots: Snapshots): Standings {
  const known = new Map<string, { readonly of: string; readonly standing: Promise<Standing | null> }>()
  return {
    async read(productionId, today) {
      const { seq, rows } = await snapshots.read(productionId)
      const of = `${seq} ${today}`
      const last = known.get(productionId)
      if (last?.of === of) return last.standing
      const standing = runInWorker<Standing | null>('records/standing', { rows, today }, WORKER_MEGABYTES)
      known.delete(productionId)
      known.set(productionId, { of, standing })
      // What failed is asked anew.
      standing.catch(() => known.delete(productionId))
      if (known.size > REMEMBERED) known.delete(known.keys().next().value!)
      return standing
    },
  }
}
