import type { Account } from '../accounts/accounts.ts'
import { v7 as uuidv7 } from 'uuid'
import type { Volumes } from '../devices/volumes.ts'
import type { Models } from '../records/models.ts'
import type { MediaJobs } from './copyJob.ts'
import type { EveningBegun, EveningBody, Job, JobTarget, Refusal } from '@kavrell/contract'
import { fail, ok, type Outcome } from '@kavrell/core/outcome'
import type { RecordOf } from '@kavrell/core/records'

export interface Offload {
  readonly copyCard: (
    by: Account,
    productionId: string,
    cardId: string,
    driveIds: readonly string[],
  ) => Promise<Outcome<Job, Refusal>>
  /** Puts an evening's copying down as jobs that each wait for what they need; what is under way already is left. */
  readonly beginEvening: (
    by: Account,
    productionId: string,
    evening: EveningBody,
  ) => Promise<Outcome<EveningBegun, Refusal>>
  readonly verifyCopy: (by: Account, productionId: string, copyRunId: string) => Promise<Outcome<Job, Refusal>>
  /** False if the job has ended already; so the next two. */
  readonly stop: (productionId: string, jobId: string) => Promise<boolean>
  readonly pause: (productionId: string, jobId: string, isPaused: boolean) => Promise<boolean>
  readonly putFirst: (productionId: string, jobId: string) => Promise<boolean>
}

interface Deps {
  readonly models: Models
  readonly volumes: Volumes
  readonly jobs: MediaJobs
  readonly now: () => Date
}

/** Asks for cards to be copied to drives and for copies to be read back; a server process takes the job up. */
export function openOffload({ models, volumes, jobs, now }: Deps): Offload {
  const find = async <K extends 'card' | 'drive' | 'copyRun'>(kind: K, id: string, productionId: string) =>
    (await models[kind].findOne({ where: { id, productionId }, raw: true })) as unknown as RecordOf<K> | null
  /** A folder of its own per job: nothing that is there can be in the way, and a job taken over finds its own. */
  const folderFor = (label: string, jobId: string) => {
    const at = now().toISOString().slice(0, 19).replace(/[-:]/g, '').replace('T', '_')
    return `${at}_${label}_${jobId.slice(-4)}`
  }
  return {
    async beginEvening(by, productionId, { copies, relays, tellPersonId }) {
      const begun: Job[] = []
      const left: string[] = []
      const labels = new Map<string, string>()
      for (const [kind, id] of [
        ...[...copies, ...relays].map(({ cardId }) => ['card', cardId] as const),
        ...[...copies.flatMap(({ driveIds }) => driveIds), ...relays.map(({ driveId }) => driveId)].map((id) => ['drive', id] as const), // prettier-ignore
      ]) {
        const found = labels.has(id) ? null : await find(kind, id, productionId)
        if (found) labels.set(id, found.label)
        else if (!labels.has(id)) return refuse(`There is no such ${kind}.`)
      }
      const underWay = await jobs.underWay(productionId)
      const who = { by: by.name, byId: by.id, ...(tellPersonId && { tellPersonId }) }
      const eveningId = uuidv7()
      for (const { cardId, driveIds } of copies) {
        const chosen = [...new Set(driveIds)]
        const job = { ...newJob(productionId, 'copy', cardId, chosen.map((driveId) => ({ driveId, state: 'waiting', says: '' }))), eveningId } // prettier-ignore
        const spec = { ...who, kind: 'copy', cardId, driveIds: chosen, folder: folderFor(labels.get(cardId)!, job.id), waits: true } as const // prettier-ignore
        if (await jobs.create(job, spec)) begun.push(job)
        else left.push(`Card ${labels.get(cardId)!} is being copied already.`)
      }
      for (const { cardId, driveId } of relays) {
        const isThere = underWay.some((job) => job.kind === 'relay' && job.cardId === cardId && job.targets[0]?.driveId === driveId) // prettier-ignore
        if (isThere) {
          left.push(`A copy of ${labels.get(cardId)!} for ${labels.get(driveId)!} waits already.`)
          continue
        }
        const job = { ...newJob(productionId, 'relay', cardId, [{ driveId, state: 'waiting', says: '' }]), eveningId }
        const folder = folderFor(labels.get(cardId)!, job.id)
        await jobs.create(job, { ...who, kind: 'relay', cardId, driveId, folder })
        begun.push(job)
      }
      return ok({ jobs: begun, left })
    },
    async copyCard(by, productionId, cardId, driveIds) {
      const card = await find('card', cardId, productionId)
      if (!card || !(await volumes.card(card.folder)))
        return refuse(card ? `Card ${card.label} is not in the reader.` : 'There is no such card.')
      const busy = refuse(`Card ${card.label} is being copied already.`)
      // A copy of its copy may wait as long as it likes.
      const other = (await jobs.underWay(productionId)).find((job) => job.cardId === cardId && job.kind !== 'relay')
      if (other) return other.waitsFor ? refuse(`A copy of ${card.label} waits already. ${other.waitsFor} Or stop it first.`) : busy // prettier-ignore
      const chosen = [...new Set(driveIds)]
      for (const id of chosen) {
        const drive = await find('drive', id, productionId)
        if (!drive || !(await volumes.drive(drive.folder)))
          return refuse(drive ? `Drive ${drive.label} is not plugged in.` : 'There is no such drive.')
      }
      const targets = chosen.map((driveId): JobTarget => ({ driveId, state: 'copying', says: '' }))
      const job = newJob(productionId, 'copy', cardId, targets)
      const folder = folderFor(card.label, job.id)
      const spec = { by: by.name, byId: by.id, kind: 'copy', cardId, driveIds: chosen, folder } as const
      // Of several who ask at once one is first: the database sees to that.
      return (await jobs.create(job, spec)) ? ok(job) : busy
    },
    async verifyCopy(by, productionId, copyRunId) {
      const run = await find('copyRun', copyRunId, productionId)
      const drive = run && (await find('drive', run.driveId, productionId))
      if (!run || !drive || !(await volumes.drive(drive.folder)))
        return refuse(drive ? `Drive ${drive.label} is not plugged in.` : 'There is no such copy.')
      const job = newJob(productionId, 'verify', run.cardId, [{ driveId: drive.id, state: 'checking', says: '' }])
      await jobs.create(job, { by: by.name, byId: by.id, kind: 'verify', copyRunId })
      return ok(job)
    },
    stop: (productionId, jobId) => jobs.askToStop(productionId, jobId),
    pause: (productionId, jobId, isPaused) => jobs.pause(productionId, jobId, isPaused),
    putFirst: (productionId, jobId) => jobs.putFirst(productionId, jobId),
  }
}

const refuse = (says: string): Outcome<never, Refusal> => fail({ code: 'not-found', says })

const newJob = (productionId: string, kind: Job['kind'], cardId: string, targets: JobTarget[]): Job => ({
  id: uuidv7(),
  productionId,
  kind,
  cardId,
  state: 'waiting',
  phase: kind === 'verify' ? 'checking' : 'copying',
  bytesDone: 0,
  bytesTotal: 0,
  bytesPerSecond: 0,
  secondsLeft: null,
  targets,
  problems: [],
})
