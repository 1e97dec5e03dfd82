import type { StreamMessage } from '@kavrell/contract'
import type { Request, Response } from 'express'
import type { Sequelize } from 'sequelize'
import type { Jobs } from '../media/jobs.ts'
import type { Announcements } from './announcements.ts'
import { editsAfter } from './editLog.ts'

const HEARTBEAT_MS = 15_000

/**
 * Server-sent events of one production: every edit after the number the client last saw, in order and
 * without gaps, then each new one as it is announced; and the state of running copies.
 */
export function openStream(
  deps: { database: Sequelize; announcements: Announcements; jobs: Jobs },
  productionId: string,
  after: number,
  req: Request,
  res: Response,
): void {
  res.set({ 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' })
  res.flushHeaders()
  let last = after
  let closed = false
  const send = (message: StreamMessage, id?: number) => {
    if (!closed) res.write(`${id === undefined ? '' : `id: ${id}\n`}data: ${JSON.stringify(message)}\n\n`)
  }
  const catchUp = async () => {
    for (;;) {
      const edits = closed ? [] : await editsAfter(deps.database, productionId, last)
      if (edits.length === 0) return
      for (const edit of edits) {
        send({ type: 'edit', edit }, edit.seq)
        last = edit.seq
      }
    }
  }
  // One catch-up at a time, so that edits leave in order however announcements arrive.
  let turn: Promise<void> = Promise.resolve()
  const queue = (work: () => Promise<void>) => {
    turn = turn.then(work).catch(() => {
      res.end()
    })
  }
  const stop = deps.announcements.hear(({ channel, payload }) => {
    if (channel === 'heard-again' || (channel === 'kavrell_edit' && payload === productionId)) queue(catchUp)
    if (channel === 'kavrell_job')
      queue(async () => {
        const job = await deps.jobs.read(payload)
        if (job?.productionId === productionId) send({ type: 'job', job })
      })
  })
  const heartbeat = setInterval(() => {
    res.write(': still here\n\n')
  }, HEARTBEAT_MS)
  req.on('close', () => {
    closed = true
    stop()
    clearInterval(heartbeat)
  })
  queue(catchUp)
}
