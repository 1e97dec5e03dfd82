import { afterAll, beforeAll, beforeEach, expect, test } from 'vitest'
import { create, openTestServer, type TestServer } from '../testServer.ts'
import { start } from '../start.ts'
import { asId, type RecordOf } from '@kavrell/core/records'
import { formatTimecode } from '@kavrell/core/timecode'

let world: TestServer
const rate = { num: 30_000, den: 1001, drop: true }
/** Of a day that is long over for the clocks of the tests' own machine: what it says is for minutes that went by. */
const MINUTE = 60_000
const place = create('place', { name: 'Yard' })
const day = create('day', { placeId: asId(place.id), date: '2026-05-14' })
const linked = create('camera', { letter: 'A', stopsItselfMin: 30, tellsItself: true, dataRateMbps: 800 })
const alone = create('camera', { letter: 'B', stopsItselfMin: 30, dataRateMbps: 800 })
const small = create('card', { label: 'A1', capacityGb: 1, cameraId: asId(linked.id) })

beforeAll(async () => {
  world = await openTestServer()
  expect((await world.edit('owner', [place, day, linked, alone, small])).status).toBe(201)
})
afterAll(() => world.close())

const stops = async (): Promise<RecordOf<'runStop'>[]> => Object.values((await world.snapshot()).records.runStop)
const roll = async (camera: { id: string }, agoMs: number, fields: object = {}) => {
  const run = create('run', {
    dayId: asId(day.id),
    cameraId: asId(camera.id),
    startTimecode: formatTimecode(107_892, rate),
    rateNum: rate.num,
    rateDen: rate.den,
    dropFrame: rate.drop,
    startedAt: new Date(Date.now() - agoMs).toISOString(),
    ...fields,
  })
  expect((await world.edit('logger', [run])).status).toBe(201)
  return run
}
let known: readonly string[] = []
beforeEach(async () => {
  known = (await stops()).map(({ id }) => id)
})
const newStops = async () => (await stops()).filter(({ id }) => !known.includes(id))

test('a linked camera says when it stopped by itself, once, though two servers hear it', async () => {
  const run = await roll(linked, 30 * MINUTE - 1500)
  expect(await newStops()).toEqual([])
  await expect.poll(newStops).toHaveLength(1)
  const [stop] = await newStops()
  expect(stop).toMatchObject({ runId: run.id, how: 'by itself' })
  expect(Date.parse(stop!.happenedAt) - Date.parse((run.fields as { startedAt: string }).startedAt)).toBe(30 * MINUTE)
  // 30 minutes of drop-frame from 01:00:00;00.
  expect(stop!.timecode).toBe(formatTimecode(107_892 + Math.floor((1800 * 30_000) / 1001), rate))
  const { edits } = await world.listen('owner', 0).then(async (stream) => {
    await stream.until(() => stream.edits().some(({ label }) => label === 'A says: stopped by itself'))
    stream.stop()
    return { edits: stream.edits() }
  })
  expect(edits.filter(({ label }) => label.startsWith('A says')).map(({ author }) => author)).toEqual(['Camera A'])
})

test('what a card has no room for is not recorded: the camera says that it is full', async () => {
  // A gigabyte at 800 Mb/s is ten seconds.
  const run = await roll(linked, 20_000, { cardId: asId(small.id) })
  await expect.poll(newStops).toHaveLength(1)
  const [stop] = await newStops()
  expect(stop).toMatchObject({ runId: run.id, how: 'card full' })
  expect(Date.parse(stop!.happenedAt) - Date.parse((run.fields as { startedAt: string }).startedAt)).toBe(10_000)
})

test('of a camera that is not linked nothing is said, nor of one that was stopped by hand', async () => {
  await roll(alone, 40 * MINUTE)
  const run = await roll(linked, 10 * MINUTE)
  await world.edit('logger', [
    create('runStop', {
      runId: asId(run.id),
      happenedAt: new Date().toISOString(),
      timecode: '01:10:00;00',
      how: 'key',
    }),
  ])
  const later = await roll(linked, 31 * MINUTE)
  await expect.poll(newStops).toHaveLength(2)
  expect((await newStops()).map(({ runId, how }) => [runId, how])).toEqual(
    expect.arrayContaining([
      [run.id, 'key'],
      [later.id, 'by itself'],
    ]),
  )
})

test('a log without runs, and what nobody stopped on a day that is over, tell nothing and hide no other', async () => {
  const old = create('take', { dayId: asId(day.id), slate: 'old', cameraIds: [asId(linked.id)], startedAt: new Date(Date.now() - 40 * MINUTE).toISOString() }) // prettier-ignore
  const forgotten = await roll(linked, 26 * 60 * MINUTE)
  expect((await world.edit('logger', [old])).status).toBe(201)
  const due = await roll(linked, 35 * MINUTE)
  await expect.poll(newStops).toHaveLength(1)
  expect((await newStops()).map(({ runId }) => runId)).toEqual([due.id])
  expect(forgotten.id).not.toBe(due.id)
})

test('what stopped while no server ran is told when one is there again', async () => {
  // Nobody listens: the run is written as another program would.
  const run = create('run', { dayId: asId(day.id), cameraId: asId(linked.id), startedAt: new Date(Date.now() - 45 * MINUTE).toISOString() }) // prettier-ignore
  const { models } = world.server.services
  const [sample] = await models.run.findAll({ limit: 1, raw: true })
  const { id: _, ...like } = sample as unknown as Record<string, unknown>
  await models.run.create({ ...like, ...run.fields, id: run.id } as never)
  const third = await start(world.settings)
  try {
    await expect.poll(newStops).toHaveLength(1)
    const [stop] = await newStops()
    expect(stop).toMatchObject({ runId: run.id, how: 'by itself' })
    expect(Date.now() - Date.parse(stop!.happenedAt)).toBeGreaterThan(14 * MINUTE)
  } finally {
    await third.stop()
  }
})

test('a box that is set while a camera records does not have it said to have stopped', async () => {
  const other = create('camera', { letter: 'E', stopsItselfMin: 30, tellsItself: true })
  expect((await world.edit('owner', [other])).status).toBe(201)
  await roll(linked, 0)
  const setBox = async (offsetMs: number) => {
    const [box] = Object.values((await world.snapshot()).records.timecodeBox)
    const change = { op: 'update', kind: 'timecodeBox', id: box!.id, version: box!.version, fields: { offsetMs } }
    expect((await world.edit('owner', [change])).status).toBe(201)
  }
  await setBox(60 * MINUTE)
  // By the box as it is now this one began 31 minutes ago, and the other more than an hour.
  const due = await roll(other, (31 - 60) * MINUTE)
  await expect.poll(newStops).toHaveLength(1)
  expect((await newStops()).map(({ runId }) => runId)).toEqual([due.id])
})
