import fc from 'fast-check'
import { expect, test } from 'vitest'
import { applyChanges, createRecord, invertChanges, type PlainChange, removeRecord, updateRecord } from './changes.ts'
import { asId } from './ids.ts'
import { fieldsAlone, NO_RECORDS, recordOf } from './index.ts'
import { describeOverwritten, takingBack } from './takingBack.ts'

const SHOTS = ['a', 'b'].map((id) => asId<'shot'>(id))
const SCENE = asId<'scene'>('scene')
const begin = () =>
  applyChanges(
    NO_RECORDS,
    SHOTS.map((id) => createRecord('shot', { sceneId: SCENE, code: id }, id)),
    1,
  )
const backOf = (tables: ReturnType<typeof begin>, changes: readonly PlainChange[]) =>
  invertChanges(
    changes,
    changes.map(({ kind, id }) => {
      const record = recordOf(tables, kind, id)
      return record ? fieldsAlone(kind, record) : null
    }),
  )!

test('whatever two people write, taking back the work of one leaves what the other wrote last', () => {
  const write = fc.record({
    id: fc.constantFrom(...SHOTS),
    fields: fc.oneof(
      fc.record({ iso: fc.constantFrom(400, 800, 1600) }),
      fc.record({ tStop: fc.constantFrom(2.8, 4), sees: fc.constantFrom('sea', 'land') }),
    ),
  })
  fc.assert(
    fc.property(fc.array(write, { minLength: 1, maxLength: 4 }), fc.array(write, { maxLength: 4 }), (mine, theirs) => {
      const start = begin()
      // One edit has at most one change a record.
      const wrote = [...new Map(mine.map((w) => [w.id, updateRecord('shot', w.id, w.fields)])).values()]
      const after = applyChanges(start, wrote, 2)
      const now = applyChanges(after, theirs.map((w) => updateRecord('shot', w.id, w.fields)), 3) // prettier-ignore
      const { own, overwritten, rest } = takingBack(now, wrote, backOf(start, wrote))
      const taken = applyChanges(now, own, 4)
      for (const id of SHOTS)
        for (const field of ['iso', 'tStop', 'sees'] as const) {
          const [was, left, is, then] = [start, after, now, taken].map((tables) => tables.shot[id]![field])
          // Untouched since: as before the edit. Written over by others: theirs.
          expect(then).toEqual(is === left ? was : is)
          const told = overwritten.some((o) => o.id === id && o.field === field)
          const mineToo = wrote.some((change) => change.id === id && change.op === 'update' && field in change.fields)
          expect(told).toBe(mineToo && is !== left && is !== was)
        }
      // Who insists has all as it was where they had written.
      const all = applyChanges(taken, rest, 5)
      for (const change of wrote)
        if (change.op === 'update')
          for (const field of Object.keys(change.fields))
            expect(recordOf(all, 'shot', change.id)).toHaveProperty(field, start.shot[change.id]![field as 'iso'])
    }),
  )
})

test('a record that is gone takes nothing back, and one that is there again is not made twice', () => {
  const start = begin()
  const written = [updateRecord('shot', SHOTS[0]!, { iso: 1600 })]
  const gone = applyChanges(applyChanges(start, written, 2), [removeRecord('shot', SHOTS[0]!)], 3)
  expect(takingBack(gone, written, backOf(start, written))).toEqual({ own: [], overwritten: [], rest: [] })
  const removal = [removeRecord('shot', SHOTS[0]!)]
  expect(takingBack(start, removal, backOf(start, removal)).own).toEqual([])
  expect(takingBack(gone, removal, backOf(start, removal)).own).toMatchObject([{ op: 'create', id: 'a' }])
})

test('what stands there is said by names, not by ids', () => {
  const setup = asId<'setup'>('s')
  const tables = applyChanges(
    begin(),
    [createRecord('setup', { letter: 'C', name: 'Night' }, setup), updateRecord('shot', SHOTS[0]!, { setupId: setup })],
    2,
  )
  const at = { kind: 'shot', id: 'a', field: 'setupId', now: setup, back: null } as const
  expect(describeOverwritten(tables, at, 'metric')).toMatchObject({
    of: 'a',
    now: expect.stringContaining('C'),
    back: 'empty',
  })
})

test('data that a database gives back with its keys turned is what was written', () => {
  const id = asId<'ownLamp'>('lamp')
  const candelas = { gammaDeg: [0, 90], planesDeg: [0], candela: [[10, 0]] }
  const wrote = [createRecord('ownLamp', { name: 'Mine', candelas }, id)]
  const after = applyChanges(NO_RECORDS, wrote, 1)
  const turned = applyChanges(after, [updateRecord('ownLamp', id, { candelas: { candela: [[10, 0]], planesDeg: [0], gammaDeg: [0, 90] } })], 2) // prettier-ignore
  expect(takingBack(turned, wrote, [removeRecord('ownLamp', id)]).overwritten).toEqual([])
  const other = applyChanges(after, [updateRecord('ownLamp', id, { candelas: { ...candelas, candela: [[11, 0]] } })], 2)
  const [changed] = takingBack(other, wrote, [removeRecord('ownLamp', id)]).overwritten
  expect(describeOverwritten(other, changed!, 'metric')).toMatchObject({ field: 'Candela', now: 'something else' })
})
