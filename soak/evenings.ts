import { createHash } from 'node:crypto'
import { mkdir, readdir, readFile, rm, writeFile } from 'node:fs/promises'
import path from 'node:path'
import type { EveningBegun, Job } from '@kavrell/contract'
import { asId } from '@kavrell/core/records'
import { v7 as uuidv7 } from 'uuid'
import { create, seeded, wait, type World } from './world.ts'

export interface EveningRound {
  readonly kills: number
  readonly pauses: number
  /** Cards that the server let somebody write down as wiped. */
  readonly wiped: number
  readonly found: readonly string[]
}

const digest = (bytes: Buffer) => createHash('sha1').update(bytes).digest('hex')
const SPEED = 4_000_000

/** Every file below a folder that is no list or history of the program's own. */
async function filesIn(folder: string): Promise<Map<string, string>> {
  const found = new Map<string, string>()
  for (const entry of await readdir(folder, { recursive: true, withFileTypes: true }).catch(() => [])) {
    const file = path.join(entry.parentPath, entry.name)
    const name = path.relative(folder, file)
    if (entry.isFile() && !/^ascmhl|^checksums\./.test(name)) found.set(name, digest(await readFile(file)))
  }
  return found
}

/**
 * An evening begun by one press: two cards to two drives, then from the first to a third, while server processes are
 * killed, jobs paused and let go on, and now and then a file on a drive changes. The oracle reads the drives itself:
 * what the ledger calls a checked copy is the card, and a wipe is only let through where three drives hold all of it.
 */
export async function eveningRound(world: World, seed: number, mostKills: number): Promise<EveningRound> {
  const chance = seeded(seed)
  const found: string[] = []
  const name = `E${seed % 1_000_000}`
  const route = `/productions/${world.productionId}`
  const server = () => chance.of(world.servers)
  /** Asked until somebody answers. */
  const ask = async <T>(to: string, body?: object): Promise<{ status: number; json: T }> => {
    for (;;) {
      const answer = await world.ask<T>(server(), `${route}${to}`, body)
      if (answer) return answer
      await wait(50)
    }
  }
  const edit = async (changes: object[]) => {
    const id = uuidv7()
    return ask<{ seq: number }>('/edits', { id, label: 'Evening', changes })
  }
  const labels = ['P', 'Q'].map((one) => `${name}${one}`)
  const driveLabels = ['F', 'G', 'Z'].map((one) => `${name}${one}`)
  const truth = new Map<string, Map<string, string>>()
  for (const label of labels) {
    const folder = path.join(world.media, 'cards', label)
    const files = new Map<string, string>()
    for (let i = chance.between(2, 6); i > 0; i--) {
      const file = i % 2 ? `CLIPS/${i}.mov` : `${i} ü.bin`
      const content = Buffer.alloc(chance.between(1, 1_200_000), chance.between(0, 255))
      content.write(`${seed} ${label} ${i}`)
      await mkdir(path.dirname(path.join(folder, file)), { recursive: true })
      await writeFile(path.join(folder, file), content)
      files.set(file, digest(content))
    }
    truth.set(label, files)
  }
  for (const label of driveLabels) {
    const folder = path.join(world.media, 'drives', label)
    await mkdir(folder, { recursive: true })
    await writeFile(`${folder}.volume.json`, JSON.stringify({ bytesPerSecond: SPEED, medium: label }))
  }
  const cards = labels.map((label) => create('card', { label, folder: label }))
  const drives = driveLabels.map((label) => create('drive', { label, folder: label }))
  const people = driveLabels.map((label) => create('person', { name: `Holder of ${label}` }))
  const held = drives.map(({ id }, i) => create('custody', { driveId: asId(id), personId: asId(people[i]!.id), since: new Date().toISOString() })) // prettier-ignore
  const rules = { copiesBeforeWipe: 3, checkedBeforeWipe: 3, holdersBeforeWipe: 1, cardSchool: 'wipe' }
  await edit([{ op: 'update', kind: 'production', id: world.productionId, version: 1e9, fields: rules }])
  await edit([...cards, ...drives, ...people, ...held])
  const [f, g, z] = drives.map(({ id }) => id) as [string, string, string]
  const begun = await ask<EveningBegun>('/media/evening', {
    copies: cards.map(({ id }) => ({ cardId: id, driveIds: [f, g] })),
    relays: cards.map(({ id }) => ({ cardId: id, driveId: z })),
  })
  if (begun.status !== 202) return { kills: 0, pauses: 0, wiped: 0, found: [`The evening was refused: ${begun.status}`] } // prettier-ignore
  const jobIds = begun.json.jobs.map(({ id }) => id)
  const byHand = new Set<string>()
  const states = () => world.query<{ id: string; state: Job['state']; paused: boolean; detail: { problems: string[] } }>('SELECT id, state, paused, detail FROM job WHERE id = ANY($1)', [jobIds]) // prettier-ignore
  /** A copy of a copy waits for as long as nobody copies the card: where that was given up, it is stopped by hand. */
  const over = async () => {
    const all = await states()
    const isOn = all.filter(({ state }) => state === 'waiting' || state === 'running')
    const ofCard = (job: Job) =>
      begun.json.jobs.find(({ kind, cardId }) => kind === 'copy' && cardId === job.cardId)!.id
    const stuck = isOn.filter(({ id }) => {
      const job = begun.json.jobs.find((one) => one.id === id)
      return job?.kind === 'relay' && all.find((one) => one.id === ofCard(job))?.state === 'failed'
    })
    if (stuck.length > 0 && stuck.length === isOn.length) for (const { id } of stuck) byHand.add(id)
    for (const id of byHand) await ask(`/media/jobs/${id}/stop`, {})
    return isOn.every(({ id }) => byHand.has(id))
  }
  let [kills, pauses] = [0, 0]
  while (kills < mostKills && !(await over())) {
    await wait(chance.between(20, 500))
    if (chance.chance(0.25)) {
      pauses++
      const jobId = chance.of(jobIds)
      await ask(`/media/jobs/${jobId}/pause`, { isPaused: true })
      if (chance.chance(0.5)) await ask(`/media/jobs/${chance.of(jobIds)}/first`, {})
      await wait(chance.between(0, 500))
      await ask(`/media/jobs/${jobId}/pause`, { isPaused: false })
      continue
    }
    const dying = chance.chance(0.5) ? world.servers : [chance.of(world.servers)]
    for (const one of dying) await one.kill()
    kills += dying.length
    await wait(chance.between(0, 300))
    for (const one of dying) await one.start()
  }
  for (let tries = 0; !(await over()); tries++) {
    if (tries > 900) return { kills, pauses, wiped: 0, found: [`The evening never ended (${seed})`] }
    await wait(100)
  }
  // Now and then a byte of a copy changes after it was read back, and is found or not asked for.
  const isTampered = chance.chance(0.2)
  const runs = await world.query<{ id: string; cardId: string; driveId: string; folder: string; outcome: string; checked: string | null }>(
    `SELECT r.id, r."cardId", r."driveId", r.folder, r.outcome,
       (SELECT c.outcome FROM "copyCheck" c WHERE c."copyRunId" = r.id ORDER BY c.version DESC LIMIT 1) AS checked
     FROM "copyRun" r WHERE r."cardId" = ANY($1)`,
    [cards.map(({ id }) => id)],
  ) // prettier-ignore
  const labelOf = new Map([...cards, ...drives].map(({ id, fields }) => [id, fields.label]))
  const isWhole = async ({ cardId, driveId, folder }: { cardId: string; driveId: string; folder: string }) => {
    const there = await filesIn(path.join(world.media, 'drives', labelOf.get(driveId)!, folder))
    const wanted = truth.get(labelOf.get(cardId)!)!
    return there.size === wanted.size && [...wanted].every(([file, hash]) => there.get(file) === hash)
  }
  for (const run of runs)
    if (run.outcome === 'complete' && run.checked === 'same' && !(await isWhole(run))) found.push(`${labelOf.get(run.cardId)} on ${labelOf.get(run.driveId)} is called a checked copy and is none`) // prettier-ignore
  for (const { id, state, detail } of await states()) {
    // Nothing was wrong but that processes died: a job that was given up on says so, and its copies do not count.
    if (state === 'failed' && !detail.problems.some((one) => one.includes('The server stopped'))) found.push(`Job ${id} failed: ${detail.problems.join(' ')}`) // prettier-ignore
    if (state === 'stopped' && !byHand.has(id)) found.push(`Job ${id} was stopped by nobody`)
  }
  if (isTampered && runs.length > 0) {
    const run = chance.of(runs)
    const folder = path.join(world.media, 'drives', labelOf.get(run.driveId)!, run.folder)
    const [file] = [...(await filesIn(folder)).keys()]
    if (file) {
      await writeFile(path.join(folder, file), 'another')
      const check = await ask<Job>('/media/checks', { copyRunId: run.id })
      if (check.status === 202) {
        jobIds.push(check.json.id)
        while (!(await over())) await wait(50)
      }
    }
  }
  let wiped = 0
  for (const card of cards) {
    const answer = await edit([create('wipe', { cardId: asId(card.id), wipedAt: new Date().toISOString() })])
    const whole = new Set<string>()
    for (const run of runs) if (run.cardId === card.id && (await isWhole(run))) whole.add(run.driveId)
    if (answer.status < 300) wiped++
    if (answer.status < 300 && whole.size < 3) found.push(`${labelOf.get(card.id)} was let go with ${whole.size} whole copies of 3`) // prettier-ignore
  }
  for (const label of labels) await rm(path.join(world.media, 'cards', label), { recursive: true })
  for (const label of driveLabels) await rm(path.join(world.media, 'drives', label), { recursive: true })
  return { kills, pauses, wiped, found }
}
