import { describe, expect, test } from 'vitest'
import { cardHistory, copiesOfCard, mayWipe, openPlannedCopies, wipeRule } from '../cards/index.ts'
import { tryChanges, withNewIds } from '../records/index.ts'
import { productionWith } from '../testing/index.ts'
import { checkCards } from './checkCards.ts'

type Given = Parameters<typeof productionWith>[0]
const media = (given: Given) =>
  productionWith({
    card: { card: {} },
    drive: { s1: {}, s2: { label: 'S2' }, h1: { label: 'H1', speed: 'slow' } },
    person: { edda: {}, corin: { name: 'Corin Marsh' } },
    take: { take: { version: 10, cardIds: ['card'] } },
    ...given,
  })
const run = (driveId: string, version: number, more: object = {}) => ({
  driveId,
  version,
  afterSeq: version - 1,
  ...more,
})
const may = (given: Given) => {
  const p = media(given)
  return mayWipe(cardHistory(p, 'card'), wipeRule(p), null)
}

describe('what the ledgers say about a card', () => {
  const twoGood: Given = {
    copyRun: { a: run('s1', 20), b: run('s2', 21) },
    copyCheck: { a: { version: 30, copyRunId: 'a' }, b: { version: 31, copyRunId: 'b' } },
    custody: { a: { version: 32, driveId: 's1', personId: 'edda' } },
  }
  test('two copies, both read back, in somebody’s hands: it may be wiped', () =>
    expect(may(twoGood)).toMatchObject({ may: true, goodCopies: 2, checkedCopies: 2, holders: 1 }))
  test.each<[string, Given, RegExp]>([
    ['nothing copied', { copyRun: {}, copyCheck: {} }, /0 copies of 2/],
    [
      'a copy that did not reach the end',
      { copyRun: { ...twoGood.copyRun, b: run('s2', 21, { outcome: 'incomplete' }) } },
      /1 copy of 2/,
    ],
    ['a copy never read back', { copyCheck: { a: twoGood.copyCheck!.a! } }, /1 of 2 read back/],
    [
      'a newer check that failed',
      { copyCheck: { ...twoGood.copyCheck, c: { version: 40, copyRunId: 'b', outcome: 'different' } } },
      /copy on S2 did not pass/,
    ],
    [
      'two drives that are one medium',
      { copyRun: { a: run('s1', 20, { medium: 'disk 1' }), b: run('s2', 21, { medium: 'disk 1' }) } },
      /S1 and S2 are one medium/,
    ],
    ['copies of no file', { copyRun: { a: run('s1', 20, { files: 0 }), b: run('s2', 21, { files: 0 }) } }, /0 copies/],
    [
      'a copy nobody kept the list of',
      { copyRun: { ...twoGood.copyRun, b: run('s2', 21, { manifest: '' }) } },
      /Nobody kept/,
    ],
    ['nobody holds the drives', { custody: {} }, /0 pairs of hands/],
    [
      'a take rolled after both copies began',
      { take: { take: { version: 25, cardIds: ['card'] } } },
      /after a copy began/,
    ],
    [
      'a take that another device logged while the copy ran',
      { take: { take: { version: 20, cardIds: ['card'] } } },
      /Copy it again/,
    ],
    ['a house that holds its cards', { rules: { cardSchool: 'hold' } }, /kept until home/],
  ])('%s: it may not', (_, given, why) => {
    const answer = may({ ...twoGood, ...given })
    expect(answer.may).toBe(false)
    expect(answer.reasons.join(' ')).toMatch(why)
  })
  test('a newer check that passed forgives an older one that failed', () =>
    expect(
      may({
        ...twoGood,
        copyCheck: {
          ...twoGood.copyCheck,
          b: { version: 31, copyRunId: 'b', outcome: 'different' },
          c: { version: 40, copyRunId: 'b' },
        },
      }).may,
    ).toBe(true))
  test('a second copy to the same drive counts once, and its newest run is the one that counts', () => {
    const p = media({
      ...twoGood,
      copyRun: { a: run('s1', 20), b: run('s1', 22) },
      copyCheck: { a: { version: 30, copyRunId: 'a' } },
    })
    expect(copiesOfCard(p, 'card').map((c) => [c.run.id, c.check])).toEqual([['b', undefined]])
    expect(mayWipe(cardHistory(p, 'card'), wipeRule(p), null).may).toBe(false)
  })
  test('the newest custody entry says who holds a drive, whatever the clocks said', () => {
    const p = media({
      ...twoGood,
      custody: {
        late: { version: 40, driveId: 's1', personId: 'corin', since: '2026-05-14T08:00:00Z' },
        early: { version: 32, driveId: 's1', personId: 'edda', since: '2026-05-14T22:00:00Z' },
      },
    })
    expect(cardHistory(p, 'card').copies.find((c) => c.driveId === 's1')!.holder).toBe('corin')
  })
  test('a drive that is no longer listed still counts, by what it was', () =>
    expect(cardHistory(media({ ...twoGood, drive: {} }), 'card').copies[0]!.driveLabel).toBe(
      'a drive no longer listed',
    ))

  test('once wiped, old copies are of what was on it before', () => {
    const wiped = media({ ...twoGood, wipe: { w: { version: 50 } } })
    expect(cardHistory(wiped, 'card')).toMatchObject({ alreadyWiped: true, copies: [] })
    const rolledAgain = media({
      ...twoGood,
      wipe: { w: { version: 50 } },
      take: { take: { version: 60, cardIds: ['card'] } },
    })
    expect(cardHistory(rolledAgain, 'card')).toMatchObject({ alreadyWiped: false, copies: [] })
    expect(mayWipe(cardHistory(rolledAgain, 'card'), wipeRule(rolledAgain), null).may).toBe(false)
  })
})

describe('cards below the rule', () => {
  const says = (p: ReturnType<typeof media>) => checkCards(p).map((f) => f.says)
  test('are told with what is missing, and copies to fast drives are planned first', () => {
    const p = media({})
    expect(says(p)).toEqual([
      'Card A1 is not safe yet: 0 copies of 2. 0 of 2 read back and checked. Checked copies are in 0 pairs of hands; the rule wants 1.',
    ])
    const [fix] = checkCards(p)[0]!.fixes
    expect(fix!.says).toBe('Plan copies of A1 to S1, S2')
    let n = 0
    const planned = tryChanges(
      p,
      withNewIds(fix!.changes, () => `plan ${n++}`),
    )
    expect(openPlannedCopies(planned, 'card').map((plan) => plan.driveId)).toEqual(['s1', 's2'])
    // Meaning to copy is not a copy: the card stays unsafe, and nothing more is offered.
    expect(checkCards(planned)[0]).toMatchObject({ severity: 'stop', fixes: [] })
    expect(says(planned)[0]).toMatch(/2 more copies are planned/)
  })
  test('a planned copy is carried out by a good copy to that drive, not by a damaged one', () => {
    const plan = { plannedCopy: { p: { driveId: 's1' } }, copyRun: { a: run('s1', 20) } }
    expect(openPlannedCopies(media(plan), 'card')).toEqual([])
    const damaged = media({ ...plan, copyCheck: { a: { version: 30, copyRunId: 'a', outcome: 'different' } } })
    expect(openPlannedCopies(damaged, 'card')).toHaveLength(1)
  })
  test('drives too small for the card are left out', () => {
    const p = media({ drive: { s1: { capacityGb: 100 }, h1: { label: 'H1', speed: 'slow' } } })
    expect(checkCards(p)[0]!.fixes.map((f) => f.says)).toEqual(['Plan copies of A1 to H1'])
  })
  test('a card with takes on which the reader found nothing stops, whatever copies there are', () => {
    const p = media({ copyRun: { a: run('s1', 20, { files: 0, bytes: 0, outcome: 'incomplete' }) } })
    expect(checkCards(p)[0]).toMatchObject({ check: 'media.card-empty', severity: 'stop' })
    expect(says(p)[0]).toMatch(/1 take logged on it, and the reader found no file/)
    expect(checkCards(media({ copyRun: { a: run('s1', 20) } })).map((f) => f.check)).not.toContain('media.card-empty')
  })
  test('a card formatted in its camera before it was safe is told for good, one after that is not', () => {
    const formatted = (version: number, more: Parameters<typeof media>[0] = {}) =>
      checkCards(media({ cardMove: { f: { version, type: 'formatted', cardId: 'card' } }, ...more })).filter((f) => f.check === 'media.formatted-too-soon') // prettier-ignore
    expect(formatted(40)).toMatchObject([{ severity: 'stop', says: expect.stringMatching(/^Card \S+ was formatted in its device while 1 take on it was not safe/) }]) // prettier-ignore
    const safe = {
      rules: { copiesBeforeWipe: 1, checkedBeforeWipe: 1, holdersBeforeWipe: 1 },
      copyRun: { a: run('s1', 20) },
      copyCheck: { a: { version: 30, copyRunId: 'a' } },
      custody: { c: { version: 31, driveId: 's1', personId: 'p' } },
    }
    expect(formatted(40, safe)).toEqual([])
    expect(formatted(25, safe)).toHaveLength(1)
  })
  test('two takes of one number are told, with their moments', () => {
    const p = productionWith({
      take: { a: {}, b: { startedAt: '2026-05-14T09:00:00.000Z' } },
    })
    expect(checkCards(p).map((f) => f.check)).toContain('roll.number-twice')
  })
  test('a take after one with a higher number is told, with what was before it', () => {
    const later = (number: number) =>
      checkCards(productionWith({ take: { a: { number: 3 }, b: { number, startedAt: '2026-05-14T09:00:00.000Z' } } })).filter((f) => f.check.startsWith('roll.')) // prettier-ignore
    expect(later(2)).toMatchObject([{ check: 'roll.number-out-of-turn', evidence: [{ value: 2 }, { value: 3 }] }])
    expect(later(4)).toEqual([])
  })
  test('a card that nobody rolled on and a wiped one are no finding', () => {
    expect(checkCards(media({ take: {} }))).toEqual([])
    expect(checkCards(media({ wipe: { w: { version: 50 } } }))).toEqual([])
  })
  test('holding cards until home is a rule about wiping, not about safety', () =>
    expect(
      checkCards(
        media({
          rules: { cardSchool: 'hold', copiesBeforeWipe: 1, checkedBeforeWipe: 1, holdersBeforeWipe: 1 },
          copyRun: { a: run('s1', 20) },
          copyCheck: { a: { version: 30, copyRunId: 'a' } },
          custody: { c: { driveId: 's1', personId: 'edda' } },
        }),
      ),
    ).toEqual([]))
})
