import fc from 'fast-check'
import { expect, test } from 'vitest'
import { byRank, inOrder, isRank, lastRank, rankBetween, rankOfNumber, ranksBetween } from './rank.ts'

const salt = fc.stringMatching(/^[0-9A-Za-z]{0,4}$/)

test('five hundred moves between the same two neighbours leave as many different places, still in order', () => {
  let [before, after] = [rankBetween(null, null), rankBetween(rankBetween(null, null), null)]
  const seen = new Set([before, after])
  for (let i = 0; i < 500; i++) {
    const between = rankBetween(before, after)
    expect(before < between && between < after).toBe(true)
    seen.add(between)
    if (i % 2 === 0) before = between
    else after = between
  }
  expect(seen.size).toBe(502)
})

test('wherever something is put, it lies between its neighbours, salted or not', () =>
  fc.assert(
    fc.property(fc.array(fc.tuple(fc.nat(), salt), { maxLength: 80 }), (moves) => {
      const ranks: string[] = []
      for (const [at, grains] of moves) {
        const place = at % (ranks.length + 1)
        const rank = rankBetween(ranks[place - 1] ?? null, ranks[place] ?? null, grains)
        expect(isRank(rank)).toBe(true)
        ranks.splice(place, 0, rank)
        expect([...ranks].sort((a, b) => (a < b ? -1 : 1))).toEqual(ranks)
      }
      expect(new Set(ranks).size).toBe(ranks.length)
    }),
  ))

test('two people who insert at once at one place, by chance of their own, do not come to the same', () => {
  const [a, b] = ['a0', 'a1']
  const mine = rankBetween(a, b, 'Zk3x')
  const theirs = rankBetween(a, b, 'q9Tw')
  expect(mine).not.toBe(theirs)
  for (const rank of [mine, theirs]) expect(a < rank && rank < b).toBe(true)
  // And there is still room between the two.
  const [first, second] = [mine, theirs].sort() as [string, string]
  expect(first < rankBetween(first, second)).toBe(true)
})

test('several places at once are in turn and between', () =>
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 200 }), salt, (count, grains) => {
      const ranks = ranksBetween('a0', 'a1', count, grains)
      expect(['a0', ...ranks, 'a1'].every((rank, i, all) => i === 0 || all[i - 1]! < rank)).toBe(true)
    }),
  ))

test('neighbours at one place, as older data has them, are no hindrance', () => {
  expect(rankBetween('a1', 'a1') > 'a1').toBe(true)
  expect(ranksBetween('a1', 'a1', 2)).toHaveLength(2)
})

test('numbers of before keep their order as text', () =>
  fc.assert(
    fc.property(fc.double({ noNaN: true }), fc.double({ noNaN: true }), (a, b) => {
      expect(isRank(rankOfNumber(a))).toBe(true)
      if (a < b) expect(rankOfNumber(a) < rankOfNumber(b)).toBe(true)
      if (a === b) expect(rankOfNumber(a)).toBe(rankOfNumber(b))
    }),
  ))

test('things at one place stand by age; the last place is found', () => {
  const things = { c: { id: 'c', rank: 'a1' }, a: { id: 'a', rank: 'a1' }, b: { id: 'b', rank: 'a0' } }
  expect(inOrder(things).map((t) => t.id)).toEqual(['b', 'a', 'c'])
  expect(lastRank(Object.values(things))).toBe('a1')
  expect(lastRank([])).toBeNull()
  expect(byRank(things.a, things.a)).toBe(1)
})

test.each(['', 'a', 'a00', 'b0', '0', 'a0 ', '1.5'])('%j is no place', (text) => expect(isRank(text)).toBe(false))
