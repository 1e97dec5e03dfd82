import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import type { Production } from '../records/index.ts'
import { lightIsThere, productionWith } from '../testing/index.ts'
import { SUN_LIGHTS } from '../sun/index.ts'
import { planDay } from './planDay.ts'

type Rows = Parameters<typeof productionWith>[0]
const LONDON = { timeZone: 'Europe/London', latitudeDeg: 51.5, longitudeDeg: 0 }

/** A day of shots in the order given, each in its light, called at a time. */
const dayOf = (
  callMin: number,
  shots: readonly NonNullable<Rows['shot']>[string][],
  date = '2026-05-14',
  place: object = LONDON,
): Production =>
  // prettier-ignore
  productionWith({
    place: { place },
    day: { day: { date, callMin } },
    shot: Object.fromEntries(shots.map((fields, i) => [`s${i}`, { code: `${i + 1}`, minutes: 30, ...fields }])),
    orderItem: Object.fromEntries(shots.map((_, i) => [`i${i}`, { shotIds: [`s${i}`], rank: i }])),
  })
const planOf = (production: Production) => planDay(production, 'day')!
const starts = (production: Production) => {
  const { timeline, clock } = planOf(production)
  return timeline.rows.flatMap((row) => (row.kind === 'shots' ? [clock.text(row.startMin)] : []))
}

describe('a night belongs to the day that called it', () => {
  test('a night shot before dawn does not wait for the next evening', () =>
    expect(starts(dayOf(3 * 60, [{ window: 'night' }]))).toEqual(['03:00']))
  test('a night shot that runs into first light is outside', () => {
    const { missed, clock } = planOf(dayOf(22 * 60, [{ window: 'night', minutes: 9 * 60 }]))
    expect(missed).toHaveLength(1)
    expect(clock.text(missed[0]!.window!.toMin)).toMatch(/^04:2\d \+1$/)
  })
  test('a dawn shot at the end of a night waits for the dawn that the night ends in', () => {
    const production = dayOf(22 * 60, [{ window: 'night', minutes: 300 }, { window: 'dawn' }])
    expect(starts(production)[1]).toMatch(/^04:2\d \+1$/)
    expect(planOf(production).missed).toEqual([])
  })
  test('a dawn that was missed in the morning is missed; nobody waits for the next', () => {
    const production = dayOf(10 * 60, [{ window: 'dawn' }])
    expect(starts(production)).toEqual(['10:00'])
    expect(planOf(production).missed[0]!.outsideMin).toBeGreaterThan(240)
  })
  test('a fixed time and a window by hand after midnight are the night’s', () => {
    const production = dayOf(20 * 60, [{}, { window: 'clock', windowFromMin: 60, windowToMin: 180 }])
    expect(starts(production)).toEqual(['20:00', '01:00 +1'])
    expect(planOf(production).missed).toEqual([])
  })
  test('a place that is open over midnight is open', () => {
    const production = dayOf(23 * 60, [{ minutes: 120 }], '2026-05-14', { ...LONDON, opensMin: 18 * 60, closesMin: 120 }) // prettier-ignore
    expect(planOf(production).missed).toEqual([])
    const late = dayOf(24 * 60 - 30, [{ minutes: 180 }], '2026-05-14', { ...LONDON, opensMin: 18 * 60, closesMin: 120 }) // prettier-ignore
    expect(planOf(late).missed).toMatchObject([{ kind: 'opening', outsideMin: 30 }])
  })
})

describe('light that never comes', () => {
  const polar = { timeZone: 'Arctic/Longyearbyen', latitudeDeg: 78, longitudeDeg: 15 }
  test.each(['dawn', 'golden-evening', 'dusk', 'night'] as const)('%s in the midnight sun is never', (window) => {
    const { missed, timeline } = planOf(dayOf(480, [{ window }], '2026-06-21', polar))
    expect(timeline.waitMin).toBe(0)
    expect(missed).toMatchObject([{ kind: 'light', window: null, outsideMin: 30 }])
  })
  test('daylight in the midnight sun is always', () =>
    expect(planOf(dayOf(480, [{ window: 'daylight', minutes: 900 }], '2026-06-21', polar)).missed).toEqual([]))
})

test('a second night that an order runs into is as long as nights are', () => {
  const far = { timeZone: 'Pacific/Chatham', latitudeDeg: 0, longitudeDeg: 10 }
  const shots = [{ window: 'dusk', minutes: 5 }, { window: 'dawn', minutes: 384 }, { window: 'night', minutes: 337 }] as const // prettier-ignore
  expect(planOf(dayOf(1164, shots, '2026-03-28', far)).missed.map((m) => m.shot.code)).toEqual(['2'])
})
test('hours of a place come again on the third day of an order too', () => {
  const production = dayOf(480, [{ minutes: 60 }, { minutes: 60 }], '2026-05-14', { ...LONDON, opensMin: 480, closesMin: 720 }) // prettier-ignore
  const later = { ...production.orderItem, i1: { ...production.orderItem['i1']!, fixedAtMin: 480 + 4 * 1440 } }
  expect(planOf({ ...production, orderItem: later }).missed).toEqual([])
})

describe('clocks that change in the night', () => {
  test('eight hours from 22:00 end an hour later on the clock in spring, an hour earlier in autumn', () => {
    const wrapOf = (date: string) => {
      const { timeline, clock } = planOf(dayOf(22 * 60, [{ minutes: 480 }], date))
      return clock.text(timeline.lastEndMin)
    }
    expect(['2026-03-28', '2026-10-24', '2026-05-14'].map(wrapOf)).toEqual(['07:00 +1', '05:00 +1', '06:00 +1'])
  })
  test('a fixed time is kept by the clock, whatever went by', () =>
    fc.assert(
      fc.property(
        fc.constantFrom('2026-03-28', '2026-10-24', '2026-05-14'),
        fc.integer({ min: 3, max: 9 }),
        (date, h) => {
          // prettier-ignore
          const production = productionWith({
          place: { place: LONDON },
          day: { day: { date, callMin: 22 * 60 } },
          shot: { s: { minutes: 10 } },
          orderItem: { i: { shotIds: ['s'], fixedAtMin: (24 + h) * 60 } },
        })
          expect(starts(production)).toEqual([`0${h}:00 +1`])
        },
      ),
    ))
})

test('a shot is missed where a minute of it has not its light, looked at one by one, and nowhere else', () =>
  fc.assert(
    fc.property(
      fc.constantFrom('Europe/London', 'America/New_York', 'Australia/Lord_Howe', 'Pacific/Chatham', 'Asia/Tehran'),
      fc.double({ min: -80, max: 80, noNaN: true }),
      fc.constantFrom('2026-03-28', '2026-03-29', '2026-10-24', '2026-10-25', '2026-06-21', '2026-12-21', '2026-04-04'),
      fc.integer({ min: 0, max: 1430 }),
      fc.array(fc.tuple(fc.constantFrom(...SUN_LIGHTS), fc.integer({ min: 5, max: 400 })), { minLength: 1, maxLength: 4 }), // prettier-ignore
      (timeZone, latitudeDeg, date, callMin, asked) => {
        const place = { timeZone, latitudeDeg, longitudeDeg: 10 }
        const production = dayOf(callMin, asked.map(([window, minutes]) => ({ window, minutes })), date, place) // prettier-ignore
        const { timeline, missed, clock } = planOf(production)
        const rows = timeline.rows.filter((row) => row.kind === 'shots')
        for (const [i, [light]] of asked.entries()) {
          const { startMin, endMin } = rows[i]!
          let dark = 0
          for (let m = startMin + 0.5; m < endMin; m++)
            if (!lightIsThere(light, clock.instant(m), latitudeDeg, place.longitudeDeg)) dark++
          const outsideMin = missed.find((x) => x.shot.id === `s${i}`)?.outsideMin ?? 0
          // Edges fall within a minute of where they are looked at.
          if (outsideMin === 0) expect(dark).toBeLessThanOrEqual(3)
          else expect(dark).toBeGreaterThan(0)
        }
      },
    ),
    { numRuns: 80 },
  ))
