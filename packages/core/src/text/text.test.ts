import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { clock, lapse, parseClock, parseLapse, stretch } from './clock.ts'
import { toCsv } from './csv.ts'

describe('clock times', () => {
  test.each([
    [0, '00:00'],
    [415, '06:55'],
    [1439.6, '00:00 +1'],
    [1470, '00:30 +1'],
    [-5, '23:55 −1'],
  ])('%s minutes read %s', (minutes, text) => expect(clock(minutes)).toBe(text))
  test.each([
    ['6:55', 415],
    ['0655', 415],
    ['06.55', 415],
    ['00:30 +1', 1470],
    ['25:61', null],
    ['24:00', null],
    ['noon', null],
    ['', null],
  ])('%j is %s', (text, minutes) => expect(parseClock(text)).toBe(minutes))
  test('what is written can be read again', () =>
    fc.assert(fc.property(fc.integer({ min: 0, max: 2879 }), (m) => parseClock(clock(m)) === m)))
})

describe('lengths of time', () => {
  test.each([
    ['38:00', 2280],
    ['1:15:00', 4500],
    ['100:00', 6000],
    ['0:05', 5],
    ['90', 90],
    ['90 s', 90],
    ['1.5 h', 5400],
    ['1,5 min', 90],
    ['20 min', 1200],
    ['1 h 15', 4500],
    ['1h15m20s', 4520],
    ['2 hours', 7200],
    ['0:75', null],
    ['1:75:00', null],
    ['soon', null],
    ['', null],
    ['-5', null],
  ])('%j is %s seconds', (text, seconds) => expect(parseLapse(text)).toBe(seconds))
  test('what is written can be read again', () =>
    fc.assert(fc.property(fc.integer({ min: 0, max: 100_000 }), (s) => parseLapse(lapse(s)) === s)))
})

describe('CSV', () => {
  test('quotes what must be quoted', () =>
    expect(
      toCsv(
        ['a', 'b'],
        [
          ['x,"y"', 'line\nbreak'],
          [1.5, null],
          [true, 'plain'],
        ],
      ),
    ).toBe('a,b\r\n"x,""y""","line\nbreak"\r\n1.5,\r\ntrue,plain\r\n'))
  test.each(['=1+1', '+cmd', '-2', '@sum', '\tx'])('%j does not run in a spreadsheet', (text) =>
    expect(
      toCsv(['a'], [[text]])
        .split('\r\n')[1]!
        .replace(/^"/, ''),
    ).toMatch(/^'/),
  )
  test('a negative number stays a number', () => expect(toCsv(['a'], [[-2]])).toBe('a\r\n-2\r\n'))
})

test.each([
  [0, '0 min'],
  [45.4, '45 min'],
  [99.4, '99 min'],
  [99.6, '1 h 40'],
  [575, '9 h 35'],
])('%f minutes read "%s"', (minutes, text) => expect(stretch(minutes)).toBe(text))
