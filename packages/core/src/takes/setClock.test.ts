import { describe, expect, test } from 'vitest'
import { productionWith } from '../testing/index.ts'
import { differenceFrames, secondsOfFrames } from '../timecode/index.ts'
import { setClock, timecodeAt } from './setClock.ts'

const DAY = { date: '2026-05-14' }
const at = (time: string) => Date.parse(time)
const rate = { num: 25, den: 1, drop: false }

describe('the clock of a set', () => {
  test('is the time at the place, with frames, wherever the device is', () => {
    const moment = at('2026-05-14T07:33:20.480Z')
    expect(timecodeAt({ ...DAY, timeZone: 'Europe/Oslo', rate }, moment)).toBe('09:33:20:12')
    expect(timecodeAt({ ...DAY, timeZone: 'Asia/Kathmandu', rate }, moment)).toBe('13:18:20:12')
  })
  test('has no hour 24 and none before 0, on a night that runs over its day', () => {
    const clock = { ...DAY, timeZone: 'UTC', rate }
    expect(timecodeAt(clock, at('2026-05-15T00:00:01Z'))).toBe('00:00:01:00')
    expect(timecodeAt(clock, at('2026-05-13T23:59:59.960Z'))).toBe('23:59:59:24')
  })
  test('runs on over midnight and over a change of clocks: what lies between two labels is what went by', () => {
    const film = { num: 24000, den: 1001, drop: false }
    const night = { date: '2026-10-24', timeZone: 'Europe/London', callMin: 20 * 60, rate: film }
    for (const from of ['2026-10-24T22:59:50Z', '2026-10-25T00:59:50Z', '2026-10-25T01:30:00Z']) {
      const frames = differenceFrames(timecodeAt(night, at(from)), timecodeAt(night, at(from) + 20_000), film)
      expect(frames.ok && secondsOfFrames(frames.value, film)).toBeCloseTo(20, 1)
    }
    // It was set to the time of day when the day was called.
    expect(timecodeAt({ ...night, rate }, at('2026-10-24T19:00:00Z'))).toBe('20:00:00:00')
  })
  test('shows at the turn of a second the second that has begun', () => {
    for (let s = 0; s < 120; s++)
      expect(timecodeAt({ ...DAY, timeZone: 'UTC', rate }, at('2026-05-14T12:00:00Z') + s * 1000)).toBe(
        `12:0${Math.floor(s / 60)}:${String(s % 60).padStart(2, '0')}:00`,
      )
  })
  test('counts at the rate of what is delivered first', () => {
    const rateOf = (deliverable: object) =>
      setClock(productionWith({ deliverable: { a: deliverable } }), DAY, 'UTC').rate
    expect(rateOf({ rateNum: 30000, rateDen: 1001, dropFrame: true })).toEqual({ num: 30000, den: 1001, drop: true })
    expect(setClock(productionWith({}), DAY, 'UTC').rate).toEqual(rate)
  })
})
