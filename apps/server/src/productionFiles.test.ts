import { afterAll, beforeAll, expect, test } from 'vitest'
import { openTestServer, type TestServer } from './testServer.ts'
import type { ProductionFile } from '@kavrell/contract'

let world: TestServer
let demo = ''
beforeAll(async () => {
  world = await openTestServer()
  demo = await world.enterDemo()
})
afterAll(() => world?.close())

const exported = async (id: string, who = 'demo') =>
  (await world.call(who, `/productions/${id}/export.json`)).json as unknown as ProductionFile
const imported = async (file: unknown, who = 'demo') => world.call(who, '/productions/import', file)
const idOf = (answer: Awaited<ReturnType<typeof imported>>) => (answer.json as unknown as { id: string }).id
/** A file with its ids replaced by the order in which they are first named: what is the same but for ids is equal. */
const withoutIds = ({ exportedAt: _, ...file }: ProductionFile) => {
  const names = new Map<string, string>()
  return JSON.stringify(file).replace(/[0-9a-f]{8}-[0-9a-f-]{27}/g, (id) => {
    if (!names.has(id)) names.set(id, `id ${names.size}`)
    return names.get(id)!
  })
}

test('a production that is here already comes in as a copy, the same in everything but its ids', async () => {
  const file = await exported(demo)
  expect(Object.values(file.records).flat().length).toBeGreaterThan(250)
  const copy = idOf(await imported(file))
  expect(copy).not.toBe(demo)
  expect(withoutIds(await exported(copy))).toBe(withoutIds(file))
})

test('an issued call sheet comes along as it was issued, byte for byte', async () => {
  const file = await exported(demo)
  const [sheet] = file.records.sentSheet
  const paperOf = async (production: string, id: string) => {
    const route = `${world.server.address}/api/productions/${production}/sheets/${id}/call-sheet.pdf`
    const answer = await fetch(route, { headers: { cookie: world.cookies.get('demo')! } })
    return Buffer.from(await answer.arrayBuffer()).toString('base64')
  }
  const issued = await paperOf(demo, sheet!.id)
  expect(file.papers).toEqual([{ sentSheetId: sheet!.id, base64: issued }])
  const copy = idOf(await imported(file))
  const [again] = (await exported(copy)).records.sentSheet
  expect(await paperOf(copy, again!.id)).toBe(issued)
  const stray = { ...file, papers: [{ ...file.papers[0]!, sentSheetId: file.records.person[0]!.id }] }
  expect((await imported(stray)).json.refusal?.says).toMatch(/a paper of this sheet, but no such sheet/)
  const forged = { ...file, papers: [{ ...file.papers[0]!, base64: 'AAAA' }] }
  expect((await imported(forged)).json.refusal?.says).toMatch(/is a PDF/)
})

test('on another machine it keeps its ids, numbers and ledgers: identical after the round trip', async () => {
  const { exportedAt: _a, ...file } = await exported(demo)
  const other = await openTestServer()
  try {
    const answer = await other.call('owner', '/productions/import', { ...file, exportedAt: '' })
    expect(idOf(answer)).toBe(demo)
    const { exportedAt: _b, ...back } = (await other.call('owner', `/productions/${demo}/export.json`))
      .json as unknown as ProductionFile
    expect(back).toEqual(file)
    // And it goes on from there: an edit is accepted, undo-able state and judgement as before.
    const id = file.records.place[0]!.id
    const change = { op: 'update', kind: 'place', id, version: 1e6, fields: { noise: 'band saw' } }
    const edit = { id: '01900000-0000-7000-8000-000000000001', label: 'Go on', changes: [change] }
    expect((await other.call('owner', `/productions/${demo}/edits`, edit)).status).toBe(201)
  } finally {
    await other.close()
  }
})

test('a broken file is refused whole, with what is wrong at which record', async () => {
  const file = await exported(demo)
  const broken = structuredClone(file) as unknown as { records: Record<string, Record<string, unknown>[]> }
  broken.records.shot![0]!.tStop = 0
  broken.records.spot![0]!.placeId = file.records.person[0]!.id
  broken.records.take!.push({ ...broken.records.take![0]! })
  const says = (await imported(broken)).json.refusal!.says
  expect(says).toMatch(/^Nothing was imported\./)
  expect(says).toMatch(/shot \w{4} tStop A stop is between T0.7 and T64/)
  expect(says).toMatch(/spot \w{4} placeId Place: that place is not in the file/)
  expect(says).toMatch(/take \w{4} id This id is there twice/)
})

test.each([
  [{ hello: 1 }, /This is no production of Kavrell/],
  [{ format: 'kavrell-production', version: 99 }, /written by a newer Kavrell/],
  [[], /./],
])('%j is no file of ours', async (file, why) => {
  const answer = await imported(file)
  expect(answer.status).toBe(422)
  expect(answer.json.refusal!.says).toMatch(why)
})

test('strangers import nothing, readers export nothing', async () => {
  expect((await imported({}, 'reader')).status).toBe(403)
  expect((await world.call(null, '/productions/import', {})).status).toBe(401)
  expect((await world.call('reader', `/productions/${world.productionId}/export.json`)).status).toBe(403)
})
