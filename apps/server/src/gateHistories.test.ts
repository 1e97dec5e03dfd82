import { createHash } from 'node:crypto'
import { access, mkdir, readdir, readFile, rename, rm, truncate, utimes, writeFile } from 'node:fs/promises'
import path from 'node:path'
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { create, openTestServer, type TestServer } from './testServer.ts'
import { readSnapshot, type SnapshotOnTheWay } from '@kavrell/contract'
import { bandPicture, quickTimeMovie } from '@kavrell/demo'
import { asId } from '@kavrell/core/records'
import { formatTimecode } from '@kavrell/core/timecode'

/**
 * Histories of cards, copies, faults and mistakes at random, and an oracle that knows every byte there ever was. A card
 * may be called safe only while all that is on it lies, as it was last read, on as many media as the rule wants.
 */
const HISTORIES = Number(process.env.GATE_HISTORIES ?? 100)
const STEPS = 9
const WANTED = 2
/** Several at once: each waits for its drives. */
const AT_ONCE = 5

/** A generator of chance that is the same for the same seed. */
function seeded(seed: number) {
  let state = seed >>> 0
  const next = () => {
    state = (Math.imul(state ^ (state >>> 15), 0x2c1b3c6d) + 0x9e3779b9) >>> 0
    let mixed = state
    mixed = Math.imul(mixed ^ (mixed >>> 12), 0x297a2d39)
    return ((mixed ^ (mixed >>> 15)) >>> 0) / 2 ** 32
  }
  return {
    next,
    of: <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!,
    upTo: (n: number) => Math.floor(next() * n),
  }
}

let world: TestServer
beforeAll(async () => {
  world = await openTestServer()
})
afterAll(() => world?.close())

const digest = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex')
const exists = (file: string) => access(file).then(() => true, () => false) // prettier-ignore

/** Digests of all files below a folder. */
async function contents(folder: string): Promise<Set<string>> {
  const found = new Set<string>()
  for (const entry of await readdir(folder, { recursive: true, withFileTypes: true }).catch(() => []))
    if (entry.isFile()) found.add(digest(await readFile(path.join(entry.parentPath, entry.name))))
  return found
}

const RATE = { num: 25, den: 1, drop: false }
/** A byte of a stand-in's clip stands for so many: clips of a hundred megabits a second are a few kilobytes. */
const STANDS_FOR = 300_000
const DAY_AT = Date.parse('2026-05-14T08:00:00Z')

/** What really is, beside what anybody wrote down. */
class History {
  readonly chance
  readonly card
  readonly drives
  /** By drive: the disk that it really is. */
  readonly mediumOf = new Map<string, string>()
  /** Digests of pictures on the true card, and whether a log tells of them. */
  pictures = new Map<string, boolean>()
  /** By drive: what it held when the program read it last. */
  readonly lastRead = new Map<string, Set<string>>()
  /** What is in the reader: the card itself, another one under its name, or nothing. */
  inReader: 'card' | 'other' | 'nothing' = 'card'
  readonly said: string[] = []
  clips = 0
  readonly camera = create('camera', { letter: 'A', dataRateMbps: 100 })
  /** How far its clock is ahead, ms, and whether its clips are of a kind that can be read, with labels that agree. */
  readonly clockMs: number
  readonly writes: 'labels' | 'no labels' | 'unread'
  /** Seconds since the day began. */
  at = 0

  constructor(readonly seed: number) {
    this.chance = seeded(seed)
    const zoneMs = (this.chance.upTo(25) - 12) * 3_600_000
    this.clockMs = this.chance.of([0, 0, zoneMs, Math.round((this.chance.next() - 0.5) * 1e10)])
    this.writes = this.chance.of(['labels', 'no labels', 'unread'])
    this.card = create('card', { label: `K${seed}`, folder: `K${seed}`, medium: `stated card ${seed}` })
    this.drives = ['X', 'Y', 'Z'].map((letter) =>
      create('drive', { label: `${letter}${seed}`, folder: `${letter}${seed}` }),
    )
  }
  /** Each has a production of its own: nothing of the others is read with it. */
  productionId = ''
  readonly day = create('day', {})
  edit(changes: unknown[]) {
    return world.call('owner', `/productions/${this.productionId}/edits`, { id: uuidv7(), label: 'Test', changes })
  }
  get reader() {
    return path.join(world.media, 'cards', `K${this.seed}`)
  }
  get aside() {
    return path.join(world.media, '..', `away-${this.seed}`)
  }
  folderOf(drive: string) {
    return path.join(world.media, 'drives', drive)
  }

  async begin() {
    const made = await world.call('owner', '/productions', { title: `History ${this.seed}`, mainsHz: 50 })
    this.productionId = (made.json as unknown as { id: string }).id
    const place = create('place', { name: 'Yard' })
    const person = create('person', { name: 'Holder' })
    const day = create('day', { placeId: place.id }, this.day.id)
    const rules = {
      copiesBeforeWipe: WANTED,
      checkedBeforeWipe: WANTED,
      holdersBeforeWipe: 1,
      cardSchool: 'wipe',
    } as const
    const rule = { op: 'update', kind: 'production', id: this.productionId, version: 1e6, fields: rules } as const
    expect((await this.edit([rule, place, day, person])).status).toBe(201)
    await mkdir(this.reader, { recursive: true })
    await this.state('card')
    // Now and then two drives are two folders of one disk.
    const oneDisk = this.chance.next() < 0.2
    for (const [i, { fields }] of this.drives.entries()) {
      const medium = oneDisk && i === 1 ? `disk ${this.seed} 0` : `disk ${this.seed} ${i}`
      this.mediumOf.set(fields.folder, medium)
      await mkdir(this.folderOf(fields.folder), { recursive: true })
      await writeFile(`${this.folderOf(fields.folder)}.volume.json`, JSON.stringify({ medium }))
      this.lastRead.set(fields.folder, new Set())
    }
    const held = this.drives.map((d) =>
      create('custody', { driveId: d.id, personId: person.id, since: '2026-05-14T09:00:00Z' }),
    )
    expect((await this.edit([this.camera, this.card, ...this.drives, ...held])).status).toBe(201)
    await this.record()
  }

  /** What the reader tells of the card in it. */
  state(which: 'card' | 'another') {
    const medium = which === 'card' ? `card ${this.seed}` : `another ${this.seed}`
    return writeFile(`${this.reader}.volume.json`, JSON.stringify({ medium, bytesStandFor: STANDS_FOR }))
  }
  /** A clip as the camera leaves it. */
  clip(seconds: number): Buffer {
    const bytes = Math.round(((seconds * 100e6) / 8 / STANDS_FOR) * (0.6 + 0.4 * this.chance.next()))
    if (this.writes === 'unread') return Buffer.from(`${this.seed} clip ${this.clips} ${this.chance.next()} `.repeat(bytes).slice(0, bytes)) // prettier-ignore
    const startFrame = this.writes === 'labels' ? (8 * 3600 + this.at) * 25 : 25 * this.chance.upTo(80_000)
    const picture = bandPicture(8, 8, [this.chance.upTo(200), this.clips, 0], 0)
    return quickTimeMovie({ rate: RATE, startFrame, frames: seconds * 25, width: 8, height: 8, pictures: [picture], bytes }) // prettier-ignore
  }
  async record(logged = this.chance.next() < 0.75) {
    if (this.inReader !== 'card') return
    this.at += 30 + this.chance.upTo(1200)
    const seconds = 20 + this.chance.upTo(200)
    const bytes = this.clip(seconds)
    const file = path.join(this.reader, `C${this.clips++}.mov`)
    await writeFile(file, bytes)
    const label = (plus: number) => formatTimecode((8 * 3600 + this.at + plus) * 25, RATE)
    const instant = (plus: number) => new Date(DAY_AT + (this.at + plus) * 1000)
    const written = new Date(instant(seconds).getTime() + this.clockMs)
    await utimes(file, written, written)
    this.pictures.set(digest(bytes), logged)
    if (logged) {
      // The clock of whoever logs is nearly always right.
      const startedAt = this.chance.next() < 0.95 ? instant(0).toISOString() : this.chance.of(['1999-01-01T00:00:00Z', '2061-01-01T00:00:00Z']) // prettier-ignore
      const take = create('take', {
        dayId: this.day.id,
        slate: `S${this.clips}`,
        number: 1,
        cardIds: [this.card.id],
        cameraIds: [this.camera.id],
        startTimecode: label(0),
        startedAt,
      })
      const run = create('run', {
        dayId: this.day.id,
        takeId: asId(take.id),
        cameraId: asId(this.camera.id),
        cardId: asId(this.card.id),
        startTimecode: label(0),
        startedAt,
      })
      const stop = create('runStop', { runId: asId(run.id), timecode: label(seconds), happenedAt: instant(seconds).toISOString() }) // prettier-ignore
      expect((await this.edit([take, run, stop])).status).toBe(201)
    }
    this.at += seconds
  }
  /** Somebody looks at the card in its camera, and says so if what the log tells of is really on it. */
  async look() {
    const there = this.inReader === 'card' ? await contents(this.reader) : new Set<string>()
    const logged = [...this.pictures].flatMap(([picture, isLogged]) => (isLogged ? [picture] : []))
    const { clip } = (await this.snapshot()).records
    const reading = Object.values(clip).filter((one) => one.cardId === this.card.id).sort((a, b) => a.version - b.version).at(-1)?.reading // prettier-ignore
    if (!reading || !logged.every((picture) => there.has(picture))) return
    await this.edit([create('cardLook', { cardId: this.card.id, reading, lookedAt: new Date().toISOString() })])
  }
  async snapshot() {
    const { json } = await world.call('owner', `/productions/${this.productionId}/snapshot`)
    return readSnapshot(json as unknown as SnapshotOnTheWay)
  }
  media(route: string, body: unknown) {
    return world.call('owner', `/productions/${this.productionId}/media/${route}`, body)
  }
  async readAgain() {
    for (const { fields } of this.drives) this.lastRead.set(fields.folder, await contents(this.folderOf(fields.folder)))
  }
  async copy(stopped = false) {
    const driveIds = this.drives.filter(() => this.chance.next() < 0.75).map((d) => d.id)
    if (driveIds.length === 0) return
    const { json } = await this.media('copies', { cardId: this.card.id, driveIds })
    const job = (json as unknown as { id?: string }).id
    if (stopped && job) await this.media(`jobs/${job}/stop`, {})
    await world.server.services.jobs.quiet()
    await this.readAgain()
  }
  async check() {
    const { records } = await this.snapshot()
    const runs = Object.values(records.copyRun).filter((run) => run.cardId === this.card.id)
    for (const run of runs) await this.media('checks', { copyRunId: run.id })
    await world.server.services.jobs.quiet()
    await this.readAgain()
  }
  /** A clip or a list on a drive comes to harm, and is read back: what nobody read since cannot be known. */
  async harm() {
    const drive = this.folderOf(this.chance.of(this.drives).fields.folder)
    const files = (await readdir(drive, { recursive: true, withFileTypes: true })).filter((entry) => entry.isFile())
    if (files.length === 0) return
    const entry = this.chance.of(files)
    const file = path.join(entry.parentPath, entry.name)
    const how = this.chance.of(['gone', 'cut', 'flipped', 'emptied'])
    if (how === 'gone') await rm(file)
    else if (how === 'emptied') await writeFile(file, '')
    else if (how === 'cut') await truncate(file, this.chance.upTo(20))
    else {
      const bytes = await readFile(file)
      if (bytes.length > 0) bytes[this.chance.upTo(bytes.length)]! ^= 1
      await rm(file)
      await writeFile(file, bytes)
    }
    await this.check()
  }
  async swap() {
    if (this.inReader === 'card') {
      await rename(this.reader, this.aside)
      this.inReader = this.chance.of(['other', 'nothing'] as const)
      if (this.inReader === 'nothing') return
      await mkdir(this.reader)
      await this.state('another')
      const others = this.chance.upTo(3)
      for (let i = 0; i < others; i++)
        await writeFile(path.join(this.reader, `C${i}.mov`), `another card ${this.seed} ${i}`)
    } else {
      await rm(this.reader, { recursive: true, force: true })
      await rename(this.aside, this.reader)
      await this.state('card')
      this.inReader = 'card'
    }
  }
  /** Formatted in its camera, as the log says or as nobody says. */
  async format() {
    if (this.inReader !== 'card') return
    const told = this.chance.next() < 0.5
    for (const name of await readdir(this.reader)) await rm(path.join(this.reader, name), { recursive: true })
    if (!told) return
    const move = create('cardMove', { cardId: this.card.id, cameraId: asId(this.camera.id), type: 'formatted', happenedAt: new Date().toISOString() }) // prettier-ignore
    expect((await this.edit([move])).status).toBe(201)
    // What went then is lost or copied, and is a finding of its own: the card that is asked about now is an empty one.
    this.pictures = new Map()
  }

  /**
   * Which pictures would be lost if the card were wiped now: what is on whatever lies in the reader, and what the log
   * says is on the card.
   */
  async lost(): Promise<string[]> {
    const logged = [...this.pictures].flatMap(([picture, isLogged]) => (isLogged ? [picture] : []))
    return [...new Set([...logged, ...(await contents(this.reader))])].filter((picture) => {
      const disks = [...this.lastRead].flatMap(([drive, held]) => (held.has(picture) ? [this.mediumOf.get(drive)] : []))
      return new Set(disks).size < WANTED
    })
  }
  async askToWipe(): Promise<{ wrong: string | null; strict: string | null }> {
    const lost = await this.lost()
    const wipe = create('wipe', { cardId: this.card.id, wipedAt: new Date().toISOString() })
    const answer = await this.edit([wipe])
    const yes = answer.status === 201
    if (!yes) expect(answer.status).toBe(422)
    const says = yes ? 'yes' : (answer.json.refusal?.says ?? '')
    this.said.push(`wipe: ${says}`)
    const wrong = yes && lost.length > 0 ? `${lost.length} pictures lost` : null
    const strict = !yes && lost.length === 0 && this.pictures.size > 0 && this.inReader === 'card' ? says : null
    if (yes) {
      for (const name of await readdir(this.reader).catch(() => []))
        await rm(path.join(this.reader, name), { recursive: true })
      this.pictures = new Map()
    }
    return { wrong, strict }
  }
  async end() {
    for (const folder of [this.reader, this.aside, ...this.drives.map((d) => this.folderOf(d.fields.folder))])
      if (await exists(folder)) await rm(folder, { recursive: true, force: true })
  }
}

const ACTS: readonly (readonly [name: string, weight: number, act: (history: History) => Promise<unknown>])[] = [
  ['record', 4, (h) => h.record()],
  ['copy', 5, (h) => h.copy()],
  ['stopped copy', 1, (h) => h.copy(true)],
  ['harm', 2, (h) => h.harm()],
  ['check', 1, (h) => h.check()],
  ['swap', 2, (h) => h.swap()],
  ['format', 1, (h) => h.format()],
  ['look', 1, (h) => h.look()],
]
const DRAWN = ACTS.flatMap((act) => Array.from({ length: act[1] }, () => act))

test(
  'no history of copies, faults and mistakes ends in a yes where a picture would be lost',
  async () => {
    const base = Number(process.env.GATE_SEED ?? 20_000)
    const strict = new Map<string, number>()
    const wrong: string[] = []
    let yes = 0
    const live = async (seed: number) => {
      const history = new History(seed)
      await history.begin()
      for (let step = 0; step < STEPS; step++) {
        const [name, , act] = history.chance.of(DRAWN)
        history.said.push(name)
        await act(history)
        if (history.chance.next() >= 0.5) continue
        const outcome = await history.askToWipe()
        if (history.said.at(-1) === 'wipe: yes') yes++
        if (outcome.wrong) wrong.push(`seed ${seed}: ${outcome.wrong} after ${history.said.join(' > ')}`)
        // A no where nothing would be lost is no harm; it is counted by its reason.
        if (outcome.strict) {
          const why = outcome.strict.replace(/[KXYZCS]?\d+(\.mov)?/g, '#').slice(0, 120)
          strict.set(why, (strict.get(why) ?? 0) + 1)
        }
      }
      await history.end()
    }
    let next = base
    const lanes = Array.from({ length: AT_ONCE }, async () => {
      while (next < base + HISTORIES) await live(next++)
    })
    await Promise.all(lanes)
    console.log(`${HISTORIES} histories, ${yes} cards wiped. Refused though nothing would be lost:`, Object.fromEntries([...strict].sort((a, b) => b[1] - a[1]))) // prettier-ignore
    expect(wrong).toEqual([])
    // Else it would have proved nothing.
    expect(yes).toBeGreaterThan(HISTORIES / 10)
  },
  HISTORIES * 30_000,
)
