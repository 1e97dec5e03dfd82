import { appendFile, mkdir, readdir, rm, utimes, writeFile } from 'node:fs/promises'
import path from 'node:path'
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest'
import { create, openTestServer, type TestServer } from './testServer.ts'
import { type MediaView, readSnapshot, type SnapshotOnTheWay } from '@kavrell/contract'
import { cardHoldings, unloggedClips } from '@kavrell/core/cards'
import { asId, productionOf, type RecordOf } from '@kavrell/core/records'

let world: TestServer
beforeAll(async () => {
  world = await openTestServer()
  await world.edit('owner', [
    {
      op: 'update',
      kind: 'production',
      id: world.productionId,
      version: 1e6,
      fields: { copiesBeforeWipe: 2, checkedBeforeWipe: 2, holdersBeforeWipe: 1, cardSchool: 'wipe' },
    },
  ])
})
afterAll(() => world?.close())

let turn = 0
let card: ReturnType<typeof create<'card'>>
let drives: ReturnType<typeof create<'drive'>>[]
/** When the take on every card was cut, and its clip last written to. */
const CUT = '2026-05-14T10:01:00Z'
const cardFolder = () => path.join(world.media, 'cards', `K${turn}`)
const take = () =>
  create('take', {
    dayId,
    slate: `S${turn}`,
    number: 1,
    cardIds: [card.id],
    startTimecode: '10:00:00:00',
    startedAt: '2026-05-14T10:00:00Z',
  })
const cut = (takeId: string) =>
  create('takeEvent', { takeId: asId(takeId), type: 'cut', timecode: '10:01:00:00', happenedAt: CUT })
let dayId = ''

/** A card with two clips and a take on it, and two drives of their own medium, in somebody's hands. */
beforeEach(async () => {
  turn++
  await mkdir(cardFolder(), { recursive: true })
  await writeFile(path.join(cardFolder(), 'A.mov'), Buffer.alloc(2_000_000, turn))
  await utimes(path.join(cardFolder(), 'A.mov'), new Date(CUT), new Date(CUT))
  await writeFile(path.join(cardFolder(), 'B.mov'), Buffer.alloc(1000, turn))
  card = create('card', { label: `K${turn}`, folder: `K${turn}` })
  drives = ['X', 'Y'].map((name) => create('drive', { label: `${name}${turn}`, folder: `${name}${turn}` }))
  for (const name of ['X', 'Y'].map((letter) => `${letter}${turn}`)) {
    await mkdir(path.join(world.media, 'drives', name), { recursive: true })
    await writeFile(path.join(world.media, 'drives', `${name}.volume.json`), JSON.stringify({ medium: name }))
  }
  const place = create('place', { name: 'Yard' })
  const day = create('day', { placeId: place.id })
  dayId = day.id
  const person = create('person', { name: `Holder ${turn}` })
  const held = drives.map((d) =>
    create('custody', { driveId: d.id, personId: person.id, since: '2026-05-14T09:00:00Z' }),
  )
  const first = take()
  expect((await world.edit('owner', [place, day, person, card, ...drives, first, cut(first.id), ...held])).status).toBe(
    201,
  )
})

const media = (route: string, body: unknown) =>
  world.call('owner', `/productions/${world.productionId}/media/${route}`, body)
const copy = async (driveIds = drives.map((d) => d.id)) => {
  const answer = await media('copies', { cardId: card.id, driveIds })
  expect(answer.status).toBe(202)
  await world.server.services.jobs.quiet()
  return (await world.snapshot()).jobs.find((j) => j.id === (answer.json as unknown as { id: string }).id)!
}
const runs = async () => Object.values((await world.snapshot()).records.copyRun).filter((run) => run.cardId === card.id)
const checkAll = async () => {
  for (const run of await runs()) await media('checks', { copyRunId: run.id })
  await world.server.services.jobs.quiet()
}
const wipe = async () =>
  world.edit('owner', [create('wipe', { cardId: card.id, wipedAt: new Date().toISOString() })], uuidv7())
const whyNot = async () => {
  const answer = await wipe()
  expect(answer.status).toBe(422)
  return answer.json.refusal!.says
}
const copyFolder = (run: RecordOf<'copyRun'>, i: number) =>
  path.join(world.media, 'drives', drives[i]!.fields.folder, run.folder)

test('six who ask for the same card at once get one copy', async () => {
  const asked = await Promise.all(
    Array.from({ length: 6 }, () => media('copies', { cardId: card.id, driveIds: drives.map((d) => d.id) })),
  )
  expect(asked.map(({ status }) => status).sort()).toEqual([202, 404, 404, 404, 404, 404])
  const refused = asked.flatMap(({ json }) => json.refusal?.says ?? [])
  expect(new Set(refused)).toEqual(new Set([`Card K${turn} is being copied already.`]))
  await world.server.services.jobs.quiet()
  expect(await runs()).toHaveLength(2)
})

test('two copies on two media, read back, in somebody’s hands: the wipe is written down', async () => {
  expect((await copy()).state).toBe('done')
  expect(await wipe()).toMatchObject({ status: 201 })
})

describe('a take on the log that no file on the card is known to be', () => {
  const clips = async () => Object.values((await world.snapshot()).records.clip).filter((one) => one.cardId === card.id)
  test('its clip was deleted and another one came: no, by name, though the count is right', async () => {
    await rm(path.join(cardFolder(), 'A.mov'))
    await writeFile(path.join(cardFolder(), 'Z.mov'), Buffer.alloc(2_000_000, turn))
    const later = new Date('2026-05-14T10:40:00Z')
    await utimes(path.join(cardFolder(), 'Z.mov'), later, later)
    await copy()
    expect(await whyNot()).toMatch(new RegExp(`No file on X${turn}, Y${turn} is known to be all of S${turn} take 1`))
    // What is shorter than any recording is what a camera notes beside it.
    expect((await clips()).map(({ path: name, holds }) => [name, holds])).toEqual([['Z.mov', 'unread']])
  })
  test('frames in files of their own are one recording, as long as from the first to the last', async () => {
    await rm(path.join(cardFolder(), 'A.mov'))
    for (const n of [0, 1, 2, 4]) {
      const frame = Buffer.alloc(2048)
      frame.write('SDPX')
      frame.writeUInt32BE(2048, 4)
      frame.writeUInt32BE(2048, 772)
      frame.writeUInt32BE(1152, 776)
      frame.writeUInt32BE(0x10000000 + n, 1920)
      frame.writeFloatBE(25, 1940)
      await writeFile(path.join(cardFolder(), `A_000${n}.dpx`), frame)
    }
    await copy()
    expect((await clips()).map(({ path: name, holds, startTimecode, seconds, bytes }) => ({ name, holds, startTimecode, seconds, bytes }))).toEqual([{ name: 'A_0000-0004.dpx', holds: 'picture', startTimecode: '10:00:00:00', seconds: 0.2, bytes: 8192 }]) // prettier-ignore
  })
  test('is believed to be there once somebody has looked; a later take is not', async () => {
    await utimes(path.join(cardFolder(), 'A.mov'), new Date(0), new Date(0))
    await copy()
    expect(await whyNot()).toMatch(/is known to be all of/)
    const look = async () => {
      const reading = (await clips()).at(-1)!.reading
      return (await world.edit('owner', [create('cardLook', { cardId: card.id, reading, lookedAt: CUT })])).status
    }
    expect(await look()).toBe(201)
    const again = { ...take(), fields: { ...take().fields, number: 2, startedAt: '2026-05-14T11:00:00Z' } }
    expect((await world.edit('owner', [again])).status).toBe(201)
    await copy()
    expect(await whyNot()).toMatch(/is known to be all of/)
    expect(await look()).toBe(201)
    expect(await wipe()).toMatchObject({ status: 201 })
  })
  test('only the server says what a file on a card is', async () => {
    const clip = create('clip', { cardId: card.id, reading: 'made up', path: 'A.mov', modifiedAt: CUT })
    expect((await world.edit('owner', [clip])).status).toBe(403)
  })
})

describe('what the drives say of themselves is no proof', () => {
  test.each<[string, (folder: string) => Promise<void>]>([
    ['emptied', (folder) => writeFile(path.join(folder, 'checksums.xxh64'), '')],
    [
      'gone, with its seal',
      async (folder) => {
        await rm(path.join(folder, 'checksums.xxh64'))
        await rm(path.join(folder, 'checksums.xxh64.seal'))
      },
    ],
  ])('all clips deleted and the list %s: the checks differ, and it stays unsafe', async (_, harm) => {
    await copy()
    const made = await runs()
    for (const run of made) {
      const folder = copyFolder(
        run,
        drives.findIndex((d) => d.id === run.driveId),
      )
      for (const name of await readdir(folder)) if (name.endsWith('.mov')) await rm(path.join(folder, name))
      await harm(folder)
    }
    await checkAll()
    const says = await whyNot()
    expect(says).toMatch(/did not pass its check/)
    const checks = Object.values((await world.snapshot()).records.copyCheck).filter((c) =>
      made.some((run) => run.id === c.copyRunId),
    )
    expect(checks.filter((c) => c.outcome === 'different').map((c) => c.files)).toEqual([0, 0])
  })
  test('another drive under the same name does not pass for the one that was copied to', async () => {
    await copy()
    const name = drives[0]!.fields.folder
    await writeFile(path.join(world.media, 'drives', `${name}.volume.json`), JSON.stringify({ medium: 'another' }))
    await checkAll()
    expect(await whyNot()).toMatch(new RegExp(`copy on ${drives[0]!.fields.label} did not pass`))
  })
})

describe('an empty card', () => {
  test('is not copied, its copies count for nothing, and a card with takes on it stops', async () => {
    await rm(cardFolder(), { recursive: true })
    await mkdir(cardFolder())
    const job = await copy()
    expect(job.state).toBe('failed')
    expect(job.problems.join()).toMatch(/no file on it. Is the card mounted/)
    expect((await runs()).map((run) => [run.outcome, run.files])).toEqual([
      ['incomplete', 0],
      ['incomplete', 0],
    ])
    expect(await whyNot()).toMatch(/0 copies of 2/)
  })
})

describe('one medium', () => {
  test('counts once, however many drives it is listed as', async () => {
    for (const d of drives)
      await writeFile(
        path.join(world.media, 'drives', `${d.fields.folder}.volume.json`),
        JSON.stringify({ medium: 'the same disk' }),
      )
    await copy()
    expect(await whyNot()).toMatch(/are one medium and count once.*1 copy of 2/)
  })
  test('folders that state nothing are the disk they lie on', async () => {
    for (const d of drives) await rm(path.join(world.media, 'drives', `${d.fields.folder}.volume.json`))
    await copy()
    expect(await whyNot()).toMatch(/are one medium/)
    const { volumes } = (await world.call('owner', `/productions/${world.productionId}/media/volumes`))
      .json as unknown as MediaView
    const mine = volumes.filter((v) => drives.some((d) => d.fields.folder === v.folder))
    expect(new Set(mine.map((v) => v.medium)).size).toBe(1)
  })
  test('the same folder for a second drive is refused in words, in one edit or later', async () => {
    const twin = create('drive', { label: `T${turn}`, folder: `X${turn}` })
    expect((await world.edit('owner', [twin])).json.refusal).toMatchObject({
      field: 'folder',
      says: `The folder X${turn} is that of drive X${turn} already. Give this one its own.`,
    })
    const pair = ['P', 'Q'].map((name) => create('card', { label: `${name}${turn}`, folder: `PQ${turn}` }))
    expect((await world.edit('owner', pair)).status).toBe(422)
    const swapped = drives.map((d, i) => ({
      op: 'update',
      kind: 'drive',
      id: d.id,
      version: 1e6,
      fields: { folder: drives[1 - i]!.fields.folder },
    }))
    expect((await world.edit('owner', swapped)).status).toBe(201)
  })
})

describe('the card itself, while it is in the reader', () => {
  test('a clip that nobody logged and no copy has: no, by name, and the screen is told the same', async () => {
    await copy()
    await writeFile(path.join(cardFolder(), 'C.mov'), 'nobody logged this')
    expect(await whyNot()).toMatch(/1 file on the card \(C.mov\) that no copy has/)
    const view = (await world.call('owner', `/productions/${world.productionId}/media/volumes`))
      .json as unknown as MediaView
    expect(view.cards[card.id]).toMatchObject({ files: 3 })
    expect(Object.values(view.cards[card.id]!.lacking)).toEqual([
      { count: 1, first: ['C.mov'], gone: 0 },
      { count: 1, first: ['C.mov'], gone: 0 },
    ])
    await copy()
    expect((await wipe()).status).toBe(201)
  })
  test('a file whose name cannot be written down: no, and a copy made then is not whole', async () => {
    await copy()
    await writeFile(Buffer.concat([Buffer.from(`${cardFolder()}/C`), Buffer.from([0xff, 0xfe])]), 'a picture')
    expect(await whyNot()).toMatch(/1 thing on the card could not be looked at.*the name is not Unicode/)
    await copy()
    expect((await runs()).map((run) => run.outcome).sort()).toEqual([
      'complete',
      'complete',
      'incomplete',
      'incomplete',
    ])
    expect(await whyNot()).toMatch(/could not be looked at/)
  })
  test('a clip that grew after the copy: no', async () => {
    await copy()
    await appendFile(path.join(cardFolder(), 'B.mov'), 'more')
    expect(await whyNot()).toMatch(/B.mov/)
  })
  test('a card that is not in the reader cannot be looked at; the ledgers decide, and the screen is told nothing', async () => {
    await copy()
    await writeFile(path.join(cardFolder(), 'C.mov'), 'more')
    await rm(cardFolder(), { recursive: true })
    const view = (await world.call('owner', `/productions/${world.productionId}/media/volumes`))
      .json as unknown as MediaView
    expect(view.cards[card.id]).toBeUndefined()
    expect((await wipe()).status).toBe(201)
  })
})

test('what copies hold comes along with a production that is taken to another machine', async () => {
  await copy()
  const file = (await world.call('owner', `/productions/${world.productionId}/export.json`)).json as unknown as {
    manifests: { digest: string; base64: string }[]
    records: { copyRun: unknown[] }
  }
  const [run] = await runs()
  expect(file.manifests.map((m) => m.digest)).toContain(run!.manifest)
  const other = await openTestServer()
  try {
    const forged = file.manifests.map((m) => ({ ...m, base64: file.manifests[0]!.base64 }))
    const brought = await other.call('owner', '/productions/import', { ...file, manifests: forged })
    expect(brought.status).toBe(201)
    const { manifests } = other.server.services
    expect(await manifests.read(file.manifests[0]!.digest)).toHaveLength(2)
    for (const { digest } of file.manifests.slice(1)) expect(await manifests.read(digest)).toBeNull()
    // And a run that names a list which did not come, or was forged, proves nothing there.
    const bare = await other.call('owner', '/productions/import', { ...file, manifests: [] })
    const { id } = bare.json as unknown as { id: string }
    const there = (await other.call('owner', `/productions/${id}/export.json`)).json as unknown as {
      records: { copyRun: { manifest: string }[] }
    }
    expect(there.records.copyRun.map((r) => r.manifest)).toEqual(file.records.copyRun.map(() => ''))
  } finally {
    await other.close()
  }
})

test('every recording that the demo’s log tells of is found in the files of its cards', async () => {
  const demo = await world.enterDemo()
  const ask = (route: string, body?: unknown) => world.call('demo', `/productions/${demo}${route}`, body)
  const production = async () => {
    const { json } = await ask('/snapshot')
    return productionOf(readSnapshot(json as unknown as SnapshotOnTheWay).records)!
  }
  const before = await production()
  const drive = Object.values(before.drive).find((one) => one.label === 'S1')!
  const used = Object.values(before.card).filter(({ label }) => ['A1', 'A2', 'B1', 'R1', 'C1'].includes(label))
  for (const { id } of used) {
    expect((await ask('/media/copies', { cardId: id, driveIds: [drive.id] })).status).toBe(202)
    await world.server.services.jobs.quiet()
  }
  const after = await production()
  for (const { id, label } of used) expect([label, cardHoldings(after, id)?.missing]).toEqual([label, []])
  const [c1] = used.filter(({ label }) => label === 'C1')
  expect(unloggedClips(after, c1!.id)).toMatchObject([{ take: { slate: '2E', number: 3 }, clip: { holds: 'picture' } }])
})
