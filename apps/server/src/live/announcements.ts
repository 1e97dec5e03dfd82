import { retryDelayMs } from '@kavrell/contract'
import { Client } from 'pg'

/** `heard-again` follows a connection that was lost: anything may have been announced meanwhile. */
export type Announcement = {
  readonly channel: 'kavrell_edit' | 'kavrell_job' | 'kavrell_access' | 'heard-again'
  readonly payload: string
}

export interface Announcements {
  readonly hear: (listener: (announcement: Announcement) => void) => () => void
  readonly close: () => Promise<void>
}

/** One connection that listens to what any server process on this database announces; reconnects by itself. */
export async function listenToAnnouncements(url: string): Promise<Announcements> {
  const listeners = new Set<(announcement: Announcement) => void>()
  let closed = false
  /** How often in a row the database was not there. */
  let failed = 0
  let client: Client
  const connect = async (): Promise<void> => {
    client = new Client({ connectionString: url })
    client.on('notification', ({ channel, payload }) => {
      for (const listener of listeners)
        listener({ channel: channel as Announcement['channel'], payload: payload ?? '' })
    })
    client.on('error', retry)
    await client.connect()
    await client.query('LISTEN kavrell_edit; LISTEN kavrell_job; LISTEN kavrell_access')
    failed = 0
    for (const listener of listeners) listener({ channel: 'heard-again', payload: '' })
  }
  const retry = () => {
    if (closed) return
    setTimeout(
      () => {
        connect().catch(retry)
      },
      retryDelayMs(++failed, Math.random()),
    )
  }
  await connect()
  return {
    hear(listener) {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
    async close() {
      closed = true
      await client.end()
    },
  }
}
