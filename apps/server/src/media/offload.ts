import path from 'node:path'
import {
  blank,
  type EditBody,
  type Job,
  type JobTarget,
  type RecordFields,
  type RecordOf,
  type Refusal,
} from '@kavrell/contract'
import { fail, ok, type Outcome } from '@kavrell/core/outcome'
import { copyTree, type CopyOutcome, sayFault, verifyFolder } from '@kavrell/copying'
import { QueryTypes, type Sequelize } from 'sequelize'
import { v7 as uuidv7 } from 'uuid'
import type { Volume, Volumes } from '../devices/volumes.ts'
import type { Door } from '../edits/door.ts'
import type { Models } from '../records/models.ts'
import { readJob, saveJob } from './jobs.ts'

export interface Offload {
  readonly copyCard: (
    by: string,
    productionId: string,
    cardId: string,
    driveIds: readonly string[],
  ) => Promise<Outcome<Job, Refusal>>
  readonly verifyCopy: (by: string, productionId: string, copyRunId: string) => Promise<Outcome<Job, Refusal>>
  readonly stop: (productionId: string, jobId: string) => Promise<boolean>
  /** Resolves when no job runs any more. */
  readonly idle: () => Promise<void>
  readonly stopAll: () => Promise<void>
}

interface Deps {
  readonly database: Sequelize
  readonly models: Models
  readonly door: Door
  readonly volumes: Volumes
  readonly now: () => Date
}
interface Running {
  job: Job
  readonly by: string
  readonly abort: AbortController
  savedAt: number
  saving: Promise<void>
  phaseStartedAt: number
}
interface ChosenDrive {
  readonly drive: RecordOf<'drive'>
  readonly volume: Volume
  readonly folder: string
}

const SAVE_EVERY_MS = 250

/** Copies cards to drives and reads copies back, as jobs whose outcome goes into the ledgers. */
export function openOffload(deps: Deps): Offload {
  const { models, volumes, now } = deps
  const running = new Map<string, Running>()
  const works = new Set<Promise<void>>()
  const start = async (job: Job, by: string, work: (r: Running) => Promise<void>): Promise<Outcome<Job, Refusal>> => {
    const r: Running = {
      job,
      by,
      abort: new AbortController(),
      savedAt: 0,
      saving: Promise.resolve(),
      phaseStartedAt: performance.now(),
    }
    running.set(job.id, r)
    await saveJob(deps.database, job)
    const whole = work(r)
      .catch(async (error: unknown) => {
        const stopped = r.abort.signal.aborted
        await update(
          deps,
          r,
          {
            state: stopped ? 'stopped' : 'failed',
            secondsLeft: null,
            problems: [
              ...r.job.problems,
              stopped ? 'Stopped by hand. Nothing of this run counts as a copy.' : sayFault(error, 'Copying'),
            ],
          },
          true,
        )
      })
      .finally(() => {
        running.delete(job.id)
        works.delete(whole)
      })
    works.add(whole)
    return ok(job)
  }
  const find = async <K extends 'card' | 'drive' | 'copyRun'>(kind: K, id: string, productionId: string) =>
    (await models[kind].findOne({ where: { id, productionId }, raw: true })) as unknown as RecordOf<K> | null
  return {
    async copyCard(by, productionId, cardId, driveIds) {
      const card = await find('card', cardId, productionId)
      const source = card && (await volumes.card(card.folder))
      if (!card || !source) return refuse(card ? `Card ${card.label} is not in the reader.` : 'There is no such card.')
      if ([...running.values()].some((r) => r.job.cardId === cardId))
        return refuse(`Card ${card.label} is being copied already.`)
      const chosen: ChosenDrive[] = []
      for (const id of new Set(driveIds)) {
        const drive = await find('drive', id, productionId)
        const volume = drive && (await volumes.drive(drive.folder))
        if (!drive || !volume)
          return refuse(drive ? `Drive ${drive.label} is not plugged in.` : 'There is no such drive.')
        // A folder of its own per run: nothing that is there can be in the way.
        chosen.push({
          drive,
          volume,
          folder: `${now().toISOString().slice(0, 19).replace(/[-:]/g, '').replace('T', '_')}_${card.label}`,
        })
      }
      const job = newJob(
        productionId,
        'copy',
        cardId,
        chosen.map(({ drive }) => ({ driveId: drive.id, state: 'copying', says: '' })),
      )
      return start(job, by, (r) => copyThenCheck(deps, r, card, source, chosen))
    },
    async verifyCopy(by, productionId, copyRunId) {
      const run = await find('copyRun', copyRunId, productionId)
      const drive = run && (await find('drive', run.driveId, productionId))
      const volume = drive && (await volumes.drive(drive.folder))
      if (!run || !drive || !volume)
        return refuse(drive ? `Drive ${drive.label} is not plugged in.` : 'There is no such copy.')
      const job = {
        ...newJob(productionId, 'verify', run.cardId, [{ driveId: drive.id, state: 'checking', says: '' }]),
        phase: 'checking' as const,
        bytesTotal: run.bytes,
      }
      return start(job, by, async (r) => {
        const check = await checkOne(deps, r, { drive, volume, folder: run.folder }, run.id)
        await record(deps, r, `Check ${drive.label} again`, [{ kind: 'copyCheck', fields: check }])
        await finish(deps, r)
      })
    },
    async stop(productionId, jobId) {
      const r = running.get(jobId)
      if (r?.job.productionId !== productionId) return (await readJob(deps.database, jobId))?.state !== 'running'
      r.abort.abort()
      return true
    },
    async idle() {
      while (works.size > 0) await Promise.all(works)
    },
    async stopAll() {
      for (const r of running.values()) r.abort.abort()
      await Promise.all(works)
    },
  }
}

const refuse = (says: string): Outcome<never, Refusal> => fail({ code: 'not-found', says })

const newJob = (productionId: string, kind: Job['kind'], cardId: string, targets: JobTarget[]): Job => ({
  id: uuidv7(),
  productionId,
  kind,
  cardId,
  state: 'running',
  phase: 'copying',
  bytesDone: 0,
  bytesTotal: 0,
  bytesPerSecond: 0,
  secondsLeft: null,
  targets,
  problems: [],
})

async function copyThenCheck(
  deps: Deps,
  r: Running,
  card: RecordOf<'card'>,
  source: Volume,
  chosen: readonly ChosenDrive[],
): Promise<void> {
  const startedAt = deps.now().toISOString()
  const [counter] = await deps.database.query<{ seq: number }>(
    'SELECT seq FROM "editCounter" WHERE "productionId" = :id',
    { replacements: { id: r.job.productionId }, type: QueryTypes.SELECT },
  )
  const outcome = await copyTree({
    source: source.root,
    hashName: 'xxh64',
    signal: r.abort.signal,
    targets: chosen.map(({ drive, volume, folder }) => ({
      id: drive.id,
      folder: path.join(volume.root, folder),
      beforeWrite: volume.beforeWrite,
    })),
    onProgress: ({ bytesDone, bytesTotal }) => {
      void progress(deps, r, bytesDone, bytesTotal)
    },
  })
  const runs = chosen.map(({ drive, folder }) =>
    copyRunOf(outcome, drive, {
      cardId: card.id,
      folder,
      afterSeq: counter!.seq,
      startedAt,
      endedAt: deps.now().toISOString(),
    }),
  )
  await update(
    deps,
    r,
    {
      problems: outcome.problems,
      targets: runs.map(({ fields }) => ({
        driveId: fields.driveId,
        state: fields.outcome === 'complete' ? 'checking' : 'failed',
        says: fields.problems.join(' '),
      })),
    },
    true,
  )
  await record(deps, r, `Copy card ${card.label}`, runs, await plansCarriedOut(deps, r, runs))
  const complete = runs.filter(({ fields }) => fields.outcome === 'complete')
  r.phaseStartedAt = performance.now()
  await update(
    deps,
    r,
    { phase: 'checking', bytesDone: 0, bytesTotal: complete.reduce((sum, { fields }) => sum + fields.bytes, 0) },
    true,
  )
  for (const { id, fields } of complete) {
    const chosenDrive = chosen.find(({ drive }) => drive.id === fields.driveId)!
    const check = await checkOne(deps, r, chosenDrive, id)
    await record(deps, r, `Check card ${card.label} on ${chosenDrive.drive.label}`, [
      { kind: 'copyCheck', fields: check },
    ])
  }
  await finish(deps, r)
}

function copyRunOf(
  outcome: CopyOutcome,
  drive: RecordOf<'drive'>,
  about: Pick<RecordFields<'copyRun'>, 'cardId' | 'folder' | 'afterSeq' | 'startedAt' | 'endedAt'>,
) {
  const target = outcome.targets.find(({ id }) => id === drive.id)!
  const complete = target.complete && outcome.problems.length === 0
  const fields = blank('copyRun', {
    ...about,
    driveId: drive.id,
    files: target.files,
    bytes: target.bytes,
    outcome: complete ? 'complete' : 'incomplete',
    problems: [...target.problems, ...outcome.problems].slice(0, 200),
  })
  return { kind: 'copyRun' as const, id: uuidv7(), fields }
}

async function checkOne(
  deps: Deps,
  r: Running,
  { drive, volume, folder }: ChosenDrive,
  copyRunId: string,
): Promise<RecordFields<'copyCheck'>> {
  const base = r.job.bytesDone
  let read = 0
  const outcome = await verifyFolder(
    path.join(volume.root, folder),
    (bytes) => {
      read += bytes
      void progress(deps, r, base + read, r.job.bytesTotal)
    },
    r.abort.signal,
  )
  const targets = r.job.targets.map((target): JobTarget =>
    target.driveId === drive.id
      ? { ...target, state: outcome.same ? 'done' : 'failed', says: outcome.problems.join(' ') }
      : target,
  )
  await update(deps, r, { targets, bytesDone: base + read }, true)
  return blank('copyCheck', {
    copyRunId,
    files: outcome.files,
    outcome: outcome.same ? 'same' : 'different',
    problems: outcome.problems.slice(0, 200),
    checkedAt: deps.now().toISOString(),
  })
}

async function finish(deps: Deps, r: Running): Promise<void> {
  const failed = r.job.targets.every((target) => target.state === 'failed')
  await update(deps, r, { state: failed ? 'failed' : 'done', secondsLeft: null }, true)
}

async function record(
  deps: Deps,
  r: Running,
  label: string,
  entries: readonly { kind: 'copyRun' | 'copyCheck'; id?: string; fields: object }[],
  also: EditBody['changes'] = [],
): Promise<void> {
  const body: EditBody = {
    id: uuidv7(),
    label,
    changes: [
      ...entries.map(({ kind, id, fields }) => ({
        op: 'create' as const,
        kind,
        id: id ?? uuidv7(),
        fields: fields as Record<string, unknown>,
      })),
      ...also,
    ],
  }
  const outcome = await deps.door.acceptEdit({ name: r.by, role: 'server' }, r.job.productionId, body)
  // Somebody took the plan away meanwhile: what was copied is written down all the same.
  if (!outcome.ok && also.length > 0) return record(deps, r, label, entries)
  if (!outcome.ok) throw new Error(`The ledger refused the copy: ${outcome.error.says}`)
}

/** Planned copies that these runs have made: they leave the plan in the edit that adds the run. */
async function plansCarriedOut(
  { models }: Deps,
  r: Running,
  runs: readonly { fields: RecordFields<'copyRun'> }[],
): Promise<EditBody['changes']> {
  const made = runs.filter(({ fields }) => fields.outcome === 'complete').map(({ fields }) => fields.driveId)
  const plans = (await models.plannedCopy.findAll({
    where: { productionId: r.job.productionId, cardId: r.job.cardId, driveId: made },
    raw: true,
  })) as unknown as { id: string; version: number }[]
  return plans.map(({ id, version }) => ({ op: 'remove', kind: 'plannedCopy', id, version }))
}

async function progress(deps: Deps, r: Running, bytesDone: number, bytesTotal: number): Promise<void> {
  const seconds = (performance.now() - r.phaseStartedAt) / 1000
  const bytesPerSecond = seconds > 0.2 ? bytesDone / seconds : 0
  await update(deps, r, {
    bytesDone,
    bytesTotal,
    bytesPerSecond,
    secondsLeft: bytesPerSecond > 0 ? (bytesTotal - bytesDone) / bytesPerSecond : null,
  })
}

async function update(deps: Deps, r: Running, change: Partial<Job>, now = false): Promise<void> {
  r.job = { ...r.job, ...change }
  if (!now && performance.now() - r.savedAt < SAVE_EVERY_MS) return
  r.savedAt = performance.now()
  // One after another, each writing the newest state: an old one can never land last.
  r.saving = r.saving.then(() => saveJob(deps.database, r.job))
  await r.saving
}
