import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { DATE_ORDERS, dateText, readDate } from './index.ts'

describe('a date as people type it', () => {
  test.each([
    ['14 May', '2026-05-14'],
    ['May 14', '2026-05-14'],
    ['thu 14 may 2026', '2026-05-14'],
    ['14th of May', '2026-05-14'],
    ['14.5.', '2026-05-14'],
    ['14/5/26', '2026-05-14'],
    ['2026-05-14', '2026-05-14'],
    ['3/4', '2026-04-03'],
    ['2 January', '2026-01-02'],
    ['29 Feb 2028', '2028-02-29'],
    ['September 1st, 2026', '2026-09-01'],
  ])('%s', (typed, iso) => expect(readDate(typed, '2026-10-20')).toBe(iso))
  test.each(['', 'soon', '30 Feb 2026', '5/14/2026', '0.5.2026', '14 May 1', '2026-13-01'])('%s is none', (typed) =>
    expect(readDate(typed, '2026-05-14')).toBeNull(),
  )
  test('what is shown is read back as it was, whatever it is near to', () =>
    fc.assert(
      fc.property(
        fc.date({ min: new Date('1950-01-01'), max: new Date('2150-12-31'), noInvalidDate: true }),
        fc.integer({ min: 1950, max: 2150 }),
        (date, year) => {
          const iso = date.toISOString().slice(0, 10)
          for (const order of DATE_ORDERS) expect(readDate(dateText(iso, order), `${year}-06-15`, order)).toBe(iso)
        },
      ),
    ))
  test('figures alone are read in the order of the country', () => {
    expect(DATE_ORDERS.map((order) => readDate('5/4/26', '2026-01-01', order))).toEqual([
      '2026-04-05',
      '2026-05-04',
      '2026-05-04',
    ])
    expect(readDate('5/14/2026', '2026-01-01', 'month first')).toBe('2026-05-14')
    expect(DATE_ORDERS.map((order) => dateText('2026-05-14', order))).toEqual([
      'Thu 14 May 2026',
      'Thu May 14 2026',
      'Thu 2026-05-14',
    ])
  })
  test('without a year it stays in the year that stood there, also where that has no such day', () => {
    expect(readDate('14 December', '2026-05-14')).toBe('2026-12-14')
    expect(readDate('29 Feb', '2028-05-14')).toBe('2028-02-29')
    expect(readDate('29 Feb', '2026-05-14')).toBeNull()
  })
})
