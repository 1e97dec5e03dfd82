import type { ServerModels } from '../records/serverModels.ts'
import { pageAfter } from './editLog.ts'
import { outgoing, type OutgoingEdit } from './recentEdits.ts'

/** So many pages are looked for again; which of them are still there is for whoever reads them to say. */
const MOST_KNOWN = 2000

type Page = readonly OutgoingEdit[]

export interface LogPages {
  /** The next edits after a number, few at a time; none at the log's end. */
  readonly after: (productionId: string, seq: number) => Promise<Page>
}

/**
 * Pages of the log as they go out, one of each for all who are reading it: a hundred devices that come back at once
 * read the same edits, and those that read slowly hold on to the same bytes.
 */
export function openLogPages(models: ServerModels): LogPages {
  const known = new Map<string, WeakRef<Page>>()
  const reading = new Map<string, Promise<Page>>()
  const read = async (key: string, productionId: string, seq: number): Promise<Page> => {
    try {
      const page = (await pageAfter(models, productionId, seq)).map(outgoing)
      // The log's end is another a moment later.
      if (page.length > 0) {
        known.set(key, new WeakRef(page))
        if (known.size > MOST_KNOWN) known.delete(known.keys().next().value!)
      }
      return page
    } finally {
      reading.delete(key)
    }
  }
  return {
    after(productionId, seq) {
      const key = `${productionId} ${seq}`
      const there = known.get(key)?.deref()
      if (there) return Promise.resolve(there)
      const running = reading.get(key) ?? read(key, productionId, seq)
      reading.set(key, running)
      return running
    },
  }
}
