import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { recordingRateMbps, takeBytes } from '../media/index.ts'
import { formatBytesParts } from '../text/index.ts'
import { NOTHING_EXPECTED } from './expected.ts'
import { type CardHistory, type CardSight, mayWipe, type WipeRule } from './wipe.ts'

const copy = fc.record({
  runId: fc.uuid(),
  driveId: fc.uuid(),
  medium: fc.constantFrom('disk 1', 'disk 2', 'disk 3', 'disk 4', 'disk 5'),
  ofAnother: fc.boolean(),
  files: fc.integer({ min: 1, max: 5 }),
  bytes: fc.integer({ min: 1, max: 5e9 }),
  proven: fc.boolean(),
  driveLabel: fc.constantFrom('S1', 'S2', 'H1', 'H2'),
  checked: fc.boolean(),
  damaged: fc.boolean(),
  holder: fc.constantFrom(null, 'Maren', 'Sadie', 'Juno'),
  place: fc.constantFrom(null, 'van', 'room 12', 'far away, line'),
  missing: fc.constantFrom<string[]>([], ['3A take 2']),
  byTime: fc.constant(0),
  isRead: fc.boolean(),
  isSeen: fc.boolean(),
})
const history: fc.Arbitrary<CardHistory> = fc.record({
  copies: fc.array(copy, { maxLength: 6 }),
  identity: fc.constantFrom('', 'card'),
  expected: fc.record({
    recordings: fc.integer({ min: 0, max: 3 }),
    seconds: fc.constant(60),
    bytes: fc.constant(3.6e9),
    leastBytes: fc.constantFrom(0, 0.7e9),
    from: fc.constant('A at 480 Mb/s'),
  }),
  recordings: fc.constant(3),
  rolledSinceCopy: fc.boolean(),
  stillRolling: fc.boolean(),
  alreadyWiped: fc.boolean(),
})
/** A reader that sees the card, and of each copy whether something is missing in it; null for a card not in there. */
const sightOf = (card: CardHistory, lacking: readonly boolean[], there: boolean): CardSight | null =>
  there
    ? {
        medium: '',
        files: 3,
        bytes: 1,
        unread: [],
        lacking: Object.fromEntries(
          card.copies.map((c, i) => [
            c.runId,
            { count: lacking[i] ? 1 : 0, first: lacking[i] ? ['x.mov'] : [], gone: 0 },
          ]),
        ),
      }
    : null
const looks = fc.array(fc.boolean(), { minLength: 6, maxLength: 6 })
const rule: fc.Arbitrary<WipeRule> = fc.record({
  copies: fc.integer({ min: 1, max: 4 }),
  checked: fc.integer({ min: 1, max: 4 }),
  holders: fc.integer({ min: 1, max: 3 }),
  places: fc.constantFrom(0, 0, 1, 2),
  school: fc.constantFrom('wipe', 'hold'),
})

describe('may a card be wiped: what must hold whatever happened to it', () => {
  test('a yes has every count that the rule wants, from copies that are not damaged', () =>
    fc.assert(
      fc.property(history, rule, looks, fc.boolean(), (card, wants, lacking, there) => {
        const answer = mayWipe(card, wants, sightOf(card, lacking, there))
        if (!answer.may) return
        const fits = (c: (typeof card.copies)[number]) =>
          c.files >= card.expected.recordings && c.bytes >= card.expected.leastBytes
        const good = card.copies.filter((c, i) => c.proven && fits(c) && !(there && lacking[i]))
        const media = (copies: typeof good) => new Set(copies.map((c) => c.medium)).size
        expect(media(good)).toBeGreaterThanOrEqual(wants.copies)
        expect(media(good.filter((c) => c.checked))).toBeGreaterThanOrEqual(wants.checked)
        const places = good.filter((c) => c.checked && c.place !== null).map((c) => c.place)
        expect(new Set(places).size).toBeGreaterThanOrEqual(wants.places)
        expect(answer.unseen.length === 0).toBe(there)
        expect(card.copies.some((c) => c.damaged)).toBe(false)
        expect(wants.school).toBe('wipe')
        expect(card.alreadyWiped).toBe(false)
      }),
    ))
  test('a no says why, in whole sentences', () =>
    fc.assert(
      fc.property(history, rule, (card, wants) => {
        const { may, reasons } = mayWipe(card, wants, null)
        expect(reasons.length).toBeGreaterThan(0)
        for (const reason of reasons) expect(reason).toMatch(/^[A-Z0-9].*\.$/)
        expect(may && reasons.length > 1).toBe(false)
      }),
    ))
  test('damage found later never makes a yes of a no', () =>
    fc.assert(
      fc.property(history, rule, fc.nat(), (card, wants, at) => {
        if (card.copies.length === 0) return
        const hurt = card.copies.map((c, i) => (i === at % card.copies.length ? { ...c, damaged: true } : c))
        expect(mayWipe({ ...card, copies: hurt }, wants, null).may).toBe(false)
      }),
    ))
  test('a copy that is lost never makes a yes of a no, unless it was the damaged one', () =>
    fc.assert(
      fc.property(history, rule, fc.nat(), (card, wants, at) => {
        if (card.copies.length === 0 || card.copies.some((c) => c.damaged)) return
        const fewer = card.copies.filter((_, i) => i !== at % card.copies.length)
        if (!mayWipe(card, wants, null).may) expect(mayWipe({ ...card, copies: fewer }, wants, null).may).toBe(false)
      }),
    ))
  test('looking at the card never makes a yes of a no', () =>
    fc.assert(
      fc.property(history, rule, looks, (card, wants, lacking) => {
        if (!mayWipe(card, wants, null).may) expect(mayWipe(card, wants, sightOf(card, lacking, true)).may).toBe(false)
      }),
    ))
  test('a stricter rule never lets more cards go', () =>
    fc.assert(
      fc.property(history, rule, fc.constantFrom('copies', 'checked', 'holders', 'places'), (card, wants, which) => {
        const stricter = { ...wants, [which]: wants[which] + 1 }
        if (mayWipe(card, stricter, null).may) expect(mayWipe(card, wants, null).may).toBe(true)
      }),
    ))
  test('a card in the reader that shows nothing, or less than was copied from it, is not known to be the card', () =>
    fc.assert(
      fc.property(history, rule, fc.boolean(), (card, wants, empty) => {
        const sight: CardSight = {
          medium: '',
          files: empty ? 0 : 3,
          bytes: 1,
          unread: [],
          lacking: Object.fromEntries(card.copies.map((c) => [c.runId, { count: 0, first: [], gone: empty ? 3 : 1 }])),
        }
        return !mayWipe(card, wants, sight).may
      }),
    ))
  test('a card on which something could not be looked at is not called safe', () =>
    fc.assert(
      fc.property(history, rule, (card, wants) => {
        const sight = { ...sightOf(card, [], true)!, unread: ['PRIVATE: not allowed to read it.'] }
        return !mayWipe(card, wants, sight).may
      }),
    ))
  test('a card that the reader knows as another one than before is not called safe', () =>
    fc.assert(
      fc.property(history, rule, (card, wants) => {
        const sight = { ...sightOf(card, [], true)!, medium: 'another' }
        return !mayWipe({ ...card, identity: 'card' }, wants, sight).may
      }),
    ))
  test('copies that were read from another card count for nothing', () =>
    fc.assert(
      fc.property(history, rule, (card, wants) => {
        const copies = card.copies.map((one) => ({ ...one, ofAnother: true }))
        return !mayWipe({ ...card, copies }, wants, null).may
      }),
    ))
  test('while a device still records on it the answer is no', () =>
    fc.assert(fc.property(history, rule, (card, wants) => !mayWipe({ ...card, stillRolling: true }, wants, null).may)))
  test('kept until home means kept, however many copies there are', () =>
    fc.assert(fc.property(history, rule, (card, wants) => !mayWipe(card, { ...wants, school: 'hold' }, null).may)))
  test('a copy in nobody’s hands counts for no pair of hands', () => {
    const copies = ['S1', 'S2', 'H1'].map((driveLabel) => ({
      runId: driveLabel,
      driveId: driveLabel,
      driveLabel,
      medium: driveLabel,
      ofAnother: false,
      files: 1,
      bytes: 1,
      proven: true,
      checked: true,
      damaged: false,
      holder: null,
      place: null,
      missing: [],
      byTime: 0,
      isRead: true,
      isSeen: false,
    }))
    const answer = mayWipe(
      {
        copies,
        identity: '',
        expected: NOTHING_EXPECTED,
        recordings: 0,
        rolledSinceCopy: false,
        stillRolling: false,
        alreadyWiped: false,
      },
      { copies: 3, checked: 3, holders: 1, places: 0, school: 'wipe' },
      null,
    )
    expect(answer).toMatchObject({ may: false, holders: 0, checkedCopies: 3 })
  })
})

describe('bytes', () => {
  test('are as many as the rate, the length and the takes say', () => {
    expect(takeBytes(480, 60, 2)).toBe((480e6 / 8) * 60 * 2)
    expect(recordingRateMbps(480, 200, 25)).toBe(480 * 8)
  })
  test('a size is printed between 1 and 1000 of its unit', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e15 - 1 }), (bytes) => {
        const { value } = formatBytesParts(bytes)
        expect(value).toBeGreaterThanOrEqual(1)
        expect(value).toBeLessThan(1000)
      }),
    ))
})
