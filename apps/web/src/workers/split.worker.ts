import { expose } from 'comlink'
import { type Split, splitting } from '@kavrell/core/day'
import type { Production } from '@kavrell/core/records'

/** Shares shots out over the days, off the page's thread; each better split is told as it is found. */
const api = {
  search(production: Production, newIds: readonly string[] | null, onBetter: (split: Split) => void): Split | null {
    let next = 0
    let best: Split | null = null
    for (const split of splitting(production, newIds ? { newId: () => newIds[next++]! } : {})) {
      best = split
      onBetter(split)
    }
    return best
  },
}
export type SplitWorker = typeof api
expose(api)
