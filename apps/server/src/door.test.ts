import fc from 'fast-check'
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { editsAfter } from './live/editLog.ts'
import { create, openTestServer, type TestServer } from './testServer.ts'
import type { LoggedEdit } from '@kavrell/contract'
import { applyChanges, type Change, invertChanges, type Tables } from '@kavrell/core/records'

let world: TestServer
beforeAll(async () => {
  world = await openTestServer()
})
afterAll(() => world?.close())

const bare = (records: Tables) =>
  Object.fromEntries(
    Object.entries(records).map(([kind, table]) => [
      kind,
      Object.fromEntries(Object.entries(table).map(([id, { version: _version, ...fields }]) => [id, fields])),
    ]),
  )
const logAfter = (seq: number) => editsAfter(world.server.services.serverModels, world.productionId, seq)

/** A history of places with their spots: what refers to what is made, changed, moved and removed. */
const step = fc.record({
  op: fc.constantFrom('create', 'update', 'remove'),
  kind: fc.constantFrom('place' as const, 'spot' as const),
  which: fc.nat(3),
  text: fc.string({ unit: 'binary', maxLength: 12 }),
})
type Step = typeof step extends fc.Arbitrary<infer S> ? S : never

describe('whatever is done', () => {
  test('the log comes to the records, and taken back edit by edit it comes to the start', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(fc.array(step, { minLength: 1, maxLength: 3 }), { minLength: 1 }), async (history) => {
        const start = await world.snapshot()
        const ids = { place: [0, 1, 2, 3].map(() => uuidv7()), spot: [0, 1, 2, 3].map(() => uuidv7()) }
        let now = start
        for (const steps of history) {
          const changes = steps.map(({ op, kind, which, text }: Step) => {
            const id = ids[kind][which]!
            const name = text || 'a name'
            if (op === 'remove') return { op, kind, id, version: now.seq }
            if (op === 'update') return { op, kind, id, version: now.seq, fields: { name } }
            return create(kind, kind === 'place' ? { name } : { name, placeId: ids.place[which] }, id)
          })
          // Much of it cannot be: removed twice, made twice, a spot of no place. That leaves no trace.
          const answer = await world.edit('planner', changes)
          expect([201, 404, 409, 410, 422]).toContain(answer.status)
          const after = await world.snapshot()
          if (answer.status !== 201) expect(after.records).toEqual(now.records)
          now = after
        }
        const log = await logAfter(start.seq)
        let replayed: Tables = start.records
        for (const { changes, seq } of log) replayed = applyChanges(replayed, changes, seq)
        expect(replayed).toEqual(now.records)
        for (const { changes, before } of log.toReversed()) {
          const inverse = invertChanges(changes, before)!
          const { seq } = await world.snapshot()
          const seen = inverse.map((c) => (c.op === 'create' ? c : { ...c, version: seq }))
          expect((await world.edit('planner', seen)).status).toBe(201)
        }
        expect(bare((await world.snapshot()).records)).toEqual(bare(start.records))
      }),
      { numRuns: 12 },
    )
  }, 120_000)

  test('edits that arrive together are one after another, each number once', async () => {
    const start = await world.snapshot()
    const sent = Array.from({ length: 24 }, (_, i) => create('place', { name: `Place ${i}` }))
    const answers = await Promise.all(
      sent.map((made, i) =>
        world.call(
          'planner',
          `/productions/${world.productionId}/edits`,
          { id: uuidv7(), label: 'At once', changes: [made] },
          undefined,
          i % 2 ? world.second : world.server,
        ),
      ),
    )
    const numbers = answers.map((a) => (a.json as unknown as { seq: number }).seq).sort((a, b) => a - b)
    expect(numbers).toEqual(sent.map((_, i) => start.seq + 1 + i))
    expect((await logAfter(start.seq)).map((e: LoggedEdit) => e.seq)).toEqual(numbers)
  })

  test('the same edit sent at once to two servers has effect once', async () => {
    const start = await world.snapshot()
    const body = { id: uuidv7(), label: 'Twice', changes: [create('place', { name: 'Once' })] }
    const answers = await Promise.all(
      [world.server, world.second, world.server, world.second].map((base) =>
        world.call('planner', `/productions/${world.productionId}/edits`, body, undefined, base),
      ),
    )
    expect(answers.map((a) => a.status).sort()).toEqual([200, 200, 200, 201])
    expect((await logAfter(start.seq)).map((e) => e.id)).toEqual([body.id])
  })
})

describe('what no database can hold', () => {
  const places = async () => (await world.snapshot()).records.place
  test.each([
    ['NUL', 'Wha\0rf'],
    ['half a pair', 'Wha\ud83drf'],
    ['the other half', 'Wha\udca7rf'],
  ])('%s in pasted text is left out, and the rest is kept', async (_, name) => {
    const made = create('place', { name })
    expect((await world.edit('planner', [made])).status).toBe(201)
    expect((await places())[made.id]!.name).toBe('Wharf')
  })
  test('a whole pair is kept', async () => {
    const made = create('place', { name: 'Wharf 🌊' })
    await world.edit('planner', [made])
    expect((await places())[made.id]!.name).toBe('Wharf 🌊')
  })
  test('a moment before there were years is refused as a value, not tried for ever', async () => {
    const yard = create('place', { name: 'Yard' }),
      day = create('day', { placeId: yard.id })
    expect((await world.edit('planner', [yard, day])).status).toBe(201)
    const take = create('take', { dayId: day.id, slate: '1A', startedAt: '0000-01-01T00:00:00Z' })
    const answer = await world.edit('logger', [take])
    expect(answer.status).toBe(422)
    expect(answer.json.refusal).toMatchObject({ code: 'invalid', kind: 'take', id: take.id })
    expect(answer.json.refusal!.says).toBe('One of the values is none that can be kept.')
  })
})

test('a take that a phone logged with an older version of the app is taken, and stands in the main unit', async () => {
  const place = create('place', {})
  const day = create('day', { placeId: place.id })
  const take = create('take', { dayId: day.id, slate: '1A', number: 1, startedAt: '2026-05-14T07:00:00Z' })
  const { unitId: _unit, spotId: _spot, ...older } = take.fields
  expect((await world.edit('owner', [place, day, { ...take, fields: older }])).status).toBe(201)
  expect((await world.snapshot()).records.take[take.id]).toMatchObject({ unitId: null, spotId: null })
})

describe('what somebody has not seen', () => {
  const yard = async () => {
    const made = create('place', { name: 'Yard', noise: '' })
    const { seq } = (await world.edit('planner', [made])).json as unknown as { seq: number }
    const change = (fields: object, version = seq): Change => ({
      op: 'update',
      kind: 'place',
      id: made.id,
      version,
      fields,
    })
    return { id: made.id, seq, change, remove: { op: 'remove', kind: 'place', id: made.id, version: seq } }
  }
  test('is not removed with the record that it was written in', async () => {
    const { id, change, remove } = await yard()
    await world.edit('owner', [change({ noise: 'band saw' })])
    const answer = await world.edit('planner', [remove])
    expect(answer.json.refusal).toMatchObject({ code: 'clash', field: 'noise', current: 'band saw' })
    expect((await world.snapshot()).records.place[id]).toBeTruthy()
  })
  test('two who write the same do not disagree', async () => {
    const { change } = await yard()
    await world.edit('owner', [change({ noise: 'band saw' })])
    expect((await world.edit('planner', [change({ noise: ' band saw ' })])).status).toBe(201)
  })
  test('of a removed record nothing can be changed, and it says who is in the way of what', async () => {
    const { change, remove } = await yard()
    expect((await world.edit('owner', [remove])).status).toBe(201)
    const answer = await world.edit('planner', [change({ noise: 'saw' })])
    expect(answer.json.refusal).toMatchObject({ code: 'gone' })
    expect(answer.json.refusal!.says).toMatch(/^Somebody removed .+ in the meantime\.$/)
  })
  test('an edit does not clash with itself: changed twice and removed in one, all of it is done', async () => {
    const { id, change, remove } = await yard()
    const twice = await world.edit('planner', [change({ name: 'First' }), change({ name: 'Second' })])
    expect(twice.status).toBe(201)
    expect((await world.snapshot()).records.place[id]!.name).toBe('Second')
    const { seq } = await world.snapshot()
    const last = await world.edit('planner', [
      { op: 'update', kind: 'place', id, version: seq, fields: { name: 'Third' } },
      { ...remove, version: seq },
    ])
    expect(last.status).toBe(201)
    expect((await world.snapshot()).records.place[id]).toBeUndefined()
  })
  test('one clash in an edit of many leaves all of it undone', async () => {
    const [a, b] = [await yard(), await yard()]
    await world.edit('owner', [b.change({ name: 'Theirs' })])
    const answer = await world.edit('planner', [a.change({ name: 'Mine' }), b.change({ name: 'Mine too' })])
    expect(answer.json.refusal).toMatchObject({ code: 'clash', current: 'Theirs' })
    expect((await world.snapshot()).records.place[a.id]!.name).toBe('Yard')
  })
})
