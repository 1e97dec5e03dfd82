import { describe, expect, test } from 'vitest'
import { readKitTable } from './kitTable.ts'

const made = (text: string, items: readonly object[] = []) =>
  readKitTable(text, items as never).changes.map((change) => (change.op === 'remove' ? null : { op: change.op, ...change.fields })) // prettier-ignore

describe('a pasted list of things', () => {
  test('is read by its heads, in any order, in any script', () => {
    expect(made('Case\tkg each\tthing\towned\nA\t1,5\tكابل — ケーブル\t3\nB\t\tSticks\t2')).toMatchObject([
      { op: 'create', name: 'كابل — ケーブル', owned: 3, case: 'A', kg: 1.5 },
      { op: 'create', name: 'Sticks', owned: 2, case: 'B', kg: 0 },
    ])
  })
  test('without heads is what, how many, which case, how heavy; how many is one where nobody says', () => {
    expect(made('Sticks\t2\tgrip\t8\nWater')).toMatchObject([{ name: 'Sticks', owned: 2, case: 'grip', kg: 8 }, { name: 'Water', owned: 1 }]) // prettier-ignore
  })
  test('fills in what is listed under that name, and leaves what it does not speak of', () => {
    expect(made('thing\tcase\nSTICKS\tgrip', [{ id: 'one', name: 'Sticks' }])).toEqual([{ op: 'update', name: 'STICKS', case: 'grip' }]) // prettier-ignore
  })
  test('has two lines of one name as two things: the first is what is listed, the second lies elsewhere', () => {
    expect(made('Sticks\t2\tA\nSticks\t1\tB', [{ id: 'one', name: 'Sticks' }])).toMatchObject([{ op: 'update', case: 'A' }, { op: 'create', case: 'B' }]) // prettier-ignore
  })
  test('has lines that cannot be read, told by their number; the rest is taken', () => {
    const { changes, refused } = readKitTable('thing\towned\nSticks\tmany\n\t3\nWater\t1', [])
    expect(changes).toHaveLength(1)
    expect(refused).toEqual([expect.stringMatching(/^Line 2: /), 'Line 3: It has no name.'])
  })
})
