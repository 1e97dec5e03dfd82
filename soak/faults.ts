import { asId } from '@kavrell/core/records'
import { takeStates } from '@kavrell/core/takes'
import { createHash } from 'node:crypto'
import { existsSync } from 'node:fs'
import { appendFile, mkdir, open, readdir, readFile, rename, rm, writeFile } from 'node:fs/promises'
import { CHAIN_NAME, HISTORY_FOLDER, parseChain, parseGeneration } from '@kavrell/core/checksums'
import path from 'node:path'
import { v7 as uuidv7 } from 'uuid'
import { type Chance, create, seeded, wait, type World } from './world.ts'
import type { Job } from '@kavrell/contract'

export const FAULTS = [
  'kill the server that copies',
  'kill both servers',
  'kill the database',
  'kill everything',
  'take a drive away and bring it back',
  'fill a drive',
  'change a file of the card',
  'rename a file of the card',
  'flip a bit on a drive',
  'stop by hand',
  'nothing',
] as const
export type Fault = (typeof FAULTS)[number]

export interface Round {
  readonly fault: Fault
  readonly edits: number
  readonly complete: number
  readonly incomplete: number
  readonly found: readonly string[]
}

const digest = (bytes: Buffer) => createHash('sha1').update(bytes).digest('hex')

/** A card of a few megabytes: small files, odd names, one large one. Gives every version a file ever had. */
async function makeCard(folder: string, chance: Chance): Promise<Map<string, Set<string>>> {
  const versions = new Map<string, Set<string>>()
  const names = [
    'CLIPS/C001.mov',
    'CLIPS/C002.mov',
    'odd name ü.bin',
    'deep/er/still/x.dat',
    'empty',
    ...Array.from({ length: chance.between(3, 25) }, (_, i) => `SUB/${i}.bin`),
  ]
  for (const name of names) {
    const bytes =
      name === 'empty' ? 0 : name.startsWith('CLIPS') ? chance.between(1, 6) * 1_000_000 : chance.between(1, 60_000)
    const content = Buffer.alloc(bytes)
    for (let i = 0; i < bytes; i += 4096) content[i] = chance.between(0, 255)
    await mkdir(path.dirname(path.join(folder, name)), { recursive: true })
    await writeFile(path.join(folder, name), content)
    versions.set(name, new Set([digest(content)]))
  }
  return versions
}

async function filesUnder(folder: string): Promise<string[]> {
  const entries = await readdir(folder, { recursive: true, withFileTypes: true }).catch(() => [])
  return entries.filter((e) => e.isFile()).map((e) => path.relative(folder, path.join(e.parentPath, e.name)))
}

/** Half-written, in the folder of a run. */
const isOfHistory = (file: string) => file.split(path.sep).includes(HISTORY_FOLDER)
const isOfRun = (file: string) => /(?:^|\/)\.kavrell-copy-/.test(file)

async function flipBit(file: string, chance: Chance): Promise<void> {
  const handle = await open(file, 'r+')
  try {
    const { size } = await handle.stat()
    const at = chance.between(0, size - 1)
    const byte = Buffer.alloc(1)
    await handle.read(byte, 0, 1, at)
    byte[0]! ^= 1 << chance.between(0, 7)
    await handle.write(byte, 0, 1, at)
    await handle.sync()
  } finally {
    await handle.close()
  }
}

/** Retries one edit, with one id, until somebody answers it. Gives its number. */
async function post(
  world: World,
  chance: Chance,
  label: string,
  changes: object[],
): Promise<{ id: string; seq: number }> {
  const id = uuidv7()
  for (;;) {
    const answer = await world.ask<{ seq: number; refusal?: { says: string } }>(
      chance.of(world.servers),
      `/productions/${world.productionId}/edits`,
      { id, label, changes },
    )
    if (answer && answer.status < 300) return { id, seq: answer.json.seq }
    if (answer) throw new Error(`${label} was refused: ${answer.json.refusal?.says}`)
    await wait(60)
  }
}

/**
 * One round: people log while a card is copied to two drives, one fault strikes at a random moment, what
 * died is started again, and then everything that was answered is looked for.
 * @returns what was found to be wrong; nothing, if all holds
 */
export async function faultRound(world: World, seed: number, fault: Fault): Promise<Round> {
  const chance = seeded(seed)
  const found: string[] = []
  const name = `R${seed % 100000}`
  const cardFolder = path.join(world.media, 'cards', name)
  const drives = ['X', 'Y'].map((d) => ({
    label: `${name}${d}`,
    folder: path.join(world.media, 'drives', `${name}${d}`),
  }))
  const versions = await makeCard(cardFolder, chance)
  for (const { label, folder } of drives) {
    await mkdir(folder, { recursive: true })
    await writeFile(path.join(folder, 'precious.txt'), label)
    // Slow enough for the fault to strike while it copies.
    const speed = chance.between(3, 12) * 1_000_000
    const behaviour = { bytesPerSecond: speed, capacityBytes: 10_000_000_000, medium: label }
    if (fault === 'fill a drive' && label.endsWith('Y')) behaviour.capacityBytes = 1_500_000
    await writeFile(`${folder}.volume.json`, JSON.stringify(behaviour))
  }
  const card = create('card', { label: name, folder: name })
  const driveRecords = drives.map(({ label }) => create('drive', { label, folder: label }))
  const place = create('place', { name })
  const day = create('day', { placeId: asId(place.id) })
  /** Two for each of those who log: a device records once at a time. */
  const cameras = ['A', 'B', 'C', 'D', 'E', 'F'].map((letter) => create('camera', { letter }))
  const units = ['Main', 'Second'].map((title) => create('unit', { name: title }))
  const answered = [await post(world, chance, 'Set up', [card, ...driveRecords, place, day, ...cameras, ...units])]
  const logged: LoggedTake[] = []

  let jobId = ''
  const startCopy = async () => {
    for (;;) {
      const job = await world.ask<Job>(world.servers[0]!, `/productions/${world.productionId}/media/copies`, {
        cardId: card.id,
        driveIds: driveRecords.map((d) => d.id),
      })
      if (job?.status === 202) jobId = job.json.id
      // Asked again after no answer, the copy may be under way: then it is refused as busy.
      if (job) return
      await wait(60)
    }
  }
  /** One person with a slate of their own, of one unit: takes with their runs, cuts, verdicts and what is put right. */
  const log = async (slate: string, unitId: string, own: typeof cameras, count = 8) => {
    for (let i = 1; i <= count; i++) {
      const at = () => new Date().toISOString()
      const label = (seconds: number) => `10:${String(i).padStart(2, '0')}:${String(seconds).padStart(2, '0')}:00`
      const about = {
        dayId: asId<'day'>(day.id),
        unitId: asId<'unit'>(unitId),
        startTimecode: label(0),
        startedAt: at(),
      }
      const take = create('take', { ...about, slate, number: i, cameraIds: own.map(({ id }) => asId(id)) })
      const runs = own.map(({ id }) => create('run', { ...about, takeId: asId(take.id), cameraId: asId(id) }))
      answered.push(await post(world, chance, `Roll ${slate} ${i}`, [take, ...runs]))
      const now: LoggedTake = { id: take.id, slate, number: i, unitId, verdict: chance.of(['good', 'no-good'] as const), struck: chance.chance(0.2), stops: label(20) } // prettier-ignore
      await wait(chance.between(0, 30))
      const end = at()
      const stops = runs.map(({ id }) => create('runStop', { runId: asId(id), timecode: label(20), happenedAt: end }))
      const said = (type: 'cut' | 'good' | 'no-good' | 'struck') => create('takeEvent', { takeId: asId(take.id), type, timecode: label(20), happenedAt: end }) // prettier-ignore
      answered.push(await post(world, chance, `Cut ${slate} ${i}`, [...stops, said('cut'), said(now.verdict)]))
      if (now.struck) answered.push(await post(world, chance, `Strike ${slate} ${i}`, [said('struck')]))
      // Now and then it was another slate after all.
      if (chance.chance(0.2)) {
        const other = `${slate}X`
        const correction = create('correction', { takeId: asId(take.id), reslates: true, slate: other, number: i, happenedAt: at() }) // prettier-ignore
        answered.push(await post(world, chance, `${slate} ${i} is ${other}`, [correction]))
        now.slate = other
      }
      logged.push(now)
    }
  }
  await startCopy()
  const logging = Promise.all(
    ['1A', '2A', '3A'].map((slate, i) => log(slate, units[i % 2]!.id, cameras.slice(2 * i, 2 * i + 2))),
  )
  await wait(chance.between(20, 900))
  let tampered = ''
  switch (fault) {
    case 'kill the server that copies': {
      const server = chance.of(world.servers)
      await server.kill()
      await wait(chance.between(0, 400))
      await server.start()
      break
    }
    case 'kill both servers':
    case 'kill everything':
      for (const server of world.servers) await server.kill()
      if (fault === 'kill everything') world.killDatabase()
      await wait(chance.between(0, 400))
      await world.startDatabase()
      for (const server of world.servers) await server.start()
      break
    case 'kill the database':
      world.killDatabase()
      await wait(chance.between(0, 600))
      await world.startDatabase()
      break
    case 'take a drive away and bring it back': {
      const { folder } = chance.of(drives)
      await rename(folder, `${folder}-away`)
      await wait(chance.between(50, 800))
      if (existsSync(folder)) await rm(folder, { recursive: true })
      await rename(`${folder}-away`, folder)
      break
    }
    case 'change a file of the card': {
      const file = path.join(cardFolder, 'CLIPS/C002.mov')
      await appendFile(file, 'more')
      versions.get('CLIPS/C002.mov')!.add(digest(await readFile(file)))
      break
    }
    case 'rename a file of the card':
      await rename(path.join(cardFolder, 'CLIPS/C002.mov'), path.join(cardFolder, 'CLIPS/renamed.mov'))
      versions.set('CLIPS/renamed.mov', versions.get('CLIPS/C002.mov')!)
      break
    case 'stop by hand':
      if (jobId) await world.ask(world.servers[1]!, `/productions/${world.productionId}/media/jobs/${jobId}/stop`, {})
      break
    default:
  }
  await logging
  await quiet(world)
  if (fault === 'flip a bit on a drive') tampered = await tamper(world, chance, drives, cardFolder, found)

  const complete = await lookAfter(
    world,
    { name, answered, logged, dayId: day.id, drives, versions, cardFolder, tampered, fault },
    found,
  )
  await rm(cardFolder, { recursive: true })
  for (const { folder } of drives) await rm(folder, { recursive: true })
  return { fault, edits: answered.length, ...complete, found }
}

/** Waits until no job waits or runs. A server that died is given up on after its heartbeat. */
async function quiet(world: World): Promise<void> {
  for (let tries = 0; tries < 600; tries++) {
    const [row] = await world.query<{ n: number }>(
      `SELECT count(*)::int AS n FROM job WHERE state IN ('waiting', 'running')`,
    )
    if (row!.n === 0) return
    await wait(100)
  }
  throw new Error('A job never ended')
}

/** Flips one bit of a finished copy and has it checked again: it must no longer be called the same. */
async function tamper(
  world: World,
  chance: Chance,
  drives: readonly { label: string; folder: string }[],
  cardFolder: string,
  found: string[],
): Promise<string> {
  const { folder } = chance.of(drives)
  const files = (await filesUnder(folder)).filter((f) => f.endsWith('.mov'))
  if (files.length === 0) return ''
  const file = chance.of(files)
  await flipBit(path.join(folder, file), chance)
  const rows = await world.query<{ id: string }>(
    `SELECT r.id FROM "copyRun" r JOIN drive d ON d.id = r."driveId" WHERE d.folder = $1 AND r.outcome = 'complete'`,
    [path.basename(folder)],
  )
  for (const { id } of rows) {
    await world.ask(world.servers[0]!, `/productions/${world.productionId}/media/checks`, { copyRunId: id })
    await quiet(world)
    const [check] = await world.query<{ outcome: string }>(
      'SELECT outcome FROM "copyCheck" WHERE "copyRunId" = $1 ORDER BY version DESC LIMIT 1',
      [id],
    )
    if (check?.outcome !== 'different') found.push(`A flipped bit in ${file} was not found (${cardFolder})`)
  }
  return path.join(folder, file)
}

/** A take as whoever logged it knows it. */
interface LoggedTake {
  readonly id: string
  slate: string
  readonly number: number
  readonly unitId: string
  readonly verdict: 'good' | 'no-good'
  readonly struck: boolean
  readonly stops: string
}

/** The ledgers of a day as the database has them, folded as screens fold them. */
async function takesOf(world: World, dayId: string) {
  const tables = await Promise.all(
    (['take', 'takeEvent', 'run', 'runStop', 'correction'] as const).map(async (kind) => {
      const rows = await world.query<Record<string, unknown> & { id: string }>(`SELECT * FROM "${kind}" WHERE "productionId" = $1`, [world.productionId]) // prettier-ignore
      const asText = (value: unknown) => (value instanceof Date ? value.toISOString() : value)
      const records = rows.map((row) => [row.id, Object.fromEntries(Object.entries(row).map(([field, value]) => [field, asText(value)]))] as const) // prettier-ignore
      return [kind, Object.fromEntries(records)] as const
    }),
  )
  return takeStates(Object.fromEntries(tables) as unknown as Parameters<typeof takeStates>[0], dayId)
}

/** Every take is there once, under its slate, with every device's run and its end, and as it was judged. */
async function lookAtTakes(world: World, { logged, dayId }: Expected, found: string[]): Promise<void> {
  const states = new Map((await takesOf(world, dayId)).map((state) => [state.take.id as string, state]))
  if (states.size !== logged.length) found.push(`${logged.length} takes were logged and ${states.size} are there`)
  for (const { id, slate, number, unitId, verdict, struck, stops } of logged) {
    const state = states.get(id)
    if (!state) {
      found.push(`Take ${slate}/${number} was answered and is not there`)
      continue
    }
    const { take, runs } = state
    const wrong = [
      take.slate === slate && take.number === number && take.unitId === unitId ? '' : `is ${take.slate}/${take.number}`,
      state.verdict === verdict ? '' : `is judged ${state.verdict}`,
      state.struck === struck ? '' : `is struck: ${state.struck}`,
      state.misnumbered ? 'is doubled' : '',
      runs.length === 2 && runs.every((run) => run.stop?.timecode === stops) ? '' : `has runs that end at ${runs.map((run) => run.stop?.timecode).join(', ')}`, // prettier-ignore
    ].filter(Boolean)
    if (wrong.length > 0) found.push(`Take ${slate}/${number} ${wrong.join(', ')}`)
  }
}

interface Expected {
  readonly name: string
  readonly answered: readonly { id: string; seq: number }[]
  readonly logged: readonly LoggedTake[]
  readonly dayId: string
  readonly drives: readonly { label: string; folder: string }[]
  readonly versions: ReadonlyMap<string, ReadonlySet<string>>
  readonly cardFolder: string
  readonly tampered: string
  readonly fault: Fault
}

async function lookAfter(world: World, expected: Expected, found: string[]) {
  const { answered, drives, versions, tampered } = expected
  const rows = await world.query<{ id: string; seq: number }>(
    'SELECT id, seq FROM edit WHERE "productionId" = $1 ORDER BY seq',
    [world.productionId],
  )
  const seqOf = new Map(rows.map((r) => [r.id, r.seq]))
  for (const { id, seq } of answered)
    if (seqOf.get(id) !== seq) found.push(`Edit ${id} was answered as ${seq} and is ${seqOf.get(id) ?? 'not there'}`)
  rows.forEach((row, i) => {
    if (row.seq !== i + 1) found.push(`The log has ${row.seq} where ${i + 1} should be`)
  })
  await lookAtTakes(world, expected, found)
  const runs = await world.query<{ id: string; folder: string; drive: string; outcome: string; same: boolean | null }>(
    `SELECT r.id, r.folder, d.folder AS drive, r.outcome,
            (SELECT c.outcome = 'same' FROM "copyCheck" c WHERE c."copyRunId" = r.id ORDER BY c.version DESC LIMIT 1) AS same
     FROM "copyRun" r JOIN drive d ON d.id = r."driveId" JOIN card k ON k.id = r."cardId" WHERE k.label = $1`,
    [expected.name],
  )
  for (const { label, folder } of drives) {
    if ((await readFile(path.join(folder, 'precious.txt'), 'utf8')) !== label)
      found.push(`${label}: what was there was overwritten`)
    for (const file of await filesUnder(folder)) {
      const name = path.basename(file)
      if (file === 'precious.txt' || isOfRun(file) || name.startsWith('checksums.')) continue
      if (isOfHistory(file)) {
        const text = await readFile(path.join(folder, file), 'utf8')
        const read = name === CHAIN_NAME ? parseChain(text) : name.endsWith('.mhl') ? parseGeneration(text) : null
        if (read && !read.ok) found.push(`${label}: ${file} has its name and is not whole: ${read.error}`)
        continue
      }
      const inCard = file.split(path.sep).slice(1).join('/')
      const full = path.join(folder, file)
      if (full !== tampered && !versions.get(inCard)?.has(digest(await readFile(full))))
        found.push(`${label}: ${inCard} looks finished and is no version of what was on the card`)
    }
  }
  for (const run of runs.filter((r) => r.outcome === 'complete')) {
    const files = await filesUnder(path.join(world.media, 'drives', run.drive, run.folder))
    const copied = files.filter((f) => !path.basename(f).startsWith('checksums.') && !isOfHistory(f))
    // Every name the card had before or after the fault counts; whichever it had while it was copied is there.
    const lacking = [...versions.keys()].filter((f) => !copied.includes(f) && !/renamed|C002/.test(f))
    if (lacking.length > 0) found.push(`${run.drive}: called complete and lacks ${lacking.join(', ')}`)
    if (copied.some(isOfRun)) found.push(`${run.drive}: called complete with parts left`)
    if (run.same === null) found.push(`${run.drive}: complete, and never checked though its job ended`)
  }
  const perDrive = new Map<string, number>()
  for (const run of runs) perDrive.set(run.drive, (perDrive.get(run.drive) ?? 0) + 1)
  for (const [drive, count] of perDrive) if (count > 1) found.push(`${drive}: one job left ${count} runs in the ledger`)
  if (
    ['nothing', 'kill the server that copies', 'kill both servers', 'kill the database', 'kill everything'].includes(
      expected.fault,
    )
  )
    for (const { label } of drives)
      if (!runs.some((r) => r.drive === label && r.outcome === 'complete' && r.same))
        found.push(`${label}: the copy was not finished after ${expected.fault}`)
  if (expected.fault === 'fill a drive' && runs.some((r) => r.drive.endsWith('Y') && r.outcome === 'complete'))
    found.push('A full drive was called complete')
  return {
    complete: runs.filter((r) => r.outcome === 'complete').length,
    incomplete: runs.filter((r) => r.outcome !== 'complete').length,
  }
}
