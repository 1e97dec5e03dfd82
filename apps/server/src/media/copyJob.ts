import { createHash } from 'node:crypto'
import path from 'node:path'
import type { Volume, Volumes } from '../devices/volumes.ts'
import type { MessageGateway } from '../devices/messageGateway.ts'
import type { Door } from '../edits/door.ts'
import { NotYet, type RunningJob } from '../jobs/jobRunner.ts'
import type { Jobs } from '../jobs/jobs.ts'
import type { Models } from '../records/models.ts'
import type { Manifests } from './manifests.ts'
import { readClips } from './readClips.ts'
import { eveningWord } from './sayOver.ts'
import type { ServerModels } from '../records/serverModels.ts'
import type { EditBody, Job, JobTarget } from '@kavrell/contract'
import { type CopyOutcome, copyTree, recordGeneration, type TargetOutcome, verifyFolder } from '@kavrell/copying'
import {
  createRecord,
  asId,
  blank,
  type RecordFields,
  type RecordOf,
  type Change,
  seenAt,
  removeRecord,
} from '@kavrell/core/records'

/** What a media job has to do. */
export type MediaSpec = {
  readonly by: string
  /** Their account; jobs from before accounts were noted have none. */
  readonly byId?: string
  /** Who is told when the evening it was begun with is over. */
  readonly tellPersonId?: string
} & (
  | {
      readonly kind: 'copy'
      readonly cardId: string
      readonly driveIds: readonly string[]
      readonly folder: string
      /** Waits for the card and the drives; else it fails where one is not there. */
      readonly waits?: true
    }
  | { readonly kind: 'relay'; readonly cardId: string; readonly driveId: string; readonly folder: string }
  | { readonly kind: 'verify'; readonly copyRunId: string }
)
export type MediaJobs = Jobs<Job, MediaSpec>
type Running = RunningJob<Job, MediaSpec>

interface Deps {
  readonly serverModels: ServerModels
  readonly models: Models
  readonly door: Door
  readonly volumes: Volumes
  readonly manifests: Manifests
  readonly jobs: Pick<MediaJobs, 'underWay' | 'recent'>
  readonly gateway: MessageGateway
  readonly now: () => Date
}
interface ChosenDrive {
  readonly drive: RecordOf<'drive'>
  readonly volume: Volume
  readonly folder: string
}

/** Carries out one job. May run twice: what the first run did is found, and its ledger entries are not added again. */
export const mediaWork =
  (deps: Deps) =>
  async (r: Running): Promise<void> => {
    try {
      await workOn(deps, r)
    } catch (error) {
      // It failed, or it waits for a hand: the last word of an evening may be due all the same.
      if (!r.signal.aborted) await tellWhenOver(deps, r, error).catch(() => undefined)
      throw error
    }
    await tellWhenOver(deps, r, null).catch(() => undefined)
  }

async function workOn(deps: Deps, r: Running): Promise<void> {
  const { spec } = r
  if (spec.kind === 'copy' && spec.waits) await untilThere(deps, r, spec)
  if (spec.kind === 'relay') return relay(deps, r, spec)
  await r.update({ problems: [], bytesDone: 0 }, true)
  if (spec.kind === 'verify') return checkAgain(deps, r, spec.copyRunId)
  const card = await findRecord(deps, 'card', spec.cardId, r)
  const source = await deps.volumes.card(card.folder)
  if (!source) throw gone(`Card ${card.label}`)
  const chosen: ChosenDrive[] = []
  for (const id of spec.driveIds) chosen.push(await driveOf(deps, r, id, spec.folder))
  await copyThenCheck(deps, r, card, source, chosen)
}

/** Tells whoever wanted to be told, once all of an evening is over or waits for a hand. A gateway that fails stops no copy. */
async function tellWhenOver(deps: Deps, r: Running, error: unknown): Promise<void> {
  const { spec, job } = r
  if (!spec.tellPersonId || !job.eveningId) return
  const isWaiting = error instanceof NotYet
  const { productionId } = job
  const own: Job = { ...r.job, ...(isWaiting ? { state: 'waiting', waitsFor: error.message } : error ? { state: 'failed' } : {}) } // prettier-ignore
  const jobs = (await deps.jobs.recent(productionId)).filter((one) => one.eveningId === job.eveningId)
  // What was told once is not told again each time it is looked at.
  if (isWaiting && jobs.some((one) => one.told !== undefined && (one.state === 'waiting' || one.id === job.id))) return
  const named = async (kind: 'card' | 'drive') => (await deps.models[kind].findAll({ where: { productionId }, raw: true })) as unknown as RecordOf<'card'>[] // prettier-ignore
  const labels = new Map([...(await named('card')), ...(await named('drive'))].map(({ id, label }) => [String(id), label])) // prettier-ignore
  const { title } = await houseRules(deps, r)
  const word = eveningWord(jobs.map((one) => (one.id === job.id ? own : one)), labels, title) // prettier-ignore
  if (!word) return
  const person = (await deps.models.person.findOne({ where: { id: spec.tellPersonId, productionId }, raw: true })) as unknown as RecordOf<'person'> | null // prettier-ignore
  if (!person) return
  const outcome = await deps.gateway.send(person, word)
  await r.update({ told: `${person.name}: ${outcome.says}` }, true)
}

/** @throws NotYet while the card is not in the reader or a drive is not plugged in */
async function untilThere(
  deps: Deps,
  r: Running,
  { cardId, driveIds }: { cardId: string; driveIds: readonly string[] },
) {
  // prettier-ignore
  const card = await findRecord(deps, 'card', cardId, r)
  if (!(await deps.volumes.card(card.folder))) throw new NotYet(`Put ${card.label} into the reader.`)
  for (const id of driveIds) {
    const drive = await findRecord(deps, 'drive', id, r)
    if (!(await deps.volumes.drive(drive.folder))) throw new NotYet(`Plug in ${drive.label}.`)
  }
}

const gone = (what: string) => Object.assign(new Error(`${what} is gone.`), { code: 'ENODEV' })

async function findRecord<K extends 'card' | 'drive' | 'copyRun'>(
  { models }: Deps,
  kind: K,
  id: string,
  { job }: Running,
): Promise<RecordOf<K>> {
  const where = { id, productionId: job.productionId }
  const row = (await models[kind].findOne({ where, raw: true })) as unknown as RecordOf<K> | null
  if (!row) throw gone(`The ${kind} of this job`)
  return row
}

async function driveOf(deps: Deps, r: Running, id: string, folder: string): Promise<ChosenDrive> {
  const drive = await findRecord(deps, 'drive', id, r)
  const volume = await deps.volumes.drive(drive.folder)
  if (!volume) throw gone(`Drive ${drive.label}`)
  return { drive, volume, folder }
}

async function checkAgain(deps: Deps, r: Running, copyRunId: string): Promise<void> {
  const run = await findRecord(deps, 'copyRun', copyRunId, r)
  const drive = await driveOf(deps, r, run.driveId, run.folder)
  await r.update({ phase: 'checking', bytesTotal: run.bytes }, true)
  const check = await checkOne(deps, r, drive, run, counterOf(r))
  await record(deps, r, `check ${run.id}`, `Check ${drive.drive.label} again`, [checkEntry(r, run.id, check)])
  await finish(r)
}

async function copyThenCheck(
  deps: Deps,
  r: Running,
  card: RecordOf<'card'>,
  source: Volume,
  chosen: readonly ChosenDrive[],
): Promise<void> {
  const startedAt = deps.now().toISOString()
  // Read again by whoever takes the job over: what that run finds the same is the same as the card is now.
  const counter = (await deps.serverModels.editCounter.findByPk(r.job.productionId))?.get()
  const { hashName } = await houseRules(deps, r)
  const outcome = await copyTree({
    source: source.root,
    hashName,
    signal: r.signal,
    targets: chosen.map(({ drive, volume, folder }) => ({
      id: drive.id,
      folder: path.join(volume.root, folder),
      ...(volume.beforeWrite ? { beforeWrite: volume.beforeWrite } : {}),
    })),
    onProgress: progressOfCopy(r),
  })
  // The files of every drive that has all of them are those of the card.
  const whole = outcome.targets.find(({ complete }) => complete)
  const reading = idFor(r, 'reading')
  const clips = whole
    ? await readClips(source.root, whole.copied, { cardId: card.id, reading, bytesStandFor: source.bytesStandFor })
    : []
  const runs = []
  for (const { drive, volume, folder } of chosen) {
    const target = outcome.targets.find(({ id }) => id === drive.id)!
    const { complete } = target
    runs.push(
      copyRunOf(r, outcome, target, {
        cardId: card.id,
        driveId: drive.id,
        folder,
        afterSeq: counter!.seq,
        startedAt,
        endedAt: deps.now().toISOString(),
        medium: volume.medium,
        cardMedium: source.medium,
        bytesStandFor: source.bytesStandFor,
        reading,
        fromDriveId: null,
        hashName,
        manifest: complete ? await deps.manifests.keep(target.copied) : '',
        outcome: complete ? 'complete' : 'incomplete',
      }),
    )
  }
  await r.update({ problems: outcome.problems, targets: runs.map(targetOf) }, true)
  r.signal.throwIfAborted()
  const read = clips.map((clip, i) => createRecord('clip', clip, asId(idFor(r, `clip ${i}`))))
  await record(deps, r, 'copied', `Copy card ${card.label}`, [...runs, ...read], await plansCarriedOut(deps, r, runs))
  await checkRuns(deps, r, card, runs, chosen)
}

type MadeRun = ReturnType<typeof copyRunOf>

const targetOf = ({ fields }: MadeRun): JobTarget => ({
  driveId: fields.driveId,
  state: fields.outcome === 'complete' ? 'checking' : 'failed',
  says: fields.problems.join(' '),
})

/** Reads back what was copied, each medium at its own speed beside the others; drives that are one medium in turn. */
async function checkRuns(
  deps: Deps,
  r: Running,
  card: RecordOf<'card'>,
  runs: readonly MadeRun[],
  chosen: readonly ChosenDrive[],
): Promise<void> {
  const complete = runs.filter(({ fields }) => fields.outcome === 'complete')
  const bytesTotal = complete.reduce((sum, { fields }) => sum + fields.bytes, 0)
  await r.update({ phase: 'checking', bytesDone: 0, bytesTotal }, true)
  const checking = counterOf(r)
  const media = [...new Set(complete.map(({ fields }) => fields.medium))]
  const outcomes = await Promise.allSettled(
    media.map(async (medium) => {
      for (const { id, fields } of complete.filter((one) => one.fields.medium === medium)) {
        const drive = chosen.find((c) => c.drive.id === fields.driveId)!
        const check = await checkOne(deps, r, drive, { id, ...fields }, checking)
        const label = `Check card ${card.label} on ${drive.drive.label}`
        await record(deps, r, `check ${id}`, label, [checkEntry(r, id, check)])
        if (check.outcome === 'same') await leaveHistory(deps, r, drive, fields)
      }
    }),
  )
  const stopped = outcomes.find((outcome) => outcome.status === 'rejected')
  if (stopped) throw stopped.reason as Error
  await finish(r)
}

/** A copy that was read back the same gets a history that any machine can go on with. What hinders that is told. */
async function leaveHistory(
  { manifests, now }: Deps,
  r: Running,
  { drive, volume, folder }: ChosenDrive,
  { manifest, hashName }: MadeRun['fields'],
): Promise<void> {
  const files = (await manifests.read(manifest)) ?? []
  const looked = files.map((file) => ({ ...file, action: 'original' as const }))
  const written = await recordGeneration(path.join(volume.root, folder), hashName, looked, 'transfer', now().getTime())
  if ('says' in written) await r.update({ problems: [...r.job.problems, `${drive.label}: ${written.says}`] }, true)
}

/**
 * Copies a card's newest checked copy to one more drive: the card can be elsewhere by then. It is held against what was
 * kept of the card itself, so that a copy that has changed meanwhile hands nothing on.
 */
async function relay(
  deps: Deps,
  r: Running,
  { cardId, driveId, folder }: { cardId: string; driveId: string; folder: string },
): Promise<void> {
  const card = await findRecord(deps, 'card', cardId, r)
  const drive = await findRecord(deps, 'drive', driveId, r)
  const volume = await deps.volumes.drive(drive.folder)
  if (!volume) throw new NotYet(`Plug in ${drive.label}.`)
  const origin = await originFor(deps, r, card, volume.medium)
  await r.update({ problems: [], bytesDone: 0, bytesTotal: origin.run.bytes }, true)
  const files = (await deps.manifests.read(origin.run.manifest)) ?? []
  const startedAt = deps.now().toISOString()
  const chosen = { drive, volume, folder }
  const outcome = await copyTree({
    source: path.join(origin.volume.root, origin.run.folder),
    hashName: origin.run.hashName,
    expected: new Map(files.map((file) => [file.path, file.digest])),
    signal: r.signal,
    targets: [{ id: drive.id, folder: path.join(volume.root, folder), ...(volume.beforeWrite ? { beforeWrite: volume.beforeWrite } : {}) }], // prettier-ignore
    onProgress: progressOfCopy(r),
  })
  const [target] = outcome.targets
  const complete = target!.complete && target!.files === files.length && files.length > 0
  const { afterSeq, cardMedium, bytesStandFor, reading, hashName, manifest } = origin.run
  const run = copyRunOf(r, outcome, target!, {
    cardId: card.id,
    driveId: drive.id,
    fromDriveId: origin.drive.id,
    folder,
    // It is what the card was when the first copy was begun, and no newer.
    afterSeq,
    startedAt,
    endedAt: deps.now().toISOString(),
    medium: volume.medium,
    cardMedium,
    bytesStandFor,
    reading,
    hashName,
    manifest: complete ? manifest : '',
    outcome: complete ? 'complete' : 'incomplete',
  })
  await r.update({ problems: outcome.problems, targets: [targetOf(run)] }, true)
  r.signal.throwIfAborted()
  const label = `Copy ${card.label} from ${origin.drive.label} to ${drive.label}`
  await record(deps, r, 'copied', label, [run], await plansCarriedOut(deps, r, [run]))
  await checkRuns(deps, r, card, [run], [chosen])
}

/** @throws NotYet while no checked copy of the card is there to be copied from */
async function originFor(deps: Deps, r: Running, card: RecordOf<'card'>, notMedium: string) {
  const { productionId } = r.job
  const copying = (await deps.jobs.underWay(productionId)).some((job) => job.kind === 'copy' && job.cardId === card.id)
  // What it finds now would be older than what comes.
  if (copying) throw new NotYet(`${card.label} is to be copied from the card first.`)
  const runs = (await deps.models.copyRun.findAll({ where: { productionId, cardId: card.id, outcome: 'complete' }, order: [['version', 'DESC']], raw: true })) as unknown as RecordOf<'copyRun'>[] // prettier-ignore
  // An older copy than the newest lacks what was recorded since.
  const newest = Math.max(...runs.map(({ afterSeq }) => afterSeq))
  for (const run of runs) {
    if (run.afterSeq !== newest || run.manifest === '' || run.files === 0 || run.medium === notMedium) continue
    const checks = (await deps.models.copyCheck.findAll({ where: { productionId, copyRunId: run.id }, order: [['version', 'DESC']], limit: 1, raw: true })) as unknown as RecordOf<'copyCheck'>[] // prettier-ignore
    if (checks[0]?.outcome !== 'same') continue
    const drive = await findRecord(deps, 'drive', run.driveId, r)
    const volume = await deps.volumes.drive(drive.folder)
    if (volume && !isAnotherMedium(run.medium, volume.medium)) return { run, drive, volume }
  }
  throw new NotYet(`A checked copy of ${card.label} on another drive is not there yet.`)
}

/** The rule of the house about how copies are held against the card. */
const houseRules = async ({ models }: Deps, { job }: Running) =>
  (await models.production.findByPk(job.productionId, { raw: true })) as unknown as RecordOf<'production'>

function copyRunOf(
  r: Running,
  { problems }: CopyOutcome,
  target: TargetOutcome,
  about: Omit<RecordFields<'copyRun'>, 'files' | 'bytes' | 'problems'>,
) {
  const fields = blank('copyRun', {
    ...about,
    files: target.files,
    bytes: target.bytes,
    problems: [...target.problems, ...problems].slice(0, 200),
  })
  return createRecord('copyRun', fields, asId(idFor(r, `run ${about.driveId}`)))
}

async function checkOne(
  deps: Deps,
  r: Running,
  { drive, volume, folder }: ChosenDrive,
  run: Pick<RecordOf<'copyRun'>, 'id' | 'manifest' | 'hashName' | 'files' | 'bytes' | 'medium'>,
  count: (bytes: number) => void,
): Promise<RecordFields<'copyCheck'>> {
  const files = run.manifest === '' ? null : await deps.manifests.read(run.manifest)
  const outcome = isAnotherMedium(run.medium, volume.medium)
    ? MOVED
    : files
      ? await verifyFolder(path.join(volume.root, folder), {
          expected: { hashName: run.hashName, files },
          signal: r.signal,
          onBytes: count,
        })
      : UNKNOWN
  r.signal.throwIfAborted()
  // The ledger's own count, beside the list: a check of less than was copied is none.
  const same = outcome.same && outcome.files === run.files && outcome.bytes === run.bytes
  const says = [...outcome.problems, ...outcome.notes]
  const targets = r.job.targets.map((target): JobTarget =>
    target.driveId === drive.id
      ? { ...target, state: same ? 'done' : 'failed', says: outcome.problems.join(' ') }
      : target,
  )
  await r.update({ targets }, true)
  return blank('copyCheck', {
    copyRunId: run.id,
    files: outcome.files,
    outcome: same ? 'same' : 'different',
    fromMedium: outcome.fromMedium,
    problems: says.slice(0, 200),
    checkedAt: deps.now().toISOString(),
  })
}

/** Numbers that the kernel gives are given anew when it starts; names of file systems and stated ones stay. */
const isAnotherMedium = (then: string, now: string) => then !== now && !then.startsWith('device ') && then !== ''
const nothingCompared = (says: string) => ({
  same: false,
  files: 0,
  bytes: 0,
  fromMedium: false,
  problems: [says],
  notes: [] as string[],
})
const MOVED = nothingCompared('This is another device than the one that was copied to. Plug that one in.')
/** A copy of before it was kept what copies hold: there is nothing that it could be compared with. */
const UNKNOWN = nothingCompared(
  'Nobody kept what this copy holds, so there is nothing to compare it with. Copy the card again.',
)

async function finish(r: Running): Promise<void> {
  const failed = r.job.targets.every((target) => target.state === 'failed')
  await r.update({ state: failed ? 'failed' : 'done', secondsLeft: null }, true)
}

/** The same id each time it is asked for, so that a job done twice adds its entries once. */
function idFor({ job }: Running, what: string): string {
  const hex = createHash('sha256').update(`${job.id} ${what}`).digest('hex')
  // @source RFC 9562, version 8: the bits are the maker's own.
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-8${hex.slice(13, 16)}-a${hex.slice(17, 20)}-${hex.slice(20, 32)}`
}

const checkEntry = (r: Running, runId: string, check: RecordFields<'copyCheck'>) =>
  createRecord('copyCheck', check, asId(idFor(r, `entry check ${runId}`)))

async function record(
  deps: Deps,
  r: Running,
  step: string,
  label: string,
  entries: readonly Change[],
  also: readonly Change[] = [],
): Promise<void> {
  const body: EditBody = { id: idFor(r, step), label, changes: [...entries, ...also] }
  const outcome = await deps.door.acceptEdit(
    { name: r.spec.by, accountId: r.spec.byId ?? null, role: 'server' },
    r.job.productionId,
    body,
  )
  // Somebody took the plan away meanwhile: what was copied is written down all the same.
  if (!outcome.ok && also.length > 0) return record(deps, r, step, label, entries)
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
  return plans.map(({ id, version }) => seenAt(removeRecord('plannedCopy', asId(id)), version))
}

/** Shows how far a phase is, how fast it goes and how long it still takes. */
/** Adds up what several readers read. */
function counterOf(r: Running) {
  const tell = progressOf(r)
  let done = r.job.bytesDone
  return (bytes: number): void => tell((done += bytes), r.job.bytesTotal)
}

function progressOfCopy(r: Running) {
  const tell = progressOf(r)
  return ({ bytesDone, bytesTotal }: { bytesDone: number; bytesTotal: number }) => tell(bytesDone, bytesTotal)
}

function progressOf(r: Running) {
  const startedAt = performance.now()
  const before = r.job.bytesDone
  return (bytesDone: number, bytesTotal: number): void => {
    const seconds = (performance.now() - startedAt) / 1000
    const bytesPerSecond = seconds > 0.2 ? (bytesDone - before) / seconds : 0
    const secondsLeft = bytesPerSecond > 0 ? (bytesTotal - bytesDone) / bytesPerSecond : null
    r.update({ bytesDone, bytesTotal, bytesPerSecond, secondsLeft }).catch(() => undefined)
  }
}
