import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { budgetOf, type Costed, lineMinor, moneyText, oneMore, parseMoney } from './budget.ts'

const line = (given: Partial<Costed>): Costed => ({
  basis: 'fee',
  quantity: 1,
  days: 1,
  unit: 'day',
  rateMinor: 10_000,
  years: 1,
  media: 1,
  growsWith: '',
  actualMinor: null,
  ...given,
})

describe('what a line comes to', () => {
  test.each([
    ['two people for three days', { quantity: 2, days: 3 }, 60_000],
    ['half a day', { days: 0.5 }, 5_000],
    ['a job counts once however long', { unit: 'job', days: 4 }, 10_000],
    ['120 km', { unit: 'km', quantity: 120, rateMinor: 45 }, 5_400],
    ['music for two years in three media', { unit: 'year and medium', years: 2, media: 3 }, 60_000],
    ['a third of a cent is rounded', { quantity: 1 / 3, rateMinor: 100 }, 33],
  ] as const)('%s', (_, given, minor) => expect(lineMinor(line(given))).toBe(minor))
})

describe('the budget', () => {
  const lines = [
    line({ quantity: 2, days: 2, growsWith: 'person' }),
    line({ basis: 'rent', rateMinor: 12_000, days: 2, growsWith: 'camera', actualMinor: 26_000 }),
    line({ basis: 'travel', unit: 'km', quantity: 100, rateMinor: 50 }),
  ]
  test('total, what is kept back, what is left and what is earned', () =>
    expect(budgetOf(lines, { budgetMinor: 80_000, quoteMinor: 100_000, contingencyPct: 10 })).toEqual({
      totalMinor: 69_000,
      contingencyMinor: 6_900,
      leftMinor: 4_100,
      marginMinor: 31_000,
      byBasis: [
        { basis: 'fee', minor: 40_000, share: 40 / 69 },
        { basis: 'rent', minor: 24_000, share: 24 / 69 },
        { basis: 'travel', minor: 5_000, share: 5 / 69 },
      ],
      actualMinor: 26_000,
      plannedOfActualMinor: 24_000,
    }))
  test('one more of each costs what its lines say', () => {
    expect(oneMore(lines, 'person')).toEqual({ minor: 20_000, lines: [0] })
    expect(oneMore(lines, 'camera')).toEqual({ minor: 24_000, lines: [1] })
    expect(oneMore(lines, 'day')).toEqual({ minor: 32_000, lines: [0, 1] })
  })
  test('one more day is the difference of the totals', () => {
    const longer = lines.map((l) => (l.unit === 'day' ? { ...l, days: l.days + 1 } : l))
    const none = { budgetMinor: 0, quoteMinor: 0, contingencyPct: 0 }
    expect(budgetOf(longer, none).totalMinor - budgetOf(lines, none).totalMinor).toBe(oneMore(lines, 'day').minor)
  })
})

describe('amounts', () => {
  test.each([
    ['640', 64_000],
    ['12.5', 1_250],
    ['12,50', 1_250],
    ['€ 1,240.50', 124_050],
    ['1.240,50', 124_050],
    ['1,240', 124_000],
    ['-3', -300],
    ['−£3.20', -320],
    ['', null],
    ['twelve', null],
    ['1,24,0', null],
    ['12.345.6', null],
  ])('%j is %s', (text, minor) => expect(parseMoney(text)).toBe(minor))
  test('what is written is read back', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: -1e9, max: 1e9 }),
        fc.constantFrom('EUR', 'GBP', 'NOK'),
        (minor, currency) => parseMoney(moneyText(minor, currency)) === minor,
      ),
    ))
})
