import { runInWorker } from '../offLoop/runInWorker.ts'
import type { Snapshots } from './snapshots.ts'
import type { Standing } from '@kavrell/core/snags'

/** So many are remembered; the one asked for longest ago goes first. */
const REMEMBERED = 64
const WORKER_MEGABYTES = 1024

export interface Standings {
  /** How a production stands today; null if there is no such production. */
  readonly read: (productionId: string, today: string, seesMoney: boolean) => Promise<Standing | null>
}

const DAY_MS = 86_400_000
/** The date of whoever looks, which is at most a day from ours: another is a clock that goes wrong, or no date. */
function dateNear(asked: string, nowMs: number): string {
  const near = [-1, 0, 1].map((days) => new Date(nowMs + days * DAY_MS).toISOString().slice(0, 10))
  return near.includes(asked) ? asked : near[1]!
}

/**
 * Judges productions off the event loop, each once for the edits it has had and the day it is, one after another:
 * a long list does not take every core from those who work.
 */
export function openStandings(snapshots: Snapshots, now: () => Date): Standings {
  const known = new Map<string, { readonly seq: number; readonly standing: Promise<Standing | null> }>()
  let turn: Promise<unknown> = Promise.resolve()
  return {
    async read(productionId, asked, seesMoney) {
      const today = dateNear(asked, now().getTime())
      const { seq, rows: both } = await snapshots.read(productionId)
      const rows = seesMoney ? both.all : both.withoutMoney
      const key = `${productionId} ${today} ${seesMoney}`
      const last = known.get(key)
      if (last?.seq === seq) return last.standing
      const standing = turn.then(() =>
        runInWorker<Standing | null>('records/standing', { rows, today }, WORKER_MEGABYTES),
      )
      const entry = { seq, standing }
      known.delete(key)
      known.set(key, entry)
      // What failed is asked anew.
      turn = standing.catch(() => {
        if (known.get(key) === entry) known.delete(key)
      })
      if (known.size > REMEMBERED) known.delete(known.keys().next().value!)
      return standing
    },
  }
}
