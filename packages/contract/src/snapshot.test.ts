import { expect, test } from 'vitest'
import { readSnapshot, type Row, type SnapshotOnTheWay } from './snapshot.ts'
import { asId, blank, fieldsOf, KIND_NAMES } from '@kavrell/core/records'

const onTheWay = (rows: SnapshotOnTheWay['rows']): SnapshotOnTheWay => ({
  productionId: 'p',
  seq: 7,
  head: null,
  role: 'reader',
  jobs: [],
  rows,
})

test('a row gets its field names back, in the contract’s order', () => {
  const fields = blank('shot', { code: '3C', tStop: 2.8, personIds: [asId('edda')] })
  const row: Row = ['s', 4, ...Object.keys(fieldsOf('shot')).map((name) => (fields as Record<string, unknown>)[name])]
  const snapshot = readSnapshot(onTheWay({ shot: [row] }))
  expect(snapshot.records.shot).toEqual({ s: { id: 's', version: 4, ...fields } })
  expect([snapshot.seq, snapshot.role]).toEqual([7, 'reader'])
})

test('every kind has a table, also one that nothing came for', () =>
  expect(Object.keys(readSnapshot(onTheWay({})).records)).toEqual([...KIND_NAMES]))
