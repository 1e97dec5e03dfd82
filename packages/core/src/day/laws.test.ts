import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { productionWith } from '../testing/index.ts'
import { planDay } from './planDay.ts'
import type { TimelineRow } from './timeline.ts'

const SETUPS = ['A', 'B', 'C']
const planned = fc.record({
  minutes: fc.integer({ min: 0, max: 120 }),
  setup: fc.constantFrom(...SETUPS),
  side: fc.constantFrom('', 'in', 'out'),
  rig: fc.constantFrom('sticks', 'handheld', 'slider'),
  fixedAtMin: fc.option(fc.integer({ min: 300, max: 1300 }), { freq: 5 }),
  meal: fc.boolean(),
})
type Planned = typeof planned extends fc.Arbitrary<infer T> ? T : never

const dayOf = (items: readonly Planned[]) => {
  const shot = Object.fromEntries(
    items.flatMap((p, i) =>
      p.meal ? [] : [[`s${i}`, { code: `${i + 1}A`, minutes: p.minutes, setupId: p.setup, side: p.side, rig: p.rig }]],
    ),
  )
  const orderItem = Object.fromEntries(
    items.map((p, i) => [
      `i${i}`,
      {
        rank: i,
        type: p.meal ? 'meal' : 'shots',
        minutes: p.meal ? p.minutes : null,
        shotIds: p.meal ? [] : [`s${i}`],
        fixedAtMin: p.fixedAtMin,
      },
    ]),
  )
  const setup = Object.fromEntries(SETUPS.map((letter) => [letter, { letter, buildMin: 20 }]))
  const production = productionWith({ shot, orderItem, setup } as never)
  const [dayId] = Object.keys(production.day)
  return { production, timeline: planDay(production, dayId!)!.timeline }
}
const days = fc.array(planned, { maxLength: 12 })
const ofItem = (rows: readonly TimelineRow[], i: number) =>
  rows.find((row) => 'itemId' in row && row.itemId === `i${i}`)

describe('a day, whatever is put in it', () => {
  test('has no hole and nothing on top of another: each row begins where the one before it ends', () =>
    fc.assert(
      fc.property(days, (items) => {
        const { timeline } = dayOf(items)
        timeline.rows.reduce((end, row) => {
          expect(row.startMin).toBeCloseTo(end, 6)
          expect(row.endMin).toBeGreaterThanOrEqual(row.startMin)
          return row.endMin
        }, timeline.startMin)
      }),
    ))
  test('holds every item once, in the order it was given', () =>
    fc.assert(
      fc.property(days, (items) => {
        const { timeline } = dayOf(items)
        const found = timeline.rows.flatMap((row) => ('itemId' in row ? [row.itemId] : []))
        expect(found).toEqual(items.map((_, i) => `i${i}`))
        expect(timeline.shots).toBe(items.filter((p) => !p.meal).length)
      }),
    ))
  test('an item lasts as long as it was given', () =>
    fc.assert(
      fc.property(days, (items) => {
        const { timeline } = dayOf(items)
        items.forEach((p, i) => {
          const row = ofItem(timeline.rows, i)!
          expect(row.endMin - row.startMin).toBeCloseTo(p.minutes, 6)
        })
      }),
    ))
  test('what is fixed never begins before its time, and how late it is is told to the minute', () =>
    fc.assert(
      fc.property(days, (items) => {
        const { timeline } = dayOf(items)
        items.forEach((p, i) => {
          if (p.fixedAtMin === null) return
          const row = ofItem(timeline.rows, i)! as TimelineRow & { lateMin: number }
          expect(row.startMin).toBeGreaterThanOrEqual(p.fixedAtMin)
          expect(row.lateMin).toBeCloseTo(row.startMin - p.fixedAtMin, 6)
        })
      }),
    ))
  test('ends with the packing, and its waits are the waits in it', () =>
    fc.assert(
      fc.property(days, (items) => {
        const { production, timeline } = dayOf(items)
        expect(timeline.lastEndMin).toBeCloseTo(timeline.rows.at(-1)?.endMin ?? timeline.startMin, 6)
        const packs = timeline.wrapMin - timeline.lastEndMin
        expect([0, production.production.wrapOutMin]).toContain(packs)
        const waits = timeline.rows
          .filter((row) => row.kind === 'wait')
          .reduce((sum, row) => sum + row.endMin - row.startMin, 0)
        expect(timeline.waitMin).toBeCloseTo(waits, 6)
      }),
    ))
  test('one more minute on anything never makes it end earlier', () =>
    fc.assert(
      fc.property(days, fc.nat(), (items, at) => {
        if (items.length === 0) return
        const longer = items.map((p, i) => (i === at % items.length ? { ...p, minutes: p.minutes + 1 } : p))
        expect(dayOf(longer).timeline.wrapMin).toBeGreaterThanOrEqual(dayOf(items).timeline.wrapMin - 1e-6)
      }),
    ))
  test('shots of one setup, side and rig in a row cost nothing between them', () => {
    const same: Planned = { minutes: 10, setup: 'A', side: 'in', rig: 'sticks', fixedAtMin: null, meal: false }
    const { timeline } = dayOf([same, same, same])
    const between = timeline.rows.slice(timeline.rows.findIndex((row) => row.kind === 'shots') + 1)
    expect(between.filter((row) => row.kind === 'change')).toEqual([])
    expect(timeline).toMatchObject({ setups: 1, turns: 0, relights: 0, moves: 0 })
  })
  test('a shot that names no side between two that do does not hide the turn', () => {
    const a: Planned = { minutes: 10, setup: 'A', side: 'in', rig: 'sticks', fixedAtMin: null, meal: false }
    const turns = (...sides: Planned['side'][]) => dayOf(sides.map((side) => ({ ...a, side }))).timeline.turns
    expect([turns('in', 'out'), turns('in', '', 'out'), turns('in', '', 'in'), turns('', 'out')]).toEqual([1, 1, 0, 0])
  })
  test('a turn costs the minutes of the house rule, a relight those of the setup', () => {
    const a: Planned = { minutes: 10, setup: 'A', side: 'in', rig: 'sticks', fixedAtMin: null, meal: false }
    const { production, timeline } = dayOf([a, { ...a, side: 'out' }])
    const turn = timeline.rows.filter((row) => row.kind === 'change').at(-1)!
    expect(turn.endMin - turn.startMin).toBeCloseTo(production.production.turnMin, 6)
    const lit = dayOf([a, { ...a, setup: 'B' }])
      .timeline.rows.filter((row) => row.kind === 'change')
      .at(-1)!
    expect(lit.endMin - lit.startMin).toBeGreaterThanOrEqual(20)
  })
})
