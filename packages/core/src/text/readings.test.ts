import { describe, expect, test } from 'vitest'
import { counted, exposureError, readFrameRate, frameRateText, shutter, stopName } from './readings.ts'

describe('figures in print', () => {
  test.each([
    ['25', { num: 25, den: 1 }],
    ['23.976', { num: 24000, den: 1001 }],
    ['23.98', { num: 24000, den: 1001 }],
    ['29.97', { num: 30000, den: 1001 }],
    ['59,94', { num: 60000, den: 1001 }],
    ['200 fps', { num: 200, den: 1 }],
  ])('%s frames a second', (typed, fields) => expect(readFrameRate(typed)).toMatchObject(fields))
  test.each(['', 'fast', '0', '-25'])('%j is no rate', (typed) => expect(readFrameRate(typed)).toBeNull())
  test.each([
    [25, 1, '25'],
    [24000, 1001, '23.976'],
    [30000, 1001, '29.97'],
    [25, 2, '12.500'],
  ])('%d/%d prints %s', (num, den, text) => expect(frameRateText(num, den)).toBe(text))
  test('one is one, none and many are many', () =>
    expect([
      counted(1, 'shot'),
      counted(0, 'shot'),
      counted(2, 'copy', 'copies'),
      counted(1, 'copy', 'copies'),
    ]).toEqual(['1 shot', '0 shots', '2 copies', '1 copy']))
  test('shutters, stops and errors read as crews say them', () => {
    expect([shutter(1 / 50), shutter(1 / 47.95), shutter(2)]).toEqual(['1/50 s', '1/48 s', '2.0 s'])
    expect([stopName(2.8), stopName(11.31), stopName(2)]).toEqual(['T2.8', 'T11', 'T2.0'])
    expect([exposureError(-1.64), exposureError(0.44), exposureError(0.02)]).toEqual([
      '1.6 stops short',
      '0.4 over',
      'on the stop',
    ])
  })
})
