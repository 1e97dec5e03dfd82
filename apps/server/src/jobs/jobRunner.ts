import { v7 as uuidv7 } from 'uuid'
import type { Announcements } from '../live/announcements.ts'
import { type AnyJob, CLAIM_SECONDS, type ClaimedJob, type Jobs, STOPPED_BY_HAND } from './jobs.ts'

/** A job under way in this process. */
export interface RunningJob<J extends AnyJob, Spec> {
  job: J
  readonly spec: Spec
  readonly attempt: number
  readonly signal: AbortSignal
  /** Shows progress; written down a few times a second, or at once when `now`. */
  readonly update: (change: Partial<J>, now?: boolean) => Promise<void>
}

export interface JobRunner {
  /** Gives back what it is at and takes up nothing more. */
  readonly close: () => Promise<void>
}

/** Thrown by work that cannot begin yet, with what it waits for as one sentence; it is looked at again. */
export class NotYet extends Error {}

/** How long a job that waits for something is left alone. */
const ASIDE_SECONDS = 2
const SAVE_EVERY_MS = 250
const LOOK_EVERY_MS = 2000
const HEARTBEAT_MS = (CLAIM_SECONDS * 1000) / 4
type Why = 'stopped' | 'paused' | 'lost' | 'closing'
const ENDS: Readonly<Record<'stop' | 'pause' | 'lost', Why>> = { stop: 'stopped', pause: 'paused', lost: 'lost' }

/**
 * Takes up the jobs of a lane one at a time: those announced, and those whose process died.
 * @param sayFault what a failure of the work means, one sentence
 * @param kinds only jobs of these kinds; all where there are none
 */
export function runJobs<J extends AnyJob, Spec>(
  jobs: Jobs<J, Spec>,
  announcements: Announcements,
  work: (running: RunningJob<J, Spec>) => Promise<void>,
  sayFault: (error: unknown) => string,
  kinds: readonly string[] = [],
): JobRunner {
  const processId = uuidv7()
  let closing = false
  let turn: Promise<void> = Promise.resolve()
  let current: { readonly jobId: string; readonly end: (why: Why) => void; readonly look: () => void } | null = null

  const doOne = async ({ job, spec, attempt }: ClaimedJob<J, Spec>) => {
    const abort = new AbortController()
    let why: Why | null = null
    const end = (reason: Why) => {
      why ??= reason
      abort.abort()
    }
    let state = job
    let savedAt = 0
    let saving: Promise<unknown> = Promise.resolve()
    const running: RunningJob<J, Spec> = {
      job,
      spec,
      attempt,
      signal: abort.signal,
      async update(change, now = false) {
        state = running.job = { ...state, ...change }
        if (!now && performance.now() - savedAt < SAVE_EVERY_MS) return
        savedAt = performance.now()
        // One after another, each writing the newest state: an old one can never land last.
        saving = saving.then(() => jobs.save(state, processId))
        await saving
      },
    }
    const look = () => {
      jobs.keep(job.id, processId).then(
        (held) => {
          if (held !== 'go-on') end(ENDS[held])
        },
        () => undefined,
      )
    }
    const heartbeat = setInterval(look, HEARTBEAT_MS)
    current = { jobId: job.id, end, look }
    try {
      await work(running)
    } catch (error) {
      // The cast tells the checker that `end` may have run meanwhile.
      const reason = why as Why | null
      if (error instanceof NotYet && reason === null) {
        await saving
        await jobs.putAside({ ...running.job, waitsFor: error.message }, processId, ASIDE_SECONDS, state.waitsFor !== error.message) // prettier-ignore
      } else if (reason === 'closing' || reason === 'paused') await jobs.release(job.id, processId)
      else if (reason !== 'lost')
        await running.update(
          {
            state: reason === 'stopped' ? 'stopped' : 'failed',
            problems: [...state.problems, reason === 'stopped' ? STOPPED_BY_HAND : sayFault(error)],
          } satisfies Partial<AnyJob> as unknown as Partial<J>,
          true,
        )
    } finally {
      clearInterval(heartbeat)
      current = null
    }
  }

  const lookForWork = async () => {
    while (!closing) {
      const claimed = await jobs.claim(processId, kinds)
      if (!claimed) return
      await doOne(claimed)
    }
  }
  const wake = () => {
    // A database that is away is asked again by the next look.
    turn = turn.then(lookForWork).catch(() => undefined)
  }
  const stopHearing = announcements.hear(({ channel, payload }) => {
    if (channel !== 'kavrell_job') return
    if (current?.jobId === payload) current.look()
    else if (!current) wake()
  })
  const timer = setInterval(() => {
    if (!current) wake()
  }, LOOK_EVERY_MS)
  wake()
  return {
    async close() {
      closing = true
      clearInterval(timer)
      stopHearing()
      current?.end('closing')
      await turn
    },
  }
}
