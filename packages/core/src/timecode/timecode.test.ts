import { describe, expect, test } from 'vitest'
import vectors from '../../vectors/timecode.json'
import fc from 'fast-check'
import { mustBe } from '../outcome/index.ts'
import { FRAME_RATES, type FrameRate } from './frameRate.ts'
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

interface Row {
  id: string
  kind: string
  rate: string
  frames: number
  timecode: string
  seconds: number
  result: string
  start: string
  end: string
  elapsed_seconds: number
}
const rates = new Map(vectors.rates.map((r) => [r.rate, { num: r.num, den: r.den, drop: r.drop } satisfies FrameRate]))
const rows = (kind: string) =>
  (vectors.rows as unknown as Row[])
    .filter((row) => row.kind === kind)
    .map((row) => ({ ...row, exact: rates.get(row.rate)! }))

describe('against the reference rows', () => {
  test.each(rows('frames_to_timecode'))('$id: frame $frames at $rate', (v) => {
    expect(formatTimecode(v.frames, v.exact)).toBe(v.timecode)
    expect(secondsOfFrames(v.frames, v.exact)).toBeCloseTo(v.elapsed_seconds, 8)
  })
  test.each(rows('timecode_to_frames'))('$id: $timecode at $rate', (v) =>
    expect(parseTimecode(v.timecode, v.exact)).toEqual({ ok: true, value: v.frames }),
  )
  test.each(rows('add_frames'))('$id: $timecode plus $frames', (v) =>
    expect(mustBe(addFrames(v.timecode, v.frames, v.exact))).toBe(v.result),
  )
  test.each(rows('difference'))('$id: $start to $end', (v) =>
    expect(mustBe(differenceFrames(v.start, v.end, v.exact))).toBe(v.frames),
  )
  test.each(rows('seconds_to_timecode'))('$id: $seconds s', (v) => {
    const frames = framesAtSeconds(v.seconds, v.exact)
    expect(frames).toBe(v.frames)
    expect(formatTimecode(frames, v.exact)).toBe(v.timecode)
  })
  test.each(rows('invalid'))('$id: $timecode at $rate is refused', (v) =>
    expect(parseTimecode(v.timecode, v.exact).ok).toBe(false),
  )
  test.each(rows('day_length'))('$id: a day at $rate', (v) => expect(framesPerDay(v.exact)).toBe(v.frames))
})

test('every frame of a day has one label and every label one frame', () =>
  fc.assert(
    fc.property(fc.constantFrom(...FRAME_RATES), fc.nat(), (rate, n) => {
      const frame = n % framesPerDay(rate)
      return mustBe(parseTimecode(formatTimecode(frame, rate), rate)) === frame
    }),
  ))

test('a dropped label is named as one, so that the sentence can say why', () =>
  expect(parseTimecode('00:01:00;00', { num: 30000, den: 1001, drop: true })).toEqual({
    ok: false,
    error: { code: 'dropped-label', text: '00:01:00;00' },
  }))

test('a drop-frame clock stays within two frames of the wall clock for a day', () =>
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 86399 }), (s) => {
      const rate = { num: 30000, den: 1001, drop: true }
      const [h, m, sec] = formatTimecode(frameOfDayClock(s, rate), rate).split(/[:;]/).map(Number) as [
        number,
        number,
        number,
      ]
      return Math.abs(h * 3600 + m * 60 + sec - s) <= 1
    }),
  ))
