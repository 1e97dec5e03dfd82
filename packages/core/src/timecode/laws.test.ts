import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { mustBe } from '../outcome/index.ts'
import {
  FRAME_RATES,
  frameRate,
  type FrameRate,
  framesPerSecond,
  nominalFrames,
  rateName,
  sameRate,
} from './frameRate.ts'
import {
  addFrames,
  differenceFrames,
  formatTimecode,
  frameOfDayClock,
  framesAtSeconds,
  framesPerDay,
  parseTimecode,
  secondsOfFrames,
} from './timecode.ts'

const rates = fc.constantFrom(...FRAME_RATES)
const frames = fc.nat(20_000_000)
const label = (frame: number, rate: FrameRate) => formatTimecode(frame, rate)

describe('labels', () => {
  test('forward and back by as many frames is where one was, across midnight too', () =>
    fc.assert(
      fc.property(rates, frames, fc.integer({ min: -9_000_000, max: 9_000_000 }), (rate, at, by) => {
        const there = mustBe(addFrames(label(at, rate), by, rate))
        expect(mustBe(addFrames(there, -by, rate))).toBe(label(at, rate))
      }),
    ))
  test('two steps are one step of both', () =>
    fc.assert(
      fc.property(
        rates,
        frames,
        fc.integer({ min: -1e6, max: 1e6 }),
        fc.integer({ min: -1e6, max: 1e6 }),
        (r, at, a, b) => {
          const twice = mustBe(addFrames(mustBe(addFrames(label(at, r), a, r)), b, r))
          expect(twice).toBe(mustBe(addFrames(label(at, r), a + b, r)))
        },
      ),
    ))
  test('from one to another and from there to the first are a day together, or nothing', () =>
    fc.assert(
      fc.property(rates, frames, frames, (rate, a, b) => {
        const [start, end] = [label(a, rate), label(b, rate)]
        const there = mustBe(differenceFrames(start, end, rate))
        const back = mustBe(differenceFrames(end, start, rate))
        expect(there + back).toBe(start === end ? 0 : framesPerDay(rate))
        expect(mustBe(addFrames(start, there, rate))).toBe(end)
      }),
    ))
  test('read in the order of the alphabet they are in the order of frames', () =>
    fc.assert(
      fc.property(rates, frames, fc.integer({ min: 1, max: 100_000 }), (rate, at, later) => {
        const a = at % framesPerDay(rate)
        const b = a + later
        if (b < framesPerDay(rate)) expect(label(a, rate) < label(b, rate)).toBe(true)
      }),
    ))
  test('the labels of a minute are all there but those that drop-frame skips, and each once', () =>
    fc.assert(
      fc.property(rates, fc.nat(1439), (rate, minute) => {
        const text = `${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}`
        const skipped = rate.drop && minute % 10 !== 0 ? nominalFrames(rate) / 15 : 0
        const [first, second] = [nominalFrames(rate) - 1, skipped].map((n) => String(n).padStart(2, '0'))
        const separator = rate.drop ? ';' : ':'
        const from = mustBe(parseTimecode(`${text}:00${separator}${second}`, rate))
        const until = mustBe(parseTimecode(`${text}:59${separator}${first}`, rate))
        expect(until - from + 1).toBe(60 * nominalFrames(rate) - skipped)
        if (skipped > 0)
          expect(parseTimecode(`${text}:00;00`, rate)).toMatchObject({ error: { code: 'dropped-label' } })
      }),
    ))
  test.each([
    ['1:02:03:04', { code: 'not-a-timecode' }],
    ['', { code: 'not-a-timecode' }],
    ['01:02:03', { code: 'not-a-timecode' }],
    ['24:00:00:00', { code: 'label-out-of-range', part: 'hours', most: 23 }],
    ['00:60:00:00', { code: 'label-out-of-range', part: 'minutes', most: 59 }],
    ['00:00:60:00', { code: 'label-out-of-range', part: 'seconds', most: 59 }],
    ['00:00:00:25', { code: 'label-out-of-range', part: 'frames', most: 24 }],
    ['00:00:00;00', { code: 'wrong-separator', wanted: ':' }],
  ])('%j at 25 is refused for what it is', (text, error) =>
    expect(parseTimecode(text, { num: 25, den: 1, drop: false })).toMatchObject({ ok: false, error }),
  )
})

describe('seconds', () => {
  test('a frame holds the moment at which it begins, and the one before it does not', () =>
    fc.assert(
      fc.property(rates, frames, (rate, n) => {
        expect(framesAtSeconds(secondsOfFrames(n, rate) + 1e-6, rate)).toBe(n)
        if (n > 0) expect(framesAtSeconds(secondsOfFrames(n, rate) - 1e-6, rate)).toBe(n - 1)
      }),
    ))
  test('a day of labels lasts a day at whole rates, and what fractional rates add to it', () =>
    fc.assert(
      fc.property(rates, (rate) => {
        const seconds = secondsOfFrames(framesPerDay(rate), rate)
        // 3.6 s an hour where labels count on regardless; drop-frame is right to within a tenth of a second a day.
        const late = rate.den === 1 ? 0 : rate.drop ? -0.0864 : 86.4
        expect(seconds - 86_400).toBeCloseTo(late, 6)
      }),
    ))
  test('the clock of the day begins anew when its labels do', () =>
    fc.assert(
      fc.property(rates, fc.nat(86_399), (rate, s) => {
        expect(frameOfDayClock(s, rate)).toBe(framesAtSeconds(s, rate) % framesPerDay(rate))
        expect(frameOfDayClock(s, rate)).toBeLessThan(framesPerDay(rate))
      }),
    ))
})

describe('rates', () => {
  test('those that a camera can be set to are in rising order, each with a name of its own', () => {
    const each = FRAME_RATES.map(framesPerSecond)
    expect(each).toEqual([...each].sort((a, b) => a - b))
    expect(new Set(FRAME_RATES.map(rateName)).size).toBe(FRAME_RATES.length)
    expect(FRAME_RATES.map(rateName).slice(0, 5)).toEqual(['23.976', '24', '25', '29.97', '29.97 drop'])
    for (const { num, den, drop } of FRAME_RATES) expect(frameRate(num, den, drop).ok).toBe(true)
  })
  test('a ratio is the same however it is written', () =>
    fc.assert(
      fc.property(rates, fc.integer({ min: 1, max: 50 }), (rate, k) => {
        expect(sameRate(rate, { num: rate.num * k, den: rate.den * k })).toBe(true)
        expect(sameRate(rate, { num: rate.num * k + 1, den: rate.den * k })).toBe(false)
      }),
    ))
  test.each([
    [0, 1, false, { code: 'out-of-range', field: 'num' }],
    [25.5, 1, false, { code: 'out-of-range', field: 'num' }],
    [25, 0, false, { code: 'out-of-range', field: 'den' }],
    [25, 1, true, { code: 'drop-not-possible', num: 25, den: 1 }],
    [24000, 1001, true, { code: 'drop-not-possible' }],
    [30, 1, true, { code: 'drop-not-possible' }],
  ])('%d/%d, drop-frame %s, is none', (num, den, drop, error) =>
    expect(frameRate(num, den, drop)).toMatchObject({ ok: false, error }),
  )
})
