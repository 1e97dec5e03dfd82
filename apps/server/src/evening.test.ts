import { mkdir, readdir, readFile, rename, rm, writeFile } from 'node:fs/promises'
import path from 'node:path'
import { afterAll, beforeAll, beforeEach, expect, test, vi } from 'vitest'
import type { EveningBegun, Job } from '@kavrell/contract'
import { asId } from '@kavrell/core/records'
import { create, openTestServer, type TestServer } from './testServer.ts'

let world: TestServer
beforeAll(async () => {
  world = await openTestServer()
  const fields = { copiesBeforeWipe: 3, checkedBeforeWipe: 3, holdersBeforeWipe: 1, cardSchool: 'wipe', hashName: 'md5' } as const // prettier-ignore
  const rules = { op: 'update', kind: 'production', id: world.productionId, version: 1e6, fields } as const
  expect((await world.edit('owner', [rules])).status).toBe(201)
})
afterAll(() => world?.close())

let turn = 0
let cards: ReturnType<typeof create<'card'>>[]
let drives: ReturnType<typeof create<'drive'>>[]
const folderOf = (label: string) => path.join(world.media, 'cards', label)
const driveFolder = (label: string) => path.join(world.media, 'drives', label)
const putIn = async (label: string) => {
  await mkdir(folderOf(label), { recursive: true })
  await writeFile(path.join(folderOf(label), 'A.mov'), Buffer.alloc(400_000, label.charCodeAt(0) + turn))
}
const plugIn = async (label: string) => {
  await mkdir(driveFolder(label), { recursive: true })
  await writeFile(`${driveFolder(label)}.volume.json`, JSON.stringify({ medium: label }))
}

/** Two cards and three drives on the list; one card and two drives are there. */
beforeEach(async () => {
  turn++
  const label = (name: string) => `${name}${turn}`
  cards = ['P', 'Q'].map((name) => create('card', { label: label(name), folder: label(name) }))
  drives = ['F', 'G', 'Z'].map((name) => create('drive', { label: label(name), folder: label(name) }))
  const person = create('person', { name: `Holder ${turn}` })
  const held = drives.map(({ id }) => create('custody', { driveId: id, personId: person.id, since: '2026-05-14T09:00:00Z' })) // prettier-ignore
  expect((await world.edit('owner', [person, ...cards, ...drives, ...held])).status).toBe(201)
  await putIn(label('P'))
  for (const name of ['F', 'G']) await plugIn(label(name))
})

const begin = async (copies: readonly object[], relays: readonly object[]) => {
  const answer = await world.call('owner', `/productions/${world.productionId}/media/evening`, { copies, relays })
  expect(answer.status).toBe(202)
  return answer.json as unknown as EveningBegun
}
const evening = () => {
  const [p, q] = cards as [ReturnType<typeof create<'card'>>, ReturnType<typeof create<'card'>>]
  const [f, g, z] = drives.map(({ id }) => id)
  return begin([{ cardId: p.id, driveIds: [f, g] }, { cardId: q.id, driveIds: [f, g] }], [{ cardId: p.id, driveId: z }, { cardId: q.id, driveId: z }]) // prettier-ignore
}
const askOf = (job: Job, what: string, body: object) => world.call('owner', `/productions/${world.productionId}/media/jobs/${job.id}/${what}`, body) // prettier-ignore
const jobsNow = async () => new Map((await world.snapshot()).jobs.map((job) => [job.id, job]))
/** Waits until each of these jobs is as said. */
const until = (jobs: readonly Job[], is: (job: Job) => boolean) =>
  vi.waitFor(
    async () => {
      const now = await jobsNow()
      expect(jobs.map(({ id }) => now.get(id)!).filter((job) => !is(job))).toEqual([])
    },
    { timeout: 90_000, interval: 250 },
  )
const runsOf = async (cardId: string) => Object.values((await world.snapshot()).records.copyRun).filter((run) => run.cardId === cardId) // prettier-ignore
const wipe = async (cardId: string) => world.edit('owner', [create('wipe', { cardId: asId(cardId), wipedAt: new Date().toISOString() })]) // prettier-ignore

test('each waits for what it needs and says so; then all is copied, relayed, read back, and the card may be wiped', async () => {
  const { jobs, left } = await evening()
  expect(left).toEqual([])
  const [copyP, copyQ, relayP, relayQ] = jobs
  await until([copyP!], (job) => job.state === 'done')
  await until([copyQ!], (job) => job.waitsFor === `Put Q${turn} into the reader.`)
  await until([relayP!], (job) => job.waitsFor === `Plug in Z${turn}.`)
  // Two copies of three that the rule wants.
  expect((await wipe(cards[0]!.id)).status).toBe(422)
  await plugIn(`Z${turn}`)
  await until([relayP!], (job) => job.state === 'done')
  await until([relayQ!], (job) => job.waitsFor === `Q${turn} is to be copied from the card first.`)
  await putIn(`Q${turn}`)
  await until([copyQ!, relayQ!], (job) => job.state === 'done')
  const runs = await runsOf(cards[0]!.id)
  expect(runs.map(({ outcome, hashName, fromDriveId }) => [outcome, hashName, fromDriveId !== null])).toEqual([
    ['complete', 'md5', false],
    ['complete', 'md5', false],
    ['complete', 'md5', true],
  ])
  expect(new Set(runs.map(({ manifest }) => manifest)).size).toBe(1)
  // What lies on the third drive is the card's file, its list and a history that another program can read.
  const copy = path.join(driveFolder(`Z${turn}`), runs[2]!.folder)
  expect((await readdir(copy)).sort()).toEqual(['A.mov', 'ascmhl', 'checksums.md5', 'checksums.md5.seal'])
  expect(await readFile(path.join(copy, 'A.mov'))).toEqual(await readFile(path.join(folderOf(`P${turn}`), 'A.mov')))
  expect((await wipe(cards[0]!.id)).status).toBe(201)
})

test('asked for twice, nothing is begun twice', async () => {
  const first = await evening()
  await until(first.jobs.slice(0, 1), (job) => job.state === 'done')
  const { jobs, left } = await evening()
  expect(left).toEqual([
    `Card Q${turn} is being copied already.`,
    `A copy of P${turn} for Z${turn} waits already.`,
    `A copy of Q${turn} for Z${turn} waits already.`,
  ])
  expect(jobs).toHaveLength(1)
  for (const job of [...first.jobs.slice(1), ...jobs]) await world.call('owner', `/productions/${world.productionId}/media/jobs/${job.id}/stop`, {}) // prettier-ignore
  await until([...first.jobs.slice(1)], (job) => job.state === 'stopped')
  await world.server.services.jobs.quiet()
})

test('a first copy that changed before it was handed on makes no second one, and the card is kept', async () => {
  const { jobs } = await begin([{ cardId: cards[0]!.id, driveIds: drives.slice(0, 2).map(({ id }) => id) }], [{ cardId: cards[0]!.id, driveId: drives[2]!.id }]) // prettier-ignore
  await until(jobs.slice(0, 1), (job) => job.state === 'done')
  for (const run of await runsOf(cards[0]!.id)) {
    const name = drives.find(({ id }) => id === run.driveId)!.fields.label
    await writeFile(path.join(driveFolder(name), run.folder, 'A.mov'), Buffer.alloc(400_000, 99))
  }
  await plugIn(`Z${turn}`)
  await until(jobs.slice(1), (job) => job.state === 'failed')
  expect((await jobsNow()).get(jobs[1]!.id)!.problems).toEqual(['A.mov: is no longer what was copied from the card.'])
  const relayed = (await runsOf(cards[0]!.id)).find(({ fromDriveId }) => fromDriveId !== null)!
  expect([relayed.outcome, relayed.manifest]).toEqual(['incomplete', ''])
  expect((await wipe(cards[0]!.id)).status).toBe(422)
})

test('what was recorded after the first copy is in no relayed one', async () => {
  const place = create('place', { name: `Yard ${turn}` })
  const day = create('day', { placeId: place.id })
  const { jobs } = await begin([{ cardId: cards[0]!.id, driveIds: drives.slice(0, 2).map(({ id }) => id) }], [{ cardId: cards[0]!.id, driveId: drives[2]!.id }]) // prettier-ignore
  await until(jobs.slice(0, 1), (job) => job.state === 'done')
  const take = create('take', { dayId: day.id, slate: `S${turn}`, number: 1, cardIds: [cards[0]!.id], startedAt: '2026-05-14T10:00:00Z' }) // prettier-ignore
  expect((await world.edit('owner', [place, day, take])).status).toBe(201)
  await plugIn(`Z${turn}`)
  await until(jobs.slice(1), (job) => job.state === 'done')
  const answer = await wipe(cards[0]!.id)
  expect(answer.status).toBe(422)
  expect(answer.json.refusal!.says).toMatch(/Takes were logged/)
})

test('a drive with another disk under its name is not copied from', async () => {
  const { jobs } = await begin([{ cardId: cards[0]!.id, driveIds: drives.slice(0, 2).map(({ id }) => id) }], [{ cardId: cards[0]!.id, driveId: drives[2]!.id }]) // prettier-ignore
  await until(jobs.slice(0, 1), (job) => job.state === 'done')
  for (const name of ['F', 'G']) await writeFile(`${driveFolder(`${name}${turn}`)}.volume.json`, JSON.stringify({ medium: `another ${name}` })) // prettier-ignore
  await plugIn(`Z${turn}`)
  await until(jobs.slice(1), (job) => job.waitsFor === `A checked copy of P${turn} on another drive is not there yet.`)
  await rename(driveFolder(`F${turn}`), `${driveFolder(`F${turn}`)} away`)
  await rm(`${driveFolder(`F${turn}`)} away`, { recursive: true })
  await plugIn(`G${turn}`)
  await until(jobs.slice(1), (job) => job.state === 'done')
})

test('a copy that is paused lets others go by, goes on where it was, and then is whole', async () => {
  const slow = { medium: `F${turn}`, bytesPerSecond: 150_000 }
  await writeFile(`${driveFolder(`F${turn}`)}.volume.json`, JSON.stringify(slow))
  await putIn(`Q${turn}`)
  const [f, g] = drives.map(({ id }) => id)
  const { jobs } = await begin([{ cardId: cards[0]!.id, driveIds: [f] }, { cardId: cards[1]!.id, driveIds: [g] }], []) // prettier-ignore
  await until(jobs.slice(0, 1), (job) => job.state === 'running')
  expect((await askOf(jobs[0]!, 'pause', { isPaused: true })).json).toMatchObject({ found: true })
  await until(jobs.slice(0, 1), (job) => job.state === 'waiting' && job.isPaused === true)
  await until(jobs.slice(1), (job) => job.state === 'done')
  await world.server.services.jobs.quiet()
  expect((await jobsNow()).get(jobs[0]!.id)).toMatchObject({ state: 'waiting', isPaused: true })
  expect(await runsOf(cards[0]!.id)).toEqual([])
  // Its process died as it was paused: it does not look as if it ran for ever.
  await world.server.services.database.query(`UPDATE job SET state = 'running', "heartbeatAt" = now() - interval '1 hour' WHERE id = :id`, { replacements: { id: jobs[0]!.id } }) // prettier-ignore
  await until(jobs.slice(0, 1), (job) => job.state === 'waiting' && job.isPaused === true)
  await writeFile(`${driveFolder(`F${turn}`)}.volume.json`, JSON.stringify({ medium: `F${turn}` }))
  await askOf(jobs[0]!, 'pause', { isPaused: false })
  await until(jobs.slice(0, 1), (job) => job.state === 'done' && job.isPaused !== true)
  const [run] = await runsOf(cards[0]!.id)
  expect(run).toMatchObject({ outcome: 'complete', files: 1, bytes: 400_000 })
  // Nothing can be paused that is over.
  expect((await askOf(jobs[0]!, 'pause', { isPaused: true })).json).toMatchObject({ found: false })
})

test('one that waits can be put first', async () => {
  await writeFile(`${driveFolder(`F${turn}`)}.volume.json`, JSON.stringify({ medium: `F${turn}`, bytesPerSecond: 400_000 })) // prettier-ignore
  const names = ['P', 'Q', 'R', 'S', 'T', 'U', 'V', 'W', 'X']
  const more = names.slice(2).map((name) => create('card', { label: `${name}${turn}`, folder: `${name}${turn}` }))
  expect((await world.edit('owner', more)).status).toBe(201)
  for (const name of names) await putIn(`${name}${turn}`)
  const all = [...cards, ...more]
  const { jobs } = await begin(all.map(({ id }) => ({ cardId: id, driveIds: [drives[0]!.id] })), []) // prettier-ignore
  await until(jobs.slice(0, 1), (job) => job.state === 'running')
  expect((await askOf(jobs[8]!, 'first', {})).json).toMatchObject({ found: true })
  await until(jobs, (job) => job.state === 'done')
  const runs = Object.values((await world.snapshot()).records.copyRun).toSorted((a, b) => a.version - b.version)
  const order = runs.map(({ cardId }) => all.findIndex(({ id }) => id === cardId)).filter((i) => i >= 0)
  // Two at once in each of two processes were running when it was put first.
  expect(order).toHaveLength(9)
  expect(order.indexOf(8)).toBeLessThan(order.indexOf(7))
  expect(order.indexOf(8)).toBeLessThan(order.indexOf(6))
})

test('whoever wanted to is told when the copies wait for a hand, and when they are over', async () => {
  const person = Object.values((await world.snapshot()).records.person).find(({ name }) => name === `Holder ${turn}`)!
  expect((await world.edit('owner', [{ op: 'update', kind: 'person', id: person.id, version: 1e6, fields: { phone: '+44 20 7946 0000' } }])).status).toBe(201) // prettier-ignore
  const [f] = drives.map(({ id }) => id)
  const asked = { copies: cards.map(({ id }) => ({ cardId: id, driveIds: [f] })), relays: [], tellPersonId: person.id }
  const { json } = await world.call('owner', `/productions/${world.productionId}/media/evening`, asked)
  const { jobs } = json as unknown as EveningBegun
  const told = `Holder ${turn}: Nothing went out to +44 20 7946 0000: this gateway is a stand-in.`
  await until(jobs.slice(0, 1), (job) => job.state === 'done')
  await until(jobs.slice(1), (job) => job.waitsFor !== undefined && job.told === told)
  await putIn(`Q${turn}`)
  await until(jobs.slice(1), (job) => job.state === 'done' && job.told === told)
})

test('where both have to say so, nobody says it for the other one', async () => {
  const rule = (handOvers: string) => world.edit('owner', [{ op: 'update', kind: 'production', id: world.productionId, version: 1e9, fields: { handOvers } }]) // prettier-ignore
  expect((await rule('both')).status).toBe(201)
  const person = create('person', { name: `Runner ${turn}` })
  const given = create('custody', { driveId: drives[0]!.id, personId: person.id, since: '2026-05-14T20:00:00Z' })
  expect((await world.edit('owner', [person, given])).status).toBe(201)
  const yes = (says: string) => [create('custodyYes', { custodyId: given.id, says, happenedAt: '2026-05-14T20:05:00Z' })] // prettier-ignore
  const own = await world.edit('owner', yes('has it'))
  expect(own.status).toBe(422)
  expect(own.json.refusal!.says).toMatch(/said by whoever got it/)
  expect((await world.edit('logger', yes('has it'))).status).toBe(201)
  expect((await world.edit('owner', yes('never came'))).status).toBe(201)
  expect((await rule('said')).status).toBe(201)
  expect((await world.edit('owner', yes('has it'))).status).toBe(201)
})
