import { describe, expect, test } from 'vitest'
import { foldersToCheck, judgeFolder } from './folders.ts'
import { type FoundLists, wantedByLists } from './lists.ts'

describe('which folders are held against lists', () => {
  test('those that hold one, topmost; a card’s own lists below belong to the copy', () =>
    expect(
      foldersToCheck(['S1/A1/checksums.xxh64', 'S1/A1/x.mov', 'S1/A1/sub/checksums.md5', 'S1/B1/ascmhl/a.mhl', 'S1/B1/y.mov']), // prettier-ignore
    ).toEqual(['S1/A1', 'S1/B1']))
  test('the one that was dropped, where none does', () => {
    expect(foldersToCheck(['S1/a.mov', 'S1/sub/b.mov'])).toEqual(['S1'])
    expect(foldersToCheck(['a.mov', 'S1/b.mov'])).toEqual([''])
  })
})

describe('what is said of a folder', () => {
  const lists = (more: Partial<FoundLists> = {}): FoundLists => ({
    lists: [{ name: 'checksums.md5', hashName: 'md5', sealed: true, lines: [{ path: 'a', digest: '1' }, { path: 'b', digest: '2' }] }], // prettier-ignore
    history: null,
    problems: [],
    notes: [],
    ...more,
  })
  const sizes = new Map([['a', 3], ['b', 4], ['checksums.md5', 9]]) // prettier-ignore
  const all = wantedByLists(lists().lists).map(({ digest }) => ({ digest }))
  test('is that it is as listed only where every file was read and is', () => {
    expect(judgeFolder('x', lists(), all, sizes)).toEqual({ folder: 'x', same: true, whole: true, files: 2, bytes: 7, problems: [], notes: [] }) // prettier-ignore
    for (const [found, says] of [
      [[all[0], undefined], 'b: is not there.'],
      [[all[0], { digest: '9' }], 'b: differs from what was copied.'],
      [[all[0], { says: 'could not be read.' }], 'b: could not be read.'],
    ] as const)
      expect(judgeFolder('x', lists(), found, sizes)).toMatchObject({ same: false, problems: [says] })
  })
  test('a list that is no proof, or none at all, is never the same', () => {
    expect(judgeFolder('x', lists({ problems: ['cut'] }), all, sizes)).toMatchObject({ same: false, problems: ['cut'] })
    expect(judgeFolder('x', lists({ lists: [] }), [], sizes)).toMatchObject({ same: false, problems: [/no hash list/] })
  })
  test('a list without its seal may lack lines, and what no list knows is told', () => {
    const [list] = lists().lists
    const answer = judgeFolder(
      'x',
      lists({ lists: [{ ...list!, sealed: false }] }),
      all,
      new Map([...sizes, ['new', 1]]),
    )
    expect(answer).toMatchObject({ same: true, whole: false })
    expect(answer.notes).toEqual([expect.stringContaining('No list here'), 'new: is there but not in the list.'])
  })
})
