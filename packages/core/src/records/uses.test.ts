import { describe, expect, test } from 'vitest'
import { applyChanges } from './changes.ts'
import { asId } from './ids.ts'
import { NO_RECORDS, type Tables } from './production.ts'
import { removalInstead, removalOf, stillUsed } from './uses.ts'

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

describe('a removal of what is in use', () => {
  const used = {
    ...tables,
    place: table({ barn: { name: 'Barn' }, quay: { name: 'Quay' } }),
    spot: table({ loft: { placeId: 'barn', name: 'Loft' } }),
    setup: table({ s: { spotId: 'loft', letter: 'A', name: '' } }),
    lamp: table({ l: { setupId: 's', name: 'Lamp' } }),
    day: table({ d: { title: 'Day 1', placeId: 'barn' }, e: { title: 'Day 2', placeId: 'quay' } }),
    orderItem: table({ o: { dayId: 'd', shotIds: ['1A'], title: 'x' } }),
    shot: table({ '1A': { code: '1A', setupId: 's', personIds: ['edda', 'corin'] } }),
    take: table({ t: { dayId: 'e', shotIds: [], cameraIds: [], recorderIds: [], cardIds: [] } }),
  } as unknown as Tables
  const after = (outcome: ReturnType<typeof removalInstead>) => {
    if (!outcome.ok) throw new Error(outcome.error)
    const left = applyChanges(used, outcome.value, 3)
    // Whatever is done, the door takes it: nothing that is left names what went.
    expect(stillUsed(used, left, outcome.value)).toBeNull()
    return left
  }

  test('moves what uses it to another, each once in a list', () => {
    const left = after(removalInstead(used, 'person', ['edda'], { do: 'move', to: 'corin' }))
    expect(left.shot['1A']!.personIds).toEqual(['corin'])
    const moved = after(removalInstead(used, 'day', ['d'], { do: 'move', to: 'e' }))
    expect(Object.values(moved.orderItem).map((row) => row.dayId)).toEqual(['e'])
    expect(Object.keys(moved.attendance)).toEqual([])
  })
  test('leaves open what can be open, and refuses what cannot', () => {
    expect(after(removalInstead(used, 'setup', ['s'], { do: 'leave open' })).shot['1A']!.setupId).toBeNull()
    expect(removalInstead(used, 'place', ['barn'], { do: 'leave open' }).ok).toBe(false)
  })
  test('takes all that cannot be without it, to the last lamp', () => {
    const left = after(removalInstead(used, 'place', ['barn'], { do: 'remove' }))
    expect([left.spot, left.setup, left.lamp, left.orderItem].map((kind) => Object.keys(kind).length)).toEqual([0, 0, 0, 0]) // prettier-ignore
    expect(Object.keys(left.day)).toEqual(['e'])
    expect(left.shot['1A']!.setupId).toBeNull()
  })
  test('is refused where the record says what happened with it, however deep', () => {
    for (const instead of [{ do: 'move', to: 'd' }, { do: 'leave open' }, { do: 'remove' }] as const)
      expect(removalInstead(used, 'day', ['e'], instead)).toMatchObject({ ok: false })
    expect(removalInstead(used, 'place', ['quay'], { do: 'remove' })).toMatchObject({ ok: false })
  })
})
