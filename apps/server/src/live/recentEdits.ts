import type { Announcements } from './announcements.ts'
import { editsAfter } from './editLog.ts'
import { type LoggedEdit, type StreamMessage, withoutMoney } from '@kavrell/contract'
import type { ServerModels } from '../records/serverModels.ts'

/** An edit as it goes out: its number, and the event once for all who listen, whose sockets hold the same bytes. */
export interface OutgoingEdit {
  readonly seq: number
  readonly bytes: Buffer
  /** The same for those who do not see the money; made when it is first asked for. */
  readonly withoutMoney: () => Buffer
}

export interface RecentEdits {
  /**
   * Calls back with each run of new edits, in order; returns how to stop. Those after `after` are not all
   * among them where others follow the production already: a listener reads up to the first it is given.
   */
  readonly follow: (
    productionId: string,
    after: number,
    onEdits: (edits: readonly OutgoingEdit[]) => void,
  ) => () => void
  readonly close: () => void
}

interface Followed {
  readonly listeners: Set<(edits: readonly OutgoingEdit[]) => void>
  /** Newest edit that was handed out. */
  last: number
  /** Something was announced since the log was last read. */
  stale: boolean
  reading: boolean
}

export function outgoing(edit: LoggedEdit): OutgoingEdit {
  const bytesOf = (told: LoggedEdit) =>
    Buffer.from(`id: ${told.seq}\ndata: ${JSON.stringify({ type: 'edit', edit: told } satisfies StreamMessage)}\n\n`)
  const bytes = bytesOf(edit)
  // Most edits are the same for all: those are not kept beside their bytes.
  const told = withoutMoney(edit)
  let poorer: Buffer | null = told === edit ? bytes : null
  return { seq: edit.seq, bytes, withoutMoney: () => (poorer ??= bytesOf(told)) }
}

/**
 * Reads each new edit of a production once, however many devices listen to it here, and hands it to all of
 * them. With a reading per device, twenty-five phones would cost twenty-five queries for every take.
 */
export function openRecentEdits(serverModels: ServerModels, announcements: Announcements): RecentEdits {
  const productions = new Map<string, Followed>()
  const read = async (productionId: string, followed: Followed) => {
    if (followed.reading) return
    followed.reading = true
    try {
      while (followed.stale) {
        followed.stale = false
        const edits = await editsAfter(serverModels, productionId, followed.last)
        if (edits.length === 0) continue
        followed.last = edits.at(-1)!.seq
        // There may be more than one reading brings.
        followed.stale = true
        const out = edits.map(outgoing)
        for (const listener of followed.listeners) listener(out)
      }
    } catch {
      // The database is away: heard again, it is read again.
      followed.stale = true
    } finally {
      followed.reading = false
    }
  }
  const stop = announcements.hear(({ channel, payload }) => {
    if (channel === 'kavrell_job' || channel === 'kavrell_access') return
    for (const [productionId, followed] of productions) {
      if (channel === 'kavrell_edit' && payload !== productionId) continue
      followed.stale = true
      void read(productionId, followed)
    }
  })
  return {
    follow(productionId, after, onEdits) {
      const followed = productions.get(productionId) ?? {
        listeners: new Set(),
        last: after,
        stale: true,
        reading: false,
      }
      productions.set(productionId, followed)
      followed.listeners.add(onEdits)
      void read(productionId, followed)
      return () => {
        followed.listeners.delete(onEdits)
        if (followed.listeners.size === 0) productions.delete(productionId)
      }
    },
    close: stop,
  }
}
