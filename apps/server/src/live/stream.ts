import { RIGHTS, type Role, type StreamMessage } from '@kavrell/contract'
import type { Response } from 'express'
import type { MediaJobs } from '../media/copyJob.ts'
import type { ServerModels } from '../records/serverModels.ts'
import type { Announcements } from './announcements.ts'
import { editOf } from './editLog.ts'
import type { LogPages } from './logPages.ts'
import { openOutlet } from './outlet.ts'
import type { OutgoingEdit, RecentEdits } from './recentEdits.ts'

const HEARTBEAT_MS = 15_000
/** More edits than this that wait for a slow reader are let go, and read from the log when it is ready for them. */
const MOST_WAITING = 100

interface Deps {
  readonly serverModels: ServerModels
  readonly announcements: Announcements
  readonly recentEdits: RecentEdits
  readonly logPages: LogPages
  readonly jobs: MediaJobs
  /** What somebody may be here now; null once the session has ended or they are no member any more. */
  readonly roleNow: () => Promise<Role | null>
}

export interface Listener {
  readonly productionId: string
  readonly role: Role
  /** The newest edit it has: its number and, unless it does not know, its id. */
  readonly after: number
  readonly head: string | null
}

/**
 * Server-sent events of one production: every edit after the one the client last saw, in order and without gaps, then
 * each new one as it is announced; and the state of running copies. Who reads slowly holds up nobody and fills nothing:
 * what it has not taken is read from the log later. A client whose newest edit is not the log's is told to load anew.
 */
export async function openStream(
  deps: Deps,
  { productionId, role, after, head }: Listener,
  res: Response,
): Promise<void> {
  res.set({ 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' })
  res.flushHeaders()
  const out = openOutlet(res)
  const tell = (message: StreamMessage) => out.write(`data: ${JSON.stringify(message)}\n\n`)
  if (!(await isOfThisLog(deps.serverModels, { productionId, after, head }))) {
    await tell({ type: 'load-anew' })
    res.end()
    return
  }
  if (out.isClosed()) return
  const seesMoney = RIGHTS[role].money
  let last = after
  let waiting: OutgoingEdit[] = []
  let isBehind = true
  let allJobs = true
  const jobIds = new Set<string>()
  let pumping = false

  const writeEdits = async (edits: readonly OutgoingEdit[]) => {
    for (const edit of edits) {
      if (edit.seq <= last) continue
      await out.write(seesMoney ? edit.bytes : edit.withoutMoney())
      last = edit.seq
    }
  }
  const catchUp = async () => {
    isBehind = false
    waiting = []
    for (;;) {
      const edits = out.isClosed() ? [] : await deps.logPages.after(productionId, last)
      if (edits.length === 0) return
      await writeEdits(edits)
    }
  }
  const tellJobs = async () => {
    const named = [...jobIds]
    jobIds.clear()
    if (allJobs) {
      allJobs = false
      // Oldest first: whoever hears of them puts a new one before those it knows.
      for (const job of (await deps.jobs.recent(productionId)).toReversed()) await tell({ type: 'job', job })
    }
    for (const id of named) {
      const job = await deps.jobs.read(id)
      if (job?.productionId === productionId) await tell({ type: 'job', job })
    }
  }
  // One thing at a time, so that edits leave in order however announcements arrive.
  const pump = async () => {
    if (pumping) return
    pumping = true
    try {
      while (!out.isClosed() && (isBehind || waiting.length > 0 || allJobs || jobIds.size > 0)) {
        const edits = waiting
        waiting = []
        // Something between what this one has and what it was given: it reads that itself.
        if (isBehind || (edits[0] && edits[0].seq > last + 1)) await catchUp()
        else await writeEdits(edits)
        if (allJobs || jobIds.size > 0) await tellJobs()
      }
    } catch {
      // The client comes back and asks from where it is.
      res.end()
    } finally {
      pumping = false
    }
  }
  const stopFollowing = deps.recentEdits.follow(productionId, after, (edits) => {
    if (waiting.length + edits.length > MOST_WAITING) {
      isBehind = true
      waiting = []
    } else if (!isBehind) waiting.push(...edits)
    void pump()
  })
  const look = async () => {
    const now = await deps.roleNow().catch(() => role)
    if (now === role) return
    // Its next question is answered by who it is now. Said without waiting for room: nothing more goes out meanwhile.
    if (!out.isClosed()) res.end(`data: ${JSON.stringify({ type: 'load-anew' } satisfies StreamMessage)}\n\n`)
  }
  const stopHearing = deps.announcements.hear(({ channel, payload }) => {
    // What was announced while the server heard nothing may have been that.
    if (channel === 'kavrell_access' || channel === 'heard-again') void look()
    if (channel === 'kavrell_job') jobIds.add(payload)
    if (channel === 'heard-again') allJobs = isBehind = true
    if (channel === 'kavrell_job' || channel === 'heard-again') void pump()
  })
  const heartbeat = setInterval(() => void out.write(': still here\n\n'), HEARTBEAT_MS)
  res.on('close', () => {
    stopFollowing()
    stopHearing()
    clearInterval(heartbeat)
  })
  // It may have changed between the question and here.
  void look()
  void pump()
}

/** Whether what a client has is the beginning of the log: its newest edit is there, under its number. */
async function isOfThisLog(
  models: ServerModels,
  { productionId, after, head }: Pick<Listener, 'productionId' | 'after' | 'head'>,
): Promise<boolean> {
  const seq = (await models.editCounter.findByPk(productionId))?.get().seq ?? 0
  if (after > seq) return false
  return head === null || (await editOf(models, productionId, after)) === head
}
