import { expect, test } from 'vitest'
import fc from 'fast-check'
import { type CardHistory, mayWipe, type WipeRule } from './index.ts'

const rule: WipeRule = { copies: 3, checked: 2, holders: 2, school: 'wipe' }
const copy = (driveId: string, holder: string | null, checked = true, damaged = false) => ({
  driveId,
  driveLabel: driveId,
  holder,
  checked,
  damaged,
})
const safe: CardHistory = {
  copies: [copy('S1', 'a'), copy('S2', 'b'), copy('H1', 'a', false)],
  rolledSinceCopy: false,
  alreadyWiped: false,
}

test('three copies, two checked, two holders: yes, with what was counted', () =>
  expect(mayWipe(safe, rule)).toEqual({
    may: true,
    goodCopies: 3,
    checkedCopies: 2,
    holders: 2,
    reasons: ['3 copies, 2 checked, in 2 pairs of hands.'],
  }))
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
  ['the hold school', safe, { ...rule, school: 'hold' }, /kept until home/],
  ['takes logged after a copy began', { ...safe, copies: [], rolledSinceCopy: true }, rule, /Copy it again/],
])('%s: no, and why', (_, history, r, reason) => {
  const answer = mayWipe(history, r)
  expect(answer.may).toBe(false)
  expect(answer.reasons.join(' ')).toMatch(reason)
})

test('taking a copy away never turns a no into a yes', () =>
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          driveId: fc.string(),
          driveLabel: fc.string(),
          checked: fc.boolean(),
          damaged: fc.boolean(),
          holder: fc.option(fc.constantFrom('a', 'b', 'c')),
        }),
        { minLength: 1, maxLength: 6 },
      ),
      (copies) => {
        const undamaged = copies.map((c) => ({ ...c, damaged: false }))
        const before = mayWipe({ copies: undamaged, rolledSinceCopy: false, alreadyWiped: false }, rule).may
        return before || !mayWipe({ copies: undamaged.slice(1), rolledSinceCopy: false, alreadyWiped: false }, rule).may
      },
    ),
  ))
