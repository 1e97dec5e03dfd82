import { describe, expect, test } from 'vitest'
import { type CardHistory, type CardSight, type CopyOfCard, mayWipe, type WipeRule } from './wipe.ts'

const rule: WipeRule = { copies: 3, checked: 2, holders: 2, places: 0, school: 'wipe' }
const copy = (driveId: string, holder: string | null, checked = true, damaged = false): CopyOfCard => ({
  runId: `run to ${driveId}`,
  driveId,
  medium: `disk ${driveId}`,
  ofAnother: false,
  files: 4,
  bytes: 9e9,
  proven: true,
  driveLabel: driveId,
  holder,
  place: null,
  isRead: true,
  missing: [],
  byTime: 0,
  isSeen: false,
  checked,
  damaged,
})
const safe: CardHistory = {
  copies: [copy('S1', 'a'), copy('S2', 'b'), copy('H1', 'a', false)],
  identity: '',
  expected: { recordings: 4, seconds: 150, bytes: 9e9, leastBytes: 1.8e9, from: 'A at 480 Mb/s' },
  recordings: 4,
  rolledSinceCopy: false,
  stillRolling: false,
  alreadyWiped: false,
}

test('three copies, two checked, two holders: yes, with what was counted', () =>
  expect(mayWipe(safe, rule, null)).toMatchObject({
    may: true,
    goodCopies: 3,
    checkedCopies: 2,
    holders: 2,
    reasons: ['3 copies, 2 checked, in 2 pairs of hands.', '4 recordings of the log found in their files.'],
    unseen: ['The card is not in the reader: a file that nobody logged, or that came after the copy, cannot be seen.'],
  }))
test('in two places where the rule wants two: yes; what was not read back is in none', () => {
  const at = (...places: readonly (string | null)[]) => ({ ...safe, copies: safe.copies.map((one, i) => ({ ...one, place: places[i]! })) }) // prettier-ignore
  const two = { ...rule, places: 2 }
  expect(mayWipe(at('van', 'room 12', null), two, null)).toMatchObject({ may: true, places: 2, reasons: [expect.stringContaining('2 pairs of hands and 2 places.'), expect.anything()] }) // prettier-ignore
  expect(mayWipe(at('van', 'van', 'room 12'), two, null)).toMatchObject({ may: false, places: 1 })
})
test.each<[string, CardHistory, WipeRule, RegExp]>([
  ['a copy short', { ...safe, copies: safe.copies.slice(0, 2) }, rule, /2 copies of 3/],
  [
    'a check short',
    { ...safe, copies: [copy('S1', 'a'), copy('S2', 'b', false), copy('H1', 'b', false)] },
    rule,
    /1 of 2 read back/,
  ],
  [
    'all in one bag',
    { ...safe, copies: [copy('S1', 'a'), copy('S2', 'a'), copy('H1', 'a')] },
    rule,
    /1 pair of hands; the rule wants 2/,
  ],
  [
    'nobody known to hold a drive',
    { ...safe, copies: [copy('S1', null), copy('S2', null), copy('H1', null)] },
    rule,
    /0 pairs of hands/,
  ],
  [
    'a damaged copy',
    { ...safe, copies: [copy('S1', 'a'), copy('S2', 'b'), copy('H1', 'a', false, true)] },
    rule,
    /H1 did not pass its check/,
  ],
  ['places that nobody wrote down', safe, { ...rule, places: 1 }, /known to lie in 0 places; the rule wants 1/],
  [
    'all in one place',
    { ...safe, copies: safe.copies.map((one) => ({ ...one, place: 'van' })) },
    { ...rule, places: 2 },
    /known to lie in 1 place; the rule wants 2/,
  ],
  ['the hold school', safe, { ...rule, school: 'hold' }, /kept until home/],
  ['takes logged after a copy began', { ...safe, copies: [], rolledSinceCopy: true }, rule, /Copy it again/],
])('%s: no, and why', (_, history, r, reason) => {
  const answer = mayWipe(history, r, null)
  expect(answer.may).toBe(false)
  expect(answer.reasons.join(' ')).toMatch(reason)
})

describe('copies that the log does not fit', () => {
  const of = (files: number, bytes: number) => safe.copies.map((one) => ({ ...one, files, bytes }))
  test('of too few bytes for what was recorded are no copies of it, and both sides are said', () => {
    const answer = mayWipe({ ...safe, copies: of(4, 2e6) }, rule, null)
    expect(answer).toMatchObject({ may: false, goodCopies: 0 })
    expect(answer.reasons[0]).toBe(
      'The log has 4 recordings on it, 3 min, about 9.00 GB (A at 480 Mb/s); the copies on S1, S2, H1 hold 4 files, 2.00 MB. Look whether it is the right card. If it is, put the log right in Roll, or the data rate in Shots.',
    )
  })
  test('of fewer files than recordings neither, however large they are', () =>
    expect(mayWipe({ ...safe, copies: of(3, 9e9) }, rule, null).may).toBe(false))
  test('of pictures that pack well they are', () => expect(mayWipe({ ...safe, copies: of(4, 2e9) }, rule, null).may).toBe(true)) // prettier-ignore
  test('only the one that is short counts for nothing', () => {
    const [first, ...rest] = safe.copies
    const answer = mayWipe({ ...safe, copies: [{ ...first!, files: 2 }, ...rest] }, rule, null)
    expect(answer.goodCopies).toBe(2)
    expect(answer.reasons[0]).toMatch(/the copy on S1 holds 2 files, 9.00 GB/)
  })
})

test('a recording that no file is known to be: no, by name, until somebody has seen it or the log is put right', () => {
  const lacking = { ...safe, copies: safe.copies.map((one) => ({ ...one, missing: ['3A take 2 on A, 10:02:10:05'] })) }
  const answer = mayWipe(lacking, rule, null)
  expect(answer).toMatchObject({ may: false, goodCopies: 0 })
  expect(answer.reasons[0]).toBe(
    'No file on S1, S2, H1 is known to be all of 3A take 2 on A, 10:02:10:05. Look for it on the card. If it is there, say so; if it never was, put the log right in Roll.',
  )
  const seen = mayWipe({ ...lacking, copies: lacking.copies.map((one) => ({ ...one, isSeen: true })) }, rule, null)
  expect(seen.may).toBe(true)
  expect(seen.reasons[1]).toBe('Somebody has seen the 4 recordings of the log on it: the log says who.')
})
test('copies of before recordings were read want the card copied again, if anything is logged on it', () => {
  const before = { ...safe, copies: safe.copies.map((one) => ({ ...one, isRead: false, missing: ['3A take 2'] })) }
  expect(mayWipe(before, rule, null)).toMatchObject({ may: false, goodCopies: 0 })
  expect(mayWipe(before, rule, null).reasons[0]).toBe('Nobody read what was recorded on it when it was copied to S1. Copy it again.') // prettier-ignore
  const empty = { ...safe, recordings: 0, copies: safe.copies.map((one) => ({ ...one, isRead: false })) }
  expect(mayWipe(empty, rule, null).may).toBe(true)
})
test('a card that nothing is logged on says so', () =>
  expect(mayWipe({ ...safe, recordings: 0 }, rule, null).reasons[1]).toBe('Nothing is logged on it.'))

const sees = (lacking: CardSight['lacking']): CardSight => ({ medium: '', files: 4, bytes: 9e6, unread: [], lacking })
const lacks = (...first: string[]) => ({ count: first.length, first, gone: 0 })

describe('what is seen on the card itself', () => {
  const all = { 'run to S1': lacks(), 'run to S2': lacks(), 'run to H1': lacks() }
  test('all files are in the copies: yes, and it says that it looked', () =>
    expect(mayWipe(safe, rule, sees(all))).toMatchObject({
      may: true,
      unseen: [],
      reasons: [expect.any(String), expect.any(String), 'All 4 files that the reader sees on it are in them.'],
    }))
  test('a clip that no copy has: no, by name', () => {
    const one = lacks('CLIPS/A009.mov')
    const answer = mayWipe(safe, rule, sees({ 'run to S1': one, 'run to S2': one, 'run to H1': one }))
    expect(answer).toMatchObject({ may: false, goodCopies: 0 })
    expect(answer.reasons[0]).toBe('1 file on the card (CLIPS/A009.mov) that no copy has. Copy it again.')
  })
  test('something that could not be looked at: no, whatever else is in the copies', () => {
    const answer = mayWipe(safe, rule, { ...sees(all), unread: ['PRIVATE: not allowed to read it.'] })
    expect(answer.may).toBe(false)
    expect(answer.reasons[0]).toBe(
      '1 thing on the card could not be looked at, and no copy is known to have it. PRIVATE: not allowed to read it.',
    )
  })
  test('one stale copy does not count, and is named', () => {
    const answer = mayWipe(safe, rule, sees({ ...all, 'run to H1': lacks('a.mov', 'b.mov') }))
    expect(answer).toMatchObject({ may: false, goodCopies: 2 })
    expect(answer.reasons[0]).toMatch(/2 files on the card \(a.mov, b.mov\) that the copy on H1 does not have/)
  })
})

test.each<[string, CardSight['lacking'], string]>([
  [
    'is gone',
    { 'run to S1': lacks(), 'run to S2': null, 'run to H1': lacks() },
    'What the copy on S2 holds could not be read. Copy it again.',
  ],
  [
    'was not held against the card',
    { 'run to S1': lacks(), 'run to H1': lacks() },
    'The card has not been held against the copy on S2 yet.',
  ],
])('a copy whose list %s counts for nothing while the card is seen', (_, lacking, says) => {
  const answer = mayWipe(safe, rule, sees(lacking))
  expect(answer).toMatchObject({ may: false, goodCopies: 2, checkedCopies: 1 })
  expect(answer.reasons[0]).toBe(says)
})

test('of each copy it is said why it does not count, however well it was read back', () => {
  const [s1, s2, h1] = safe.copies
  const of = (copies: CardHistory['copies'], sight: CardSight | null = null) =>
    Object.values(mayWipe({ ...safe, copies }, rule, sight).against)
  expect(of(safe.copies)).toEqual([null, null, null])
  expect(
    of([
      { ...s1!, damaged: true },
      { ...s2!, ofAnother: true },
      { ...h1!, proven: false },
    ]),
  ).toEqual(['differs', 'of another card', 'nobody kept what it holds'])
  expect(of([{ ...s1!, missing: ['3A take 2'] }, { ...s2!, bytes: 1 }, h1!])).toEqual([
    'not known to hold all of the log',
    'shorter than the log',
    null,
  ])
  expect(
    of(safe.copies, sees({ 'run to S1': lacks('a.mov', 'b.mov'), 'run to S2': null, 'run to H1': lacks() })),
  ).toEqual(['lacks 2 files that the card has', 'not held against the card', null])
})

test('drives that are one medium count once, and are named', () => {
  const copies = safe.copies.map((c) => ({ ...c, medium: 'disk 1' }))
  const answer = mayWipe({ ...safe, copies }, rule, null)
  expect(answer).toMatchObject({ may: false, goodCopies: 1, checkedCopies: 1 })
  expect(answer.reasons[0]).toBe('S1 and S2 and H1 are one medium and count once.')
})

test('a copy of which nobody kept what it holds counts for nothing', () => {
  const copies = safe.copies.map((c) => (c.driveId === 'S2' ? { ...c, proven: false } : c))
  const answer = mayWipe({ ...safe, copies }, rule, null)
  expect(answer).toMatchObject({ may: false, goodCopies: 2, checkedCopies: 1 })
  expect(answer.reasons[0]).toMatch(/Nobody kept what the copy on S2 holds/)
})
