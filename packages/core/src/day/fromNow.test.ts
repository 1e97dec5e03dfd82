import { describe, expect, test } from 'vitest'
import { finishOf, solve } from '../order/index.ts'
import { ranksBetween } from '../records/index.ts'
import { productionWith } from '../testing/index.ts'
import { fromNow, missedIn, planDay, plannedEntries, restOfDay } from './index.ts'

type Rows = Parameters<typeof productionWith>[0]

const IDS = ['a', 'b', 'c', 'd']
const ranks = ranksBetween(null, null, IDS.length)
/** Four shots of 30 minutes in one setup that takes 20 to build, called at 08:00, over at 10:20, an hour to pack. */
const dayWith = (items: Readonly<Record<string, object>> = {}, rows: Rows = {}) =>
  productionWith({
    place: { place: { timeZone: 'UTC' } },
    rules: { wrapOutMin: 60 },
    day: { day: { placeId: 'place', date: '2026-05-14', callMin: 480 } },
    spot: { spot: { placeId: 'place' } },
    setup: { s: { spotId: 'spot', buildMin: 20 } },
    shot: Object.fromEntries(IDS.map((id) => [id, { code: `1${id.toUpperCase()}`, setupId: 's', side: 'in', minutes: 30 }])),
    orderItem: Object.fromEntries(
      IDS.map((id, i) => [id, { dayId: 'day', type: 'shots', rank: ranks[i], shotIds: [id], ...items[id] }]),
    ),
    ...rows,
  } as unknown as Rows) // prettier-ignore
/** Takes by shot, when they began, and whether they were good. */
const rolled = (...takes: readonly (readonly [shot: string, clock: string, good: boolean])[]): Rows =>
  ({
    take: Object.fromEntries(
      takes.map(([id, clock], i) => [`t${i}`, { dayId: 'day', slate: id, number: i + 1, shotIds: [id], startedAt: `2026-05-14T${clock}:00.000Z` }]), // prettier-ignore
    ),
    takeEvent: Object.fromEntries(
      takes.map(([, clock, good], i) => [`e${i}`, { takeId: `t${i}`, type: good ? 'good' : 'no-good', timecode: '', happenedAt: `2026-05-14T${clock}:30.000Z` }]), // prettier-ignore
    ),
  }) as unknown as Rows
const at = (production: ReturnType<typeof dayWith>, nowMin: number) =>
  fromNow(production, planDay(production, 'day')!, nowMin)

describe('the rest of a day from now', () => {
  test('nothing before the call, nothing once all is done', () => {
    expect(at(dayWith(), 470)).toBeNull()
    const all = rolled(['a', '08:30', true], ['b', '09:00', true], ['c', '09:30', true], ['d', '10:00', true])
    expect(at(dayWith({}, all), 700)).toBeNull()
    // Eight the next morning: what was left is another day's.
    expect(at(dayWith({}, rolled(['a', '08:30', true])), 1440 + 480)).toBeNull()
  })
  test('late, it wraps later by as much, whatever the plan says', () => {
    // The first was good; at 10:00 three of 30 minutes are left.
    expect(at(dayWith({}, rolled(['a', '08:40', true])), 600)).toMatchObject({
      left: [{ id: 'b' }, { id: 'c' }, { id: 'd' }],
      wrapMin: 600 + 90 + 60,
    })
    // Called and nothing rolled: the light is to be built yet.
    expect(at(dayWith(), 600)!.wrapMin).toBe(600 + 20 + 120 + 60)
  })
  test('what was passed over is still to be done, and what is dropped is not', () => {
    const jumped = rolled(['a', '08:30', true], ['c', '09:00', true])
    expect(at(dayWith({}, jumped), 570)!.left.map((item) => item.id)).toEqual(['b', 'd'])
    const marks = { shotMark: { m: { dayId: 'day', shotId: 'b', type: 'dropped', happenedAt: '2026-05-14T09:00:00.000Z' } } } // prettier-ignore
    expect(at(dayWith({}, { ...jumped, ...marks } as Rows), 570)!.left.map((item) => item.id)).toEqual(['d'])
  })
  test('what they are at takes what is left of its minutes, and comes first', () => {
    const here = rolled(['a', '08:30', true], ['c', '09:00', false])
    // Begun at 09:00, ten minutes ago.
    expect(at(dayWith({}, here), 550)).toMatchObject({ left: [{ id: 'c' }, { id: 'b' }, { id: 'd' }], wrapMin: 550 + 20 + 60 + 60 }) // prettier-ignore
  })
  test('says what has to be left by when, with the change to it counted, and how much is in hand', () => {
    const production = dayWith(
      { c: { overByMin: 660 } },
      { ...rolled(['a', '08:30', true]), setup: { s: { spotId: 'spot', buildMin: 20 }, other: { spotId: 'spot', buildMin: 25 } } }, // prettier-ignore
    )
    const shot = { ...production.shot, c: { ...production.shot.c!, setupId: 'other' as never } }
    const [point] = at({ ...production, shot }, 560)!.points
    // B until 09:50, 25 minutes of building, 30 of shooting: to be over by 11:00 it begins by 10:30.
    expect(point).toMatchObject({ item: { id: 'c' }, beginByMin: 630, leaveByMin: 605, inHandMin: 15 })
    expect(at({ ...production, shot }, 590)!.points[0]!.inHandMin).toBe(-15)
  })
  test('is a problem that is searched: from now, behind what they are at', () => {
    const production = dayWith({ d: { overByMin: 625 } }, rolled(['a', '08:30', true], ['b', '09:00', false]))
    const rest = restOfDay(production, planDay(production, 'day')!, 560)!
    const found = solve(rest.strict)
    if (found.status !== 'optimal') throw new Error(found.status)
    expect(found.order.map((i) => rest.items[i]!.id)).toEqual(['b', 'd', 'c'])
    expect(found.finishMin).toBe(560 + 10 + 60)
  })
  test('may go on as it stands, however late: what misses its time now may miss it by as much, and a meal goes with the rest', () => {
    const production = dayWith(
      { b: { type: 'meal', shotIds: [], minutes: 30 }, d: { overByMin: 560 } },
      rolled(['a', '08:30', true]),
    )
    const rest = restOfDay(production, planDay(production, 'day')!, 780)!
    const present = rest.items.map((_, i) => i)
    expect(finishOf(rest.problem, present)).toBe(780 + 30 + 30 + 30)
    expect(missedIn(rest, present)).toBe(1)
    expect(fromNow(production, planDay(production, 'day')!, 780)!.wrapMin).toBe(780 + 90 + 60)
  })
  test('waits for what is not to begin before a time even where it can be over in time no more, as the plan does', () => {
    const production = dayWith({ d: { notBeforeMin: 900, overByMin: 800 } }, rolled(['a', '08:30', true]))
    const plan = planDay(production, 'day')!
    expect(plan.timeline.lastEndMin).toBe(930)
    expect(fromNow(production, plan, 560)!.wrapMin).toBe(930 + 60)
    expect(plannedEntries(production, plan).at(-1)!.notBeforeMin).toBe(900)
    const rest = restOfDay(production, plan, 560)!
    expect(finishOf(rest.problem, rest.items.map((_, i) => i))).toBe(930) // prettier-ignore
  })
})
