import fc from 'fast-check'
import { expect, test } from 'vitest'
import { readTideTable } from './index.ts'

const cells = (text: string) => text.split('\n').map((line) => line.split(/[,\t;]/))
const read = (text: string, order: 'day first' | 'month first' = 'day first') => {
  const table = readTideTable(cells(text), '2026-05-14', order)
  return table.ok ? table.value : table.error
}

test('words, heights and dates in one row or above several', () => {
  expect(read('date,time,,height m\n14/05/2026,06:12,HW,5.4\n,12:20,LW,0.9\n15/05/2026,06:55,High water,5.6 m')).toEqual({
    tides: [
      { date: '2026-05-14', atMin: 372, type: 'high', heightM: 5.4 },
      { date: '2026-05-14', atMin: 740, type: 'low', heightM: 0.9 },
      { date: '2026-05-15', atMin: 415, type: 'high', heightM: 5.6 },
    ],
    unread: [],
  }) // prettier-ignore
})
test('without a word it is the height that tells, and where that does not, nothing is guessed', () => {
  expect(read('2026-05-14 00:10\t0.8\n2026-05-14 06:12\t5.4\n2026-05-14 12:20\t0.9')).toMatchObject({
    tides: [{ type: 'low' }, { type: 'high' }, { type: 'low' }],
  })
  const rising = read('2026-05-14,00:10,0.8\n2026-05-14,06:12,3\n2026-05-14,12:20,5.4')
  expect(rising).toMatchObject({
    tides: [
      { type: 'low', atMin: 10 },
      { type: 'high', atMin: 740 },
    ],
  })
  expect(typeof rising === 'string' ? [] : rising.unread).toEqual(['2026-05-14, 6:12: high or low is not said, and its height does not tell.']) // prettier-ignore
  expect(read('2026-05-14,06:12')).toMatchObject({ tides: [] })
})
test('feet are brought to metres, months come first where they do', () => {
  expect(read('date,time,type,ft\n05/14/2026,06:12,H,10', 'month first')).toMatchObject({ tides: [{ date: '2026-05-14', heightM: 3.05 }] }) // prettier-ignore
  expect(read('14 May;06:12;high;-1.2m')).toMatchObject({ tides: [{ date: '2026-05-14', heightM: -1.2 }] })
})
test('what is no table is told row by row', () => {
  expect(read('date,time\nsoon,later')).toEqual({ tides: [], unread: ['Row 2: no time in “soon later”.'] })
  expect(read('06:12,high')).toEqual({ tides: [], unread: ['Row 1: no date in “06:12 high”.'] })
  expect(read('')).toBe('There is no time in it.')
  expect(
    readTideTable(
      Array.from({ length: 2001 }, () => ['x']),
      '2026-05-14',
      'day first',
    ).ok,
  ).toBe(false)
})
test('whatever stands in the cells, what is read is a time of a day with a date', () => {
  fc.assert(
    fc.property(fc.array(fc.array(fc.oneof(fc.string({ maxLength: 12 }), fc.constantFrom('06:12', '2026-05-14', 'HW', '5.4', '24:61'))), { maxLength: 12 }), (rows) => {
      const table = readTideTable(rows, '2026-05-14', 'day first')
      if (!table.ok) return
      for (const { date, atMin } of table.value.tides) {
        expect(date).toMatch(/^\d{4}-\d{2}-\d{2}$/)
        expect(atMin >= 0 && atMin < 1440).toBe(true)
      }
    }),
  ) // prettier-ignore
})
