import { describe, expect, test } from 'vitest'
import { applyChanges, asId, createRecord, NO_RECORDS, productionOf, schemaOf } from '../records/index.ts'
import { findSnags } from '../snags/index.ts'
import { type BeginningName, BEGINNINGS, beginningOf } from './index.ts'

let made = 0
const newId = () => `00000000-0000-7000-8000-${String(++made).padStart(12, '0')}`

describe.each(Object.keys(BEGINNINGS) as BeginningName[])('a production that begins as %s', (name) => {
  const changes = [
    createRecord('production', { title: 'A job', ...BEGINNINGS[name].rules }, asId(newId())),
    ...beginningOf(name, newId),
  ]
  test('has only records that can be kept, each rank and letter once', () => {
    for (const change of changes)
      if (change.op === 'create') expect(schemaOf(change.kind).safeParse(change.fields).error).toBeUndefined()
    for (const kind of ['scene', 'need', 'camera', 'recorder']) {
      const own = changes.flatMap((c) =>
        c.op === 'create' && c.kind === kind ? [c.fields as Record<string, unknown>] : [],
      )
      const told = own.map((fields) => fields.rank ?? fields.letter)
      expect(new Set(told).size).toBe(told.length)
    }
  })
  test('is stopped by nothing: what is not planned yet is no snag', () => {
    const production = productionOf(applyChanges(NO_RECORDS, changes, 1))!
    expect(findSnags(production).filter((finding) => finding.severity === 'stop')).toEqual([])
  })
})

test('what happens once has the cameras and recorders that its rule wants', () => {
  for (const { name, rules, cameras, recorders } of Object.values(BEGINNINGS)) {
    if (cameras === 0) continue
    const { onceOnlyPictures = 0, onceOnlySounds = 0 } = rules as { onceOnlyPictures?: number; onceOnlySounds?: number }
    // A short film shoots again; one of its cameras is enough until something happens once.
    if (name !== 'Short film')
      expect([name, cameras >= onceOnlyPictures, recorders >= onceOnlySounds]).toEqual([name, true, true])
  }
})
