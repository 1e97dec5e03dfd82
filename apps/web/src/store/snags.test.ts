import { blank } from '@kavrell/contract'
import { expect, test } from 'vitest'
import { recordDeltas } from './snags.ts'

const place = (id: string, name: string) => ({ id, version: 1, ...blank('place', { name }) })
const before = { place: { a: place('a', 'Yard'), b: place('b', 'Loft') }, shot: {} }

test('the judge is told what came, changed and went, and nothing else', () => {
  const changed = place('b', 'Sail loft'),
    come = place('c', 'Quay')
  const after = { place: { b: changed, c: come }, shot: before.shot, person: {} }
  expect(recordDeltas(before, after)).toEqual([
    { kind: 'place', id: 'b', record: changed },
    { kind: 'place', id: 'c', record: come },
    { kind: 'place', id: 'a', record: null },
  ])
})

test('the same records, however they are held, are no news', () => {
  expect(recordDeltas(before, before)).toEqual([])
  expect(recordDeltas(before, { ...before, place: { ...before.place } })).toEqual([])
})
