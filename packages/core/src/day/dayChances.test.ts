import { describe, expect, test } from 'vitest'
import { chanceBy, overBy } from '../estimates/index.ts'
import { ranksBetween } from '../records/index.ts'
import { productionWith } from '../testing/index.ts'
import { dayOutlook, dayPlans, earlierCalls, enoughEarlier, paceRatios, plannedEntries } from './index.ts'

type Rows = Parameters<typeof productionWith>[0]

const IDS = ['a', 'b', 'c', 'd']
const ranks = ranksBetween(null, null, IDS.length)
/** Four shots of 30 minutes in one setup that takes 20 to build, called at 08:00. */
const day = (items: Readonly<Record<string, object>> = {}, rows: Rows = {}) =>
  productionWith({
    place: { place: { timeZone: 'UTC' } },
    day: { day: { placeId: 'place', date: '2026-05-14', callMin: 480 } },
    spot: { spot: { placeId: 'place' } },
    setup: { s: { spotId: 'spot', buildMin: 20 } },
    shot: Object.fromEntries(IDS.map((id) => [id, { code: `1${id.toUpperCase()}`, setupId: 's', side: 'in', minutes: 30 }])),
    orderItem: Object.fromEntries(
      IDS.map((id, i) => [id, { dayId: 'day', type: 'shots', rank: ranks[i], shotIds: [id], ...items[id] }]),
    ),
    ...rows,
  } as unknown as Rows) // prettier-ignore
const planOf = (production: ReturnType<typeof day>) => dayPlans(production)[0]!

describe('a plan as entries', () => {
  test('work is a shot with the change before it', () => {
    const entries = plannedEntries(day(), planOf(day()))
    expect(entries.map(({ id, workMin, changeMin }) => [id, workMin, changeMin])).toEqual([
      ['a', 50, 20],
      ['b', 30, 0],
      ['c', 30, 0],
      ['d', 30, 0],
    ])
    expect(entries.every(({ notBeforeMin, dueMin }) => notBeforeMin === null && dueMin === null)).toBe(true)
  })
  test('a fixed time is not begun before, and due then', () => {
    const production = day({ c: { fixedAtMin: 600 } })
    const [, , c] = plannedEntries(production, planOf(production))
    expect(c).toMatchObject({ notBeforeMin: 600 })
    expect(c!.dueMin).toBe(600.5)
  })
})

describe('what may come of it', () => {
  test('is later than planned as often as not, and in time for what has room', () => {
    const room = day({ c: { fixedAtMin: 720 } })
    const tight = day({ c: { fixedAtMin: 565 } })
    const chance = (production: ReturnType<typeof day>) => dayOutlook(production, planOf(production)).chances.inTime.get('c')! // prettier-ignore
    expect(chance(room)).toBeGreaterThan(0.99)
    expect(chance(tight)).toBeLessThan(0.7)
    expect(chance(tight)).toBeGreaterThan(0.2)
    const { chances } = dayOutlook(day(), planOf(day()))
    expect(Math.abs(overBy(chances, 0.5) - planOf(day()).timeline.lastEndMin)).toBeLessThan(30)
    expect(chanceBy(chances, planOf(day()).timeline.lastEndMin)).toBeLessThan(0.6)
  })
  test('is learnt from the log: good takes in their order, nothing waited for between', () => {
    const take = (id: string, at: string) => ({ dayId: 'day', slate: id, number: 1, shotIds: [id], startedAt: at })
    const good = (id: string) => ({ takeId: id, type: 'good', at: '2026-05-14T12:00:00Z' })
    // 30 minutes planned between them, 45 taken; of the last nothing is known.
    const log = {
      take: { ta: take('a', '2026-05-14T08:50:00Z'), tb: take('b', '2026-05-14T09:35:00Z'), tc: take('c', '2026-05-14T10:20:00Z') },
      takeEvent: { ea: good('ta'), eb: good('tb'), ec: good('tc') },
    } as unknown as Rows // prettier-ignore
    const ratios = paceRatios(day({}, log))
    expect(ratios).toHaveLength(2)
    for (const { ratio } of ratios) expect(ratio).toBeCloseTo(1.5, 6)
    const production = day({}, log)
    const outlook = dayOutlook(production, planOf(production))
    expect(outlook).toMatchObject({ seen: 2, rolled: 3 })
    // The last good take was at 10:20; only the fourth is left.
    expect(Math.abs(overBy(outlook.chances, 0.5) - 650)).toBeLessThan(8)
    expect(outlook.chances.unsure.map(({ id }) => id)).toEqual(['d'])
    expect(overBy(outlook.chances, 0.5)).toBeGreaterThan(overBy(dayOutlook(day(), planOf(day())).chances, 0.5) + 3)
    // Kept by a clock of another day it says what was done, and not when.
    const later = (at: string) => at.replace('2026-05-14', '2026-06-20')
    const taken = Object.entries(log.take as object).map(([id, one]) => [id, { ...one, startedAt: later((one as { startedAt: string }).startedAt) }]) // prettier-ignore
    const elsewhere = day({}, { ...log, take: Object.fromEntries(taken) as never })
    const blind = dayOutlook(elsewhere, planOf(elsewhere))
    expect(blind).toMatchObject({ seen: 0, rolled: 3, isTimed: false })
    expect(Math.abs(overBy(blind.chances, 0.5) - planOf(elsewhere).timeline.lastEndMin)).toBeLessThan(30)
    const waited = day({ b: { fixedAtMin: 700 } }, log)
    expect(paceRatios(waited)).toHaveLength(1)
  })
})

describe('an earlier call', () => {
  const calls = (production: ReturnType<typeof day>) => earlierCalls(production, planOf(production), 0.9)
  test('buys what the same day is worth when it really is called then', () => {
    const at = (callMin: number) =>
      day(
        { c: { fixedAtMin: 565 } },
        {
          day: { day: { placeId: 'place', date: '2026-05-14', callMin } },
        },
      )
    const [now, quarter, half] = calls(at(480))
    expect(now!.share).toBeLessThan(0.7)
    expect(quarter!.share).toBeGreaterThan(now!.share)
    const really = at(450)
    const inTime = dayOutlook(really, planOf(really)).chances.inTime.get('c')!
    expect(half!.inTime.get('c')).toBeCloseTo(inTime, 1)
    expect(enoughEarlier(calls(at(480)), 0.9)!.byMin).toBeGreaterThan(0)
    expect(enoughEarlier(calls(at(480)), 0)!.byMin).toBe(0)
  })
  test('counts being out in time, and buys nothing for what waits', () => {
    const out = (outByMin: number, items = {}) => day(items, { day: { day: { placeId: 'place', date: '2026-05-14', callMin: 480, outByMin } } }) // prettier-ignore
    const [now, , , , hour] = calls(out(625))
    expect([now!.outInTime! < 0.6, hour!.outInTime! > 0.85]).toEqual([true, true])
    // The last begins at 14:00 at the soonest, and takes half an hour: nobody is out by 14:20.
    const waits = calls(out(860, { d: { fixedAtMin: 840 } }))
    expect(waits.every(({ outInTime }) => outInTime! < 0.2)).toBe(true)
    expect(enoughEarlier(waits, 0.9)!.byMin).toBe(0)
  })
  test('for one thing is not hidden by another that is lost whatever is done', () => {
    const lost = day({ a: { fixedAtMin: 300 }, c: { fixedAtMin: 565 } })
    expect(enoughEarlier(calls(lost), 0.9)!.byMin).toBeGreaterThan(0)
  })
  test('is no question once the day rolls, nor where nothing has to be in time', () => {
    expect(calls(day())).toEqual([])
    const rolled = day({ c: { fixedAtMin: 565 } }, { take: { t: { dayId: 'day', slate: 'a', number: 1, shotIds: ['a'], startedAt: '2026-05-14T08:30:00Z' } } }) // prettier-ignore
    expect(calls(rolled)).toEqual([])
  })
})
