import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { shotsDone, takeStates } from '../takes/index.ts'
import { productionWith } from '../testing/index.ts'
import { pace, progress } from './pace.ts'
import { planDay } from './planDay.ts'

const SHOTS = ['s0', 's1', 's2', 's3', 's4', 's5']
const EVENTS = ['cut', 'good', 'no-good', 'note'] as const
const logged = fc.array(
  fc.record({
    shot: fc.constantFrom(...SHOTS),
    wild: fc.boolean(),
    startMin: fc.integer({ min: 480, max: 1000 }),
    events: fc.array(fc.record({ type: fc.constantFrom(...EVENTS), after: fc.integer({ min: 1, max: 40 }) }), {
      maxLength: 4,
    }),
  }),
  { maxLength: 10 },
)
type Logged = typeof logged extends fc.Arbitrary<infer L> ? L : never
const at = (minute: number) => new Date(Date.parse('2026-05-14T00:00:00Z') + minute * 60e3).toISOString()
const minuteOf = (iso: string) => (Date.parse(iso) - Date.parse('2026-05-14T00:00:00Z')) / 60e3

/** A day of six shots with what was logged on it; `order` is the order in which the entries came in. */
function dayWith(takes: Logged, order: readonly number[] = []) {
  const entries = takes.flatMap(({ events, startMin }, i) =>
    events.map(
      ({ type, after }, j) =>
        [
          `e${i}-${j}`,
          // Two things do not happen in one instant: whoever came first is told apart by a second.
          {
            takeId: `t${i}`,
            type,
            happenedAt: at(startMin + after + (i * 10 + j) / 600),
            text: `${i} ${j}`,
            timecode: '',
          },
        ] as const,
    ),
  )
  const shuffled = entries.map((entry, i) => ({ entry, key: order[i % Math.max(1, order.length)] ?? i }))
  shuffled.sort((a, b) => a.key - b.key)
  return productionWith({
    shot: Object.fromEntries(SHOTS.map((id, i) => [id, { code: `${i + 1}A`, minutes: 10 + 5 * i }])),
    orderItem: Object.fromEntries(SHOTS.map((id, i) => [`i${i}`, { rank: i, shotIds: [id] }])),
    take: Object.fromEntries(
      takes.map(({ shot, wild, startMin }, i) => [
        `t${i}`,
        { slate: `${i}`, number: 1, shotIds: [shot], wild, startedAt: at(startMin) },
      ]),
    ),
    takeEvent: Object.fromEntries(shuffled.map(({ entry }) => entry)),
  })
}
const timelineOf = (production: ReturnType<typeof dayWith>) =>
  planDay(production, Object.keys(production.day)[0]!)!.timeline

describe('whatever was logged', () => {
  test('it comes to the same in whatever order the entries came in', () =>
    fc.assert(
      fc.property(logged, fc.array(fc.nat(), { maxLength: 40 }), (takes, order) => {
        expect(takeStates(dayWith(takes, order), 'day')).toEqual(takeStates(dayWith(takes), 'day'))
      }),
    ))
  test('the newest verdict is the verdict, the first cut the cut, and no note is lost', () =>
    fc.assert(
      fc.property(logged, (takes) => {
        for (const state of takeStates(dayWith(takes), 'day')) {
          const given = takes[Number(state.take.id.slice(1))]!
          const sorted = given.events.map((e, j) => ({ ...e, when: e.after + j / 600 })).sort((a, b) => a.when - b.when)
          const verdict = sorted.filter((e) => e.type === 'good' || e.type === 'no-good').at(-1)?.type ?? 'open'
          expect(state.verdict).toBe(verdict)
          expect(state.notes).toHaveLength(given.events.filter((e) => e.type === 'note').length)
          const cut = sorted.find((e) => e.type === 'cut')
          expect(state.cutAt === null).toBe(cut === undefined)
        }
      }),
    ))
  test('done and planned only grow over the day, and end where the day stands', () =>
    fc.assert(
      fc.property(logged, (takes) => {
        const production = dayWith(takes)
        const states = takeStates(production, 'day')
        const points = progress(production, timelineOf(production), states, minuteOf)
        const grows = (values: readonly number[]) => values.every((v, i) => i === 0 || v >= values[i - 1]!)
        expect(grows(points.map((p) => p.minute))).toBe(true)
        expect(grows(points.map((p) => p.planned))).toBe(true)
        const done = points.flatMap((p) => p.done ?? [])
        expect(grows(done)).toBe(true)
        expect(points.at(-1)!.planned).toBe(SHOTS.length)
        // Up to the last good take the line is drawn; after it nobody knows yet.
        expect(done.at(-1)).toBe(shotsDone(states).size)
      }),
    ))
})

describe('whatever is done', () => {
  const production = dayWith([])
  const timeline = timelineOf(production)
  const someShots = fc.subarray(SHOTS)
  const minutes = fc.integer({ min: 300, max: 1400 })
  test('a minute later is a minute more behind, or as much as before', () =>
    fc.assert(
      fc.property(someShots, minutes, (shots, now) => {
        const behind = (minute: number) => pace(timeline, new Set(shots), minute).behindMin
        expect(behind(now + 1) - behind(now)).toBeGreaterThanOrEqual(-1e-9)
        expect(behind(now + 1) - behind(now)).toBeLessThanOrEqual(1 + 1e-9)
      }),
    ))
  test('one more good shot never puts the day further behind', () =>
    fc.assert(
      fc.property(someShots, fc.constantFrom(...SHOTS), minutes, (shots, more, now) => {
        const before = pace(timeline, new Set(shots), now)
        const after = pace(timeline, new Set([...shots, more]), now)
        expect(after.behindMin).toBeLessThanOrEqual(before.behindMin + 1e-9)
        expect(after.done).toBe(new Set([...shots, more]).size)
      }),
    ))
  test('next is the first that is missing, none when none is', () =>
    fc.assert(
      fc.property(someShots, minutes, (shots, now) => {
        const missing = SHOTS.findIndex((id) => !shots.includes(id))
        expect(pace(timeline, new Set(shots), now).nextItemId).toBe(missing < 0 ? null : `i${missing}`)
      }),
    ))
})
