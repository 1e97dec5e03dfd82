import { describe, expect, test } from 'vitest'
import { applyChanges } from './changes.ts'
import { asId } from './ids.ts'
import { NO_RECORDS, type Tables } from './production.ts'
import { removalOf, stillUsed } from './uses.ts'

const table = <T extends object>(rows: Record<string, T>) =>
  Object.fromEntries(Object.entries(rows).map(([id, fields]) => [id, { id: asId(id), version: 1, ...fields }]))
const tables = {
  ...NO_RECORDS,
  person: table({ edda: { name: 'Edda Marsh' }, corin: { name: 'Corin Marsh' } }),
  day: table({ d: { title: 'Day 1', placeId: null } }),
  attendance: table({ a: { personId: 'edda', dayId: 'd' }, b: { personId: 'corin', dayId: 'd' } }),
  shot: table(
    Object.fromEntries(['1A', '1B', '1C', '1D'].map((code) => [code, { code, sees: '', personIds: ['edda'] }])),
  ),
} as unknown as Tables
const refused = (kind: 'person' | 'day', id: string) => {
  const changes = removalOf(tables, kind, [id])
  return stillUsed(tables, applyChanges(tables, changes, 2), changes)
}

describe('a removal', () => {
  test('takes along what is nothing without it', () => {
    expect(removalOf(tables, 'person', ['corin']).map((c) => `${c.kind} ${c.id}`)).toEqual(['attendance b', 'person corin']) // prettier-ignore
    expect(refused('person', 'corin')).toBeNull()
    expect(removalOf(tables, 'day', ['d'])).toHaveLength(3)
  })
  test('of what others still name is refused with their names, and how many more there are', () =>
    expect(refused('person', 'edda')).toMatch(/^Edda Marsh is still used by .*\(1A.*\), .*\(1B.*\), .*\(1C.*\) and 1 more\. Change or remove that first\.$/)) // prettier-ignore
  test('of nothing that is named, and an edit that removes nothing, are fine', () => {
    expect(stillUsed(tables, tables, [])).toBeNull()
    expect(refused('day', 'd')).toBeNull()
  })
})
