import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { create, openTestServer, type TestServer } from './testServer.ts'
import type { ProductionFile } from '@kavrell/contract'

let world: TestServer
beforeAll(async () => {
  world = await openTestServer()
})
afterAll(() => world?.close())

const scene = () => create('scene', { number: '1' })

describe('refused in words, or taken in whole', () => {
  test.each(['constructor', '__proto__', 'toString', 'hasOwnProperty'])('a field called %s', async (field) => {
    const made = scene()
    await world.edit('owner', [made])
    const changes = `[{"op":"update","kind":"scene","id":"${made.id}","version":1000,"fields":{"${field}":"x"}}]`
    const answer = await world.edit('owner', JSON.parse(changes) as unknown[])
    // A body in which a name means nothing leaves nothing to change.
    expect([201, 422]).toContain(answer.status)
    expect((await world.snapshot()).records.scene[made.id]).toMatchObject({ number: '1' })
  })

  test('ids in capital letters are the same ids, in a list too', async () => {
    const person = create('person', { name: 'Ada' })
    const made = scene()
    const upper = { ...made, id: made.id.toUpperCase() }
    expect((await world.edit('owner', [{ ...person, id: person.id.toUpperCase() }, upper])).status).toBe(201)
    const shot = create('shot', { sceneId: made.id.toUpperCase(), code: '1A', personIds: [person.id.toUpperCase()] })
    expect((await world.edit('owner', [shot])).status).toBe(201)
    const { records } = await world.snapshot()
    expect(records.shot[shot.id]).toMatchObject({ sceneId: made.id, personIds: [person.id] })
    // In a list it is no dangling reference: the person cannot be taken from under it.
    const removal = { op: 'remove', kind: 'person', id: person.id.toUpperCase(), version: 1e6 }
    expect((await world.edit('owner', [removal])).json.refusal?.code).toBe('still-referenced')
  })

  test('one id in two kinds is two records', async () => {
    const id = uuidv7()
    const both = [create('scene', { number: '7' }, id), create('person', { name: 'Bo' }, id)]
    expect((await world.edit('owner', both)).status).toBe(201)
    const { records } = await world.snapshot()
    expect([records.scene[id]!.number, records.person[id]!.name]).toEqual(['7', 'Bo'])
    const changes = [
      { op: 'update', kind: 'scene', id, version: 1e6, fields: { number: '8' } },
      { op: 'remove', kind: 'person', id, version: 1e6 },
    ]
    expect((await world.edit('owner', changes)).status).toBe(201)
    const after = (await world.snapshot()).records
    expect([after.scene[id]!.number, after.person[id]]).toEqual(['8', undefined])
  })

  test.each([
    ['jobs/none/stop', {}],
    ['invitations/x/withdraw', {}],
    ['sessions/..%2f/end', {}],
  ])('an address with an id that is none: %s', async (route, body) =>
    expect((await world.call('owner', `/productions/${world.productionId}/${route}`, body)).status).toBe(404),
  )
  test.each(['days/none/call-sheet.pdf', 'days/none/takes.csv'])('and %s', async (route) =>
    expect((await world.call('owner', `/productions/${world.productionId}/${route}`)).status).toBe(404),
  )
  test('a production by its id in capital letters is that production', async () =>
    expect((await world.call('owner', `/productions/${world.productionId.toUpperCase()}/members`)).status).toBe(200))
})

describe('a file of a production', () => {
  const exported = async () =>
    (await world.call('owner', `/productions/${world.productionId}/export.json`)).json as unknown as ProductionFile
  const bring = (file: unknown) => world.call('owner', '/productions/import', file)
  const saysOf = async (file: unknown) => (await bring(file)).json.refusal?.says
  const withScene = (file: ProductionFile, fields: object) => ({
    ...file,
    records: { ...file.records, scene: file.records.scene.map((record) => ({ ...record, ...fields })) },
  })

  test('as it was exported comes in', async () => expect((await bring(await exported())).status).toBe(201))
  test.each([
    [-1, /0 or more/],
    [1.5, /whole number/],
    ['2', /whole number/],
    [2 ** 31 - 1, /at most 1000000000/],
    [1e300, /number/],
  ])('with a record of version %s is refused', async (version, says) =>
    expect(await saysOf(withScene(await exported(), { version }))).toMatch(says),
  )
  test('that is as far on as it may be goes on', async () => {
    const { json } = await bring(withScene(await exported(), { version: 1_000_000_000 }))
    const { id } = json as unknown as { id: string }
    const edit = { id: uuidv7(), label: 'On', changes: [scene()] }
    expect((await world.call('owner', `/productions/${id}/edits`, edit)).status).toBe(201)
  })
  test('whose ledger does not say when is refused', async () => {
    const file = await exported()
    const note = { ...create('delivery', {}, uuidv7()), op: undefined }
    const entry = { id: note.id, version: 1, ...note.fields, loggedAt: 'yesterday' }
    const answer = await saysOf({ ...file, records: { ...file.records, delivery: [entry] } })
    expect(answer).toMatch(/delivery/)
  })
  test('with a picture that is not the one it is said to be is refused, not shortened', async () => {
    const picture = { fileId: 'a'.repeat(64), bytes: 3, widthPx: 1, heightPx: 1, base64: 'AAAA' }
    expect(await saysOf({ ...(await exported()), attachments: [picture] })).toMatch(/not the one it is said to be/)
  })
})

test('five thousand records are changed by one edit, each as it was told', async () => {
  const made = Array.from({ length: 5000 }, (_, i) => create('scene', { number: String(i), title: `Scene ${i}` }))
  expect((await world.edit('owner', made)).status).toBe(201)
  const changes = made.map(({ id }, i) => ({
    op: 'update',
    kind: 'scene',
    id,
    version: 1e6,
    fields: { title: `Changed ${i}` },
  }))
  expect((await world.edit('owner', changes)).status).toBe(201)
  const { records } = await world.snapshot()
  for (const [i, { id }] of made.entries())
    expect(records.scene[id]).toMatchObject({ number: String(i), title: `Changed ${i}` })
})
