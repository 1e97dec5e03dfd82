import { asId } from './ids.ts'
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import {
  applyChanges,
  type Change,
  createRecord,
  invertChanges,
  type PlainChange,
  squashChanges,
  tryChanges,
  updateRecord,
} from './changes.ts'
import { KIND_NAMES, KINDS } from './kinds/kinds.ts'
import { NO_RECORDS, productionOf, type Tables } from './production.ts'
import { blank, fieldsOf, refuseTogether, refuseValue, schemaOf } from './record.ts'

const ids = ['a', 'b', 'c', 'd']
const step = fc.record({
  op: fc.constantFrom('create', 'update', 'remove'),
  id: fc.constantFrom(...ids),
  name: fc.string(),
  noise: fc.option(fc.string(), { nil: undefined }),
})

/** Turns arbitrary steps into changes that fit the records as they stand. */
function changesFor(
  records: Tables,
  steps: { op: string; id: string; name: string; noise: string | undefined }[],
): Change[] {
  const there = new Set(Object.keys(records.place))
  return steps.flatMap(({ op, id, name, noise }): Change[] => {
    if (!there.has(id)) {
      if (op !== 'create') return []
      there.add(id)
      return [{ op: 'create', kind: 'place', id: asId(id), fields: blank('place', { name }) }]
    }
    if (op === 'remove') {
      there.delete(id)
      return [{ op: 'remove', kind: 'place', id: asId(id), version: 0 }]
    }
    return op === 'update'
      ? [
          {
            op: 'update',
            kind: 'place',
            id: asId(id),
            version: 0,
            fields: noise === undefined ? { name } : { name, noise },
          },
        ]
      : []
  })
}

const bare = (records: Tables) =>
  Object.fromEntries(Object.entries(records.place).map(([id, { version: _version, ...rest }]) => [id, rest]))

test('noise of arithmetic is not kept', () => {
  expect(
    schemaOf('lamp').parse({ ...blank('lamp'), setupId: '01900000-0000-7000-8000-000000000001', xM: 0.05 * 41 }),
  ).toMatchObject({ xM: 2.05 })
})

test('taking back every edit of any history, newest first, returns the start', () => {
  fc.assert(
    fc.property(fc.array(fc.array(step, { minLength: 1, maxLength: 4 }), { maxLength: 12 }), (history) => {
      let records: Tables = NO_RECORDS
      const inverses: Change[][] = []
      history.forEach((steps, i) => {
        const changes = changesFor(records, steps)
        let running = records
        const before = changes.map((change) => {
          const record = running.place[change.id]
          running = applyChanges(running, [change], i)
          if (!record) return null
          const { id: _id, version: _version, ...fields } = record
          return fields
        })
        inverses.unshift(invertChanges(changes, before)!.map((c) => (c.op === 'create' ? c : { ...c, version: 0 })))
        records = applyChanges(records, changes, i)
      })
      for (const inverse of inverses) records = applyChanges(records, inverse, 99)
      expect(bare(records)).toEqual({})
    }),
  )
})

test('what an edit does not touch keeps its identity, so that nothing redraws for nothing', () => {
  const start = applyChanges(
    NO_RECORDS,
    [createRecord('place', {}, asId('a')), createRecord('place', {}, asId('b')), createRecord('scene', {}, asId('s'))],
    1,
  )
  const next = applyChanges(
    start,
    [{ op: 'update', kind: 'place', id: asId('a'), version: 1, fields: { name: 'x' } }],
    2,
  )
  expect(next.scene).toBe(start.scene)
  expect(next.place.b).toBe(start.place.b)
  expect(next.place.a).not.toBe(start.place.a)
})

test('an update keeps the order of records, and what was made cannot be changed in place', () => {
  const made = ['a', 'b', 'c'].map((id) => createRecord('place', { name: id }, asId(id)))
  const start = applyChanges(NO_RECORDS, made, 1)
  const next = applyChanges(start, [updateRecord('place', asId('a'), { name: 'x' })], 2)
  expect(Object.keys(next.place)).toEqual(['a', 'b', 'c'])
  expect(() => Object.assign(next.place.a!, { name: 'y' })).toThrow(TypeError)
})

test('squashed changes come to the same as the changes one by one', () =>
  fc.assert(
    fc.property(fc.array(step, { maxLength: 12 }), fc.array(step, { maxLength: 12 }), (before, after) => {
      const start = applyChanges(NO_RECORDS, changesFor(NO_RECORDS, before), 1)
      const changes: PlainChange[] = changesFor(start, after)
      const squashed = squashChanges(changes)
      expect(bare(applyChanges(start, squashed, 2))).toEqual(bare(applyChanges(start, changes, 2)))
      expect(new Set(squashed.map(({ id }) => id)).size).toBe(squashed.length)
    }),
  ))

test('a change tried on a production is the change that is made', () => {
  const tables = applyChanges(
    NO_RECORDS,
    [createRecord('production', {}, asId('p')), createRecord('place', {}, asId('a'))],
    1,
  )
  const change = [
    updateRecord('production', asId('p'), { title: 'New' }),
    updateRecord('place', asId('a'), { name: 'x' }),
  ]
  const tried = tryChanges(productionOf(tables)!, change)
  const made = productionOf(applyChanges(tables, change, 1))
  expect(tried).toEqual(made)
  expect(tried.scene).toBe(tables.scene)
})

test('an edit that added to a ledger cannot be taken back', () =>
  expect(invertChanges([createRecord('take', {}, asId('a'))], [null])).toBeNull())

describe('every kind', () => {
  test.each(KIND_NAMES)('%s: a new record is right but for what must be chosen', (kind) => {
    const wrong = Object.entries(blank(kind))
      .filter(([name, value]) => refuseValue(kind, name, value) !== null)
      .map(([name]) => name)
    for (const name of wrong) expect(['ref', 'none', 'line']).toContain(fieldsOf(kind)[name]!.input)
    expect(schemaOf(kind).safeParse({ ...blank(kind), surprise: 1 }).success).toBe(false)
  })
  test.each(KIND_NAMES)('%s refers only to kinds that exist', (kind) => {
    for (const { column } of Object.values(fieldsOf(kind)))
      for (const target of [column.ref, column.refs]) if (target) expect(Object.keys(KINDS)).toContain(target)
  })
})

describe('rules over several fields', () => {
  test.each([
    ['place', { opensMin: 600, closesMin: 300 }, 'closesMin'],
    ['setup', { ratioLeast: 8, ratioMost: 4 }, 'ratioMost'],
    ['shot', { windowFromMin: 600, windowToMin: 500 }, 'windowToMin'],
    ['shot', { fpsNum: 1, fpsDen: 1001 }, 'fpsNum'],
    ['deliverable', { rateNum: 25, rateDen: 1, dropFrame: true }, 'dropFrame'],
    ['take', { startTimecode: '00:01:00;00', rateNum: 30000, rateDen: 1001, dropFrame: true }, 'startTimecode'],
  ] as const)('%s %j is refused at %s', (kind, fields, field) =>
    expect(refuseTogether(kind, fields)?.field).toBe(field),
  )
  test('29.97 drop-frame and 23.976 are fine', () => {
    expect(refuseTogether('deliverable', { rateNum: 30000, rateDen: 1001, dropFrame: true })).toBeNull()
    expect(refuseTogether('shot', { fpsNum: 24000, fpsDen: 1001 })).toBeNull()
  })
})
