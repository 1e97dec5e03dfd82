import { describe, expect, test } from 'vitest'
import { asId, type OrderItem, type Production, type Shot, rankOfNumber } from '../records/index.ts'
import { slateOf } from '../shotlist/index.ts'
import { dayClock } from '../time/index.ts'
import { clock } from '../text/index.ts'
import { planDay } from './planDay.ts'
import { dayTimeline } from './timeline.ts'

const shot = (id: string, fields: Partial<Shot> = {}) =>
  ({
    id,
    code: id,
    sceneId: 's',
    setupId: 'A',
    side: '',
    rig: 'sticks',
    minutes: 20,
    personIds: [],
    window: 'none',
    windowFromMin: null,
    windowToMin: null,
    ...fields,
  }) as unknown as Shot
const item = (rank: number, fields: Partial<OrderItem>): OrderItem => ({
  id: asId(`i${rank}`),
  version: 1,
  dayId: asId('d'),
  rank: rankOfNumber(rank),
  type: 'shots',
  shotIds: [],
  recorderIds: [],
  personIds: [],
  title: '',
  minutes: null,
  fixedAtMin: null,
  afterIds: [],
  notBeforeMin: null,
  overByMin: null,
  keeps: '',
  standsBy: false,
  unitId: null,
  ...fields,
})

/** A day called at 08:00: two spots in one place, a third elsewhere; builds take 20, turns 10, rigs 5. */
function production(shots: Shot[], items: OrderItem[]): Production {
  const byId = <T extends { id: string }>(list: T[]) => Object.fromEntries(list.map((x) => [x.id, x]))
  const setups = [
    ['A', 'hall'],
    ['B', 'hall'],
    ['C', 'yard'],
    ['D', 'quay'],
  ].map(([id, spotId]) => ({ id, letter: id, spotId, buildMin: 20, parentId: null }))
  return {
    production: { relightMin: 25, turnMin: 10, rigMin: 5, moveMin: 60, spotMoveMin: 15, wrapOutMin: 30 },
    journey: {},
    unit: {},
    tide: {},
    shot: byId(shots),
    orderItem: byId(items),
    setup: byId(setups as never),
    spot: byId([
      { id: 'hall', placeId: 'p' },
      { id: 'yard', placeId: 'p' },
      { id: 'quay', placeId: 'q' },
    ]),
    scene: { s: { id: 's', spotId: 'hall' } },
    place: byId([
      { id: 'p', timeZone: 'Europe/London', latitudeDeg: 52, longitudeDeg: 0, opensMin: null, closesMin: 660 },
      { id: 'q', timeZone: 'Europe/London', latitudeDeg: 52, longitudeDeg: 0, opensMin: null, closesMin: null },
    ]),
    day: { d: { id: 'd', date: '2026-05-14', placeId: 'p', callMin: 480, outByMin: null } },
    person: {
      x: { id: 'x', needed: 'by-shots', leadMin: 33 },
      y: { id: 'y', needed: 'all-day', leadMin: 0 },
      z: { id: 'z', needed: 'by-shots', leadMin: 0 },
    },
    attendance: byId(
      ['x', 'y', 'z'].map((personId) => ({ id: personId, personId, dayId: 'd', fromMin: null, untilMin: null })),
    ),
  } as unknown as Production
}
const timelineOf = (shots: Shot[], items: OrderItem[]) => {
  const p = production(shots, items)
  return dayTimeline(p, { day: p.day.d!, place: p.place.p!, items, clock: dayClock('2026-05-14', 'Europe/London') })
}
const times = (shots: Shot[], items: OrderItem[]) =>
  timelineOf(shots, items).rows.map((r) => `${clock(r.startMin)} ${r.kind}`)

describe('clock times of a day', () => {
  test('the first setup is built from the call; the same light and side follow at once', () =>
    expect(
      times([shot('a'), shot('b')], [item(0, { shotIds: [asId('a')] }), item(1, { shotIds: [asId('b')] })]),
    ).toEqual(['08:00 change', '08:20 shots', '08:40 shots']))
  test('a turn and a rig change add up; a relight in the same spot is built', () =>
    expect(
      times(
        [
          shot('a', { side: 'in' }),
          shot('b', { side: 'out', rig: 'dolly' }),
          shot('c', { setupId: asId('B'), side: 'out', rig: 'dolly' }),
        ],
        [0, 1, 2].map((i) => item(i, { shotIds: [asId('abc'[i]!)] })),
      ),
    ).toEqual(['08:00 change', '08:20 shots', '08:40 change', '08:55 shots', '09:15 change', '09:35 shots']))
  test('leaving the place takes the move and the build, and no turn or rig on top', () => {
    const t = timelineOf(
      [shot('a', { side: 'in' }), shot('b', { setupId: asId('D'), side: 'out', rig: 'dolly' })],
      [item(0, { shotIds: [asId('a')] }), item(1, { shotIds: [asId('b')] })],
    )
    expect(t.rows[2]).toMatchObject({ kind: 'change', change: { move: 60, relight: 20, turn: 0, rig: 0 } })
    expect(t).toMatchObject({ moves: 1, relights: 1, turns: 0, setups: 2, shots: 2, lastEndMin: 620, wrapMin: 650 })
  })
  test('shots that roll together take as long as the longest', () =>
    expect(
      timelineOf([shot('a'), shot('b', { minutes: 50 })], [item(0, { shotIds: [asId('a'), asId('b')] })]).lastEndMin,
    ).toBe(550))
  test('a fixed time is waited for, and told when it is missed', () => {
    expect(times([shot('a')], [item(0, { shotIds: [asId('a')], fixedAtMin: 540 })])).toEqual([
      '08:00 change',
      '08:20 wait',
      '09:00 shots',
    ])
    expect(timelineOf([shot('a')], [item(0, { shotIds: [asId('a')], fixedAtMin: 490 })]).rows[1]).toMatchObject({
      lateMin: 10,
    })
  })
  test('a meal keeps the setup standing', () =>
    expect(
      times(
        [shot('a'), shot('b')],
        [item(0, { shotIds: [asId('a')] }), item(1, { type: 'meal', minutes: 45 }), item(2, { shotIds: [asId('b')] })],
      ),
    ).toEqual(['08:00 change', '08:20 shots', '08:40 meal', '09:25 shots']))
})

test('a shot waits for the light it is tied to, and one outside opening hours is named', () => {
  const shots = [shot('a', { window: 'clock', windowFromMin: 640, windowToMin: 700 })]
  const dayPlan = planDay(production(shots, [item(0, { shotIds: [asId('a')] })]), 'd')!
  expect(dayPlan.timeline.waitMin).toBe(140)
  expect(dayPlan.missed).toEqual([])
  const late = planDay(production([shot('a', { minutes: 200 })], [item(0, { shotIds: [asId('a')] })]), 'd')!
  expect(late.missed).toMatchObject([{ kind: 'opening', outsideMin: 40 }])
})

test('people are called before their first shot, with the unit, or not at all', () => {
  const dayPlan = planDay(
    production(
      [shot('a'), shot('b', { personIds: [asId('x')] })],
      [item(0, { shotIds: [asId('a')] }), item(1, { shotIds: [asId('b')] })],
    ),
    'd',
  )!
  expect(dayPlan.calls.map((c) => [c.personId, clock(c.callMin), clock(c.releaseMin)])).toEqual([
    ['y', '08:00', '09:30'],
    ['x', '08:05', '09:00'],
  ])
})

test.each([
  [['2A', '2B', '2C', '2D'], '2A–D'],
  [['3C', '2A'], '2A + 3C'],
  [['1A'], '1A'],
  [['2A', '2C'], '2A + 2C'],
  [[], ''],
])('%j is called %s', (codes, slate) => expect(slateOf(codes)).toBe(slate))
