import fc from 'fast-check'
import { expect, test } from 'vitest'
import { deltasBetween, withDeltas } from './deltas.ts'
import { asId } from './ids.ts'
import { NO_RECORDS, type Tables } from './production.ts'
import { blank } from './record.ts'

const place = (id: string, name: string) => ({ id: asId<'place'>(id), version: 1, ...blank('place', { name }) })
const before: Tables = { ...NO_RECORDS, place: { a: place('a', 'Yard'), b: place('b', 'Loft') } }

test('a copy elsewhere is told what came, changed and went, and nothing else', () => {
  const changed = place('b', 'Sail loft'),
    come = place('c', 'Quay')
  expect(deltasBetween(before, { ...before, place: { b: changed, c: come } })).toEqual([
    { kind: 'place', id: 'b', record: changed },
    { kind: 'place', id: 'c', record: come },
    { kind: 'place', id: 'a', record: null },
  ])
})

test('the same records, however they are held, are no news', () => {
  expect(deltasBetween(before, before)).toEqual([])
  expect(deltasBetween(before, { ...before, place: { ...before.place } })).toEqual([])
})

test('whoever takes over what differs has the same records', () => {
  const some = fc.dictionary(fc.constantFrom('a', 'b', 'c', 'd'), fc.string())
  const tables = (names: Record<string, string>): Tables => ({
    ...NO_RECORDS,
    place: Object.fromEntries(Object.entries(names).map(([id, name]) => [id, place(id, name)])),
  })
  fc.assert(
    fc.property(some, some, (one, other) => {
      const [from, to] = [tables(one), tables(other)]
      expect(withDeltas(from, deltasBetween(from, to))).toEqual(to)
    }),
  )
})
