import { QueryTypes } from 'sequelize'
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { create, openTestServer, type TestServer } from './testServer.ts'
import type { Job } from '@kavrell/contract'
import { applyChanges, type Tables } from '@kavrell/core/records'

let world: TestServer
beforeAll(async () => {
  world = await openTestServer()
})
afterAll(() => world?.close())

const place = (name: string) => create('place', { name })
const job = (state: Job['state'], given: Partial<Job> = {}): Job => ({
  id: uuidv7(),
  productionId: world.productionId,
  kind: 'copy',
  cardId: uuidv7(),
  state,
  phase: 'copying',
  bytesDone: 0,
  bytesTotal: 100,
  bytesPerSecond: 0,
  secondsLeft: null,
  targets: [],
  problems: [],
  ...given,
})
const jobsHeard = (stream: Awaited<ReturnType<TestServer['listen']>>) =>
  stream.heard.flatMap((message) => (message.type === 'job' ? [message.job] : []))
/** Cuts the connections on which the servers hear what others announce. */
const cutTheEars = () =>
  world.server.services.database.query(
    `SELECT pg_terminate_backend(pid) FROM pg_stat_activity
     WHERE datname = current_database() AND query LIKE 'LISTEN%'`,
    { type: QueryTypes.SELECT },
  )

describe('a device that listens', () => {
  test('hears what was edited before it came, and as what it was kept', async () => {
    const from = (await world.snapshot()).seq
    const yard = { ...place('  Yard  '), fields: { ...place('').fields, name: '  Yard  ', noise: ' saw\t' } }
    await world.edit('planner', [yard])
    const stream = await world.listen('reader', from)
    await stream.until(() => stream.edits().length === 1)
    stream.stop()
    expect(stream.edits()[0]).toMatchObject({ seq: from + 1, author: 'planner', label: 'Test' })
    expect(stream.edits()[0]!.changes[0]).toMatchObject({ fields: { name: 'Yard', noise: 'saw' } })
  })

  test('that comes back hears of jobs that ended meanwhile, the newest last', async () => {
    const ended = job('done'),
      failed = job('failed', { problems: ['The drive is full.'] })
    for (const made of [ended, failed]) await world.server.services.jobs.create(made, {} as never)
    const stream = await world.listen('reader', (await world.snapshot()).seq)
    await stream.until(() => jobsHeard(stream).length >= 2)
    stream.stop()
    expect(jobsHeard(stream)).toEqual([ended, failed])
  })

  test('hears nothing of another production', async () => {
    const other = (await world.call('owner', '/productions', { title: 'Other', mainsHz: 60 })).json as unknown as {
      id: string
    }
    const from = (await world.snapshot()).seq
    const stream = await world.listen('reader', from)
    const elsewhere = { id: uuidv7(), label: 'Elsewhere', changes: [place('Not here')] }
    await world.call('owner', `/productions/${other.id}/edits`, elsewhere)
    await world.edit('owner', [place('Here')])
    await stream.until(() => stream.edits().length === 1)
    stream.stop()
    expect(stream.edits().map((e) => e.label)).toEqual(['Test'])
  })

  test('misses nothing when the servers could not hear each other for a while', async () => {
    const stream = await world.listen('reader', (await world.snapshot()).seq, world.second)
    await world.edit('owner', [place('Before the cut')])
    await stream.until(() => stream.edits().length === 1)
    expect(await cutTheEars()).not.toEqual([])
    // Written while nobody hears: what brings them is that the ear is open again.
    const edits = Array.from({ length: 5 }, (_, i) => place(`In the dark ${i}`))
    for (const made of edits) expect((await world.edit('owner', [made])).status).toBe(201)
    const done = job('done')
    await world.server.services.jobs.create(done, {} as never)
    await stream.until(() => stream.edits().length === 6)
    await stream.until(() => jobsHeard(stream).some((heard) => heard.id === done.id))
    const seqs = stream.edits().map((e) => e.seq)
    expect(seqs).toEqual(Array.from({ length: 6 }, (_, i) => seqs[0]! + i))
    await world.edit('owner', [place('Light again')])
    await stream.until(() => stream.edits().length === 7)
    stream.stop()
  })

  test('from any number on comes to the same records as a snapshot', async () => {
    const early = await world.snapshot()
    const stream = await world.listen('reader', early.seq)
    const scene = create('scene', { number: '12' })
    await world.edit('planner', [scene, create('shot', { sceneId: scene.id, code: '12A', sees: ' Tar  ' })])
    await world.edit('owner', [{ op: 'update', kind: 'scene', id: scene.id, version: 1e6, fields: { number: ' 13' } }])
    await stream.until(() => stream.edits().length === 2)
    stream.stop()
    let records: Tables = early.records
    for (const edit of stream.edits()) records = applyChanges(records, edit.changes, edit.seq)
    expect(records).toEqual((await world.snapshot()).records)
  })
})
