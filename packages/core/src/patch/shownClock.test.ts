import { describe, expect, test } from 'vitest'
import { seeded } from '../chance/index.ts'
import { frameOfDayClock, FRAME_RATES, formatTimecode, type FrameRate } from '../timecode/index.ts'
import { type ClockReason, judgeShown, READ_WITHIN_S, readLabel } from './shownClock.ts'

const rateOf = (num: number, den: number, drop = false): FrameRate => FRAME_RATES.find((r) => r.num === num && r.den === den && r.drop === drop)! // prettier-ignore
const R25 = rateOf(25, 1)
const at = (clock: string) => readLabel(clock)!.seconds
const judged = (shown: string, more: object = {}) =>
  judgeShown(shown, { masterS: at('09:30:00'), ranS: 14_400, upS: null, rate: R25, ...more })

describe('what a device was seen to show', () => {
  test('is read however it is typed, and what is no label is none', () => {
    expect(readLabel('９:30:00;12')).toEqual({ seconds: 34_200, frames: 12, isDrop: true })
    expect(readLabel('9:30:00')).toEqual({ seconds: 34_200, frames: null, isDrop: false })
    expect(['24:00:00', '09:61:00', 'half past', '']).toSatisfy((all: string[]) => all.every((one) => readLabel(one) === null)) // prettier-ignore
  })
  test.each([
    ['09:30:01:10', 'agrees', {}],
    ['10:30:00:00', 'other zone', {}],
    ['04:00:00:00', 'other zone', {}],
    ['09:30:00:27', 'other rate', {}],
    ['09:30:00;04', 'other rate', {}],
    ['09:29:45:00', 'other count', {}],
    ['09:30:14:00', 'other count', {}],
    ['00:12:20:00', 'since power-up', { upS: 700 }],
    ['00:12:20:00', 'off', {}],
    ['09:31:07:00', 'off', {}],
    ['09:29:45:00', 'off', { ranS: null }],
    // Round midnight the short way counts.
    ['23:59:59:00', 'agrees', { masterS: 0.5 }],
  ] as const)('%s is %s', (shown, reason, more) => {
    expect(judged(shown, more)?.reason).toBe(reason)
  })

  test('of 4,000 devices with a fault of their own the reason told is the true one, and none that is off agrees', () => {
    const random = seeded(5)
    const pick = <T>(all: readonly T[]) => all[Math.floor(random() * all.length)]!
    const rates = [R25, rateOf(24, 1), rateOf(30000, 1001, true), rateOf(50, 1)]
    for (let i = 0; i < 4000; i++) {
      const rate = pick(rates)
      const masterS = 7200 + random() * 70_000
      const ranS = 5000 + random() * 2000
      const truth = pick<ClockReason>(['agrees', 'other zone', 'other count', 'since power-up', 'off', 'other rate'])
      const upS = truth === 'since power-up' ? 60 + random() * 3000 : null
      // Whoever reads it is up to a second and a half late or early.
      const read = (random() - 0.5) * 3
      const offS = { agrees: 0, 'other zone': pick([-3600, 3600, 19_800, -7200]), 'other count': pick([-1, 1]) * ranS * 0.001, off: pick([-1, 1]) * (20 + random() * 60), 'since power-up': 0, 'other rate': 0 }[truth] // prettier-ignore
      const seconds = truth === 'since power-up' ? upS! + (random() - 0.5) * 100 : masterS + offS + read
      const label = formatTimecode(frameOfDayClock((seconds + 86_400) % 86_400, rate), rate)
      const shown = truth === 'other rate' ? label.replace(/\d\d$/, String(Math.round(rate.num / rate.den) + pick([0, 3]))) : label // prettier-ignore
      const told = judgeShown(shown, { masterS, ranS, upS, rate })!
      expect(`${truth} ${told.reason}`).toBe(`${truth} ${truth}`)
      if (Math.abs(offS) > READ_WITHIN_S + 2) expect(told.reason).not.toBe('agrees')
    }
  })
})
