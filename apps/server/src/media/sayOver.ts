import type { Job } from '@kavrell/contract'
import { counted } from '@kavrell/core/text'
import type { Message } from '../devices/messageGateway.ts'

/** What somebody is told who went to sleep: that an evening's copies are over, or that they wait for a hand. */
export interface EveningWord extends Message {
  readonly isOver: boolean
}

type Labels = ReadonlyMap<string, string>
const isOn = ({ state }: Job) => state === 'running' || state === 'waiting'

/**
 * The word on an evening's jobs; null while one of them is going on or only waits for its turn.
 * @param jobs all jobs of one evening
 * @param labels of cards and drives by their ids
 */
export function eveningWord(jobs: readonly Job[], labels: Labels, title: string): EveningWord | null {
  const still = jobs.filter(isOn)
  if (jobs.length === 0 || still.some((job) => job.state === 'running' || (!job.waitsFor && !job.isPaused))) return null
  const line = (job: Job) => {
    const drives = job.targets.map(({ driveId }) => labels.get(driveId) ?? 'a drive').join(', ')
    return `${labels.get(job.cardId) ?? 'a card'} to ${drives}`
  }
  const failed = jobs.filter((job) => job.state === 'failed' || (job.state === 'done' && job.targets.some(({ state }) => state === 'failed'))) // prettier-ignore
  const done = jobs.filter((job) => job.state === 'done' && !failed.includes(job))
  const stopped = jobs.filter(({ state }) => state === 'stopped')
  const parts = [
    `${counted(done.length, 'copy', 'copies')} made and read back.`,
    ...failed.map((job) => `Not made: ${line(job)}. ${job.problems.join(' ')}`.trim()),
    ...stopped.map((job) => `Stopped: ${line(job)}.`),
    ...still.map((job) => `${line(job)} ${job.isPaused ? 'is paused' : `waits. ${job.waitsFor!}`}`),
    'This is no leave to wipe a card: Offload says which may be, and why not the others.',
  ]
  const isOver = still.length === 0
  const subject = !isOver ? `${title}: the copies wait for you` : failed.length + stopped.length > 0 ? `${title}: the copies are over, ${failed.length + stopped.length} not made` : `${title}: the copies are over` // prettier-ignore
  return { isOver, subject, text: parts.join('\n') }
}
