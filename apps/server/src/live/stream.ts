import type { Request, Response } from 'express'
import type { MediaJobs } from '../media/copyJob.ts'
import type { Announcements } from './announcements.ts'
import { editsAfter } from './editLog.ts'
import type { ServerModels } from '../records/serverModels.ts'
import { outgoing, type OutgoingEdit, type RecentEdits } from './recentEdits.ts'
import type { StreamMessage } from '@kavrell/contract'

const HEARTBEAT_MS = 15_000

/**
 * Server-sent events of one production: every edit after the number the client last saw, in order and
 * without gaps, then each new one as it is announced; and the state of running copies.
 */
export function openStream(
  deps: { serverModels: ServerModels; announcements: Announcements; recentEdits: RecentEdits; jobs: MediaJobs },
  productionId: string,
  after: number,
  req: Request,
  res: Response,
): void {
  res.set({ 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' })
  res.flushHeaders()
  let last = after
  let closed = false
  const write = (text: string, id?: number) => {
    if (!closed) res.write(`${id === undefined ? '' : `id: ${id}\n`}data: ${text}\n\n`)
  }
  const writeEdits = (edits: readonly OutgoingEdit[]) => {
    for (const edit of edits) {
      if (edit.seq <= last) continue
      write(edit.text, edit.seq)
      last = edit.seq
    }
  }
  const catchUp = async () => {
    for (;;) {
      const edits = closed ? [] : await editsAfter(deps.serverModels, productionId, last)
      if (edits.length === 0) return
      writeEdits(edits.map(outgoing))
    }
  }
  // One thing at a time, so that edits leave in order however announcements arrive.
  let turn: Promise<void> = Promise.resolve()
  const queue = (work: () => Promise<void>) => {
    turn = turn.then(work).catch(() => {
      res.end()
    })
  }
  const tellJobs = async () => {
    const jobs = closed ? [] : await deps.jobs.recent(productionId)
    // Oldest first: whoever hears of them puts a new one before those it knows.
    for (const job of jobs.toReversed()) write(JSON.stringify({ type: 'job', job } satisfies StreamMessage))
  }
  queue(catchUp)
  // A copy may have ended while this device, or the server's own ear, was away.
  queue(tellJobs)
  const unfollow = deps.recentEdits.follow(productionId, after, (edits) => {
    queue(async () => {
      // Something between what this one has and what it was given: it reads that itself.
      if (edits[0]!.seq > last + 1) await catchUp()
      writeEdits(edits)
    })
  })
  const stopHearing = deps.announcements.hear(({ channel, payload }) => {
    if (channel === 'kavrell_job')
      queue(async () => {
        const job = await deps.jobs.read(payload)
        if (job?.productionId === productionId) write(JSON.stringify({ type: 'job', job } satisfies StreamMessage))
      })
    if (channel === 'heard-again') queue(tellJobs)
  })
  const heartbeat = setInterval(() => {
    res.write(': still here\n\n')
  }, HEARTBEAT_MS)
  req.on('close', () => {
    closed = true
    unfollow()
    stopHearing()
    clearInterval(heartbeat)
  })
}
