import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { type Production, tryChanges } from '../records/index.ts'
import { productionWith } from '../testing/index.ts'
import { dayPlans, planDay, type Split, splitting } from './index.ts'

type Rows = Parameters<typeof productionWith>[0]

/** Two days; shots of two places that lie 60 minutes apart, mixed up over both. */
const mixed = (rows: Rows = {}) =>
  productionWith({
    production: { production: { moveMin: 60, relightMin: 20, longestDayMin: 700 } as never },
    place: { here: { name: 'Here' }, there: { name: 'There' } },
    spot: { hall: { placeId: 'here' }, quay: { placeId: 'there' } },
    setup: { A: { letter: 'A', spotId: 'hall', buildMin: 30 }, B: { letter: 'B', spotId: 'quay', buildMin: 30 } },
    scene: { s: { spotId: null } },
    day: { day: { title: 'Day 1', placeId: 'here' }, two: { title: 'Day 2', placeId: 'there', date: '2026-05-15' } },
    person: { edda: {} },
    attendance: { a: { personId: 'edda', dayId: 'day' }, b: { personId: 'edda', dayId: 'two' } },
    shot: Object.fromEntries(Array.from({ length: 8 }, (_, i) => [`s${i}`, { code: `1${'ABCDEFGH'[i]!}`, sceneId: 's', setupId: i % 2 ? 'A' : 'B', minutes: 30, personIds: ['edda'] }])),
    orderItem: Object.fromEntries(Array.from({ length: 8 }, (_, i) => [`i${i}`, { shotIds: [`s${i}`], dayId: i < 4 ? 'day' : 'two', rank: i }])),
    ...rows,
  } as Rows) // prettier-ignore

const bestOf = (production: Production, options: Parameters<typeof splitting>[1] = {}): Split => [...splitting(production, options)].at(-1)! // prettier-ignore
const after = (production: Production, split: Split) => tryChanges(production, split.changes)
const onDay = (production: Production, dayId: string) => planDay(production, dayId)!.items.flatMap((item) => item.shotIds).sort() // prettier-ignore

describe('shots shared out over days', () => {
  test('each place has its own day', () => {
    const p = mixed()
    const then = after(p, bestOf(p))
    const days = [onDay(then, 'day'), onDay(then, 'two')].map((ids) => ids.join())
    expect(days.sort()).toEqual(['s0,s2,s4,s6', 's1,s3,s5,s7'])
    expect(dayPlans(then).map((plan) => plan.timeline.moves)).toEqual([0, 0])
  })
  test('what was said of the days is what they then are, and a better split is never dearer', () => {
    const p = mixed()
    const splits = [...splitting(p)]
    for (const [i, split] of splits.entries()) {
      if (i > 0 && i < splits.length - 1) expect(split.cost).toBeLessThan(splits[i - 1]!.cost)
      const then = after(p, split)
      for (const day of split.days) expect(planDay(then, day.dayId)!.timeline.wrapMin).toBeCloseTo(day.wrapMin, 6)
    }
  })
  test('nobody is wanted on a day they are not down for, where it can be helped', () => {
    const p = mixed({ person: { edda: {}, orla: { name: 'Orla' } }, attendance: { a: { personId: 'edda', dayId: 'day' }, b: { personId: 'edda', dayId: 'two' }, c: { personId: 'orla', dayId: 'two' } }, shot: { s0: { code: '1A', setupId: 'A', minutes: 30, personIds: ['orla'] }, s1: { code: '1B', setupId: 'A', minutes: 30, personIds: ['edda'] }, s2: { code: '1C', setupId: 'B', minutes: 30, personIds: ['edda'] } }, orderItem: { i0: { shotIds: ['s0'], dayId: 'day', rank: 0 }, i1: { shotIds: ['s1'], dayId: 'day', rank: 1 }, i2: { shotIds: ['s2'], dayId: 'two', rank: 0 } } }) // prettier-ignore
    const split = bestOf(p)
    expect(split.days.map((day) => day.away)).toEqual([0, 0])
    expect(onDay(after(p, split), 'two')).toContain('s0')
  })
  test('what is begun, fixed or locked stays; the weather day stays free', () => {
    const p = mixed({
      day: { day: { title: 'Day 1', placeId: 'here' }, two: { title: 'Day 2', placeId: 'there', date: '2026-05-15' }, held: { title: 'Held', date: '2026-05-16', weatherDayOf: 'day' } },
      orderItem: Object.fromEntries(Array.from({ length: 8 }, (_, i) => [`i${i}`, { shotIds: [`s${i}`], dayId: i < 4 ? 'day' : 'two', rank: i, fixedAtMin: i === 2 ? 600 : null, keeps: i === 1 ? 'place' : '' }])) as never,
      take: { t: { dayId: 'day', slate: 's0', number: 1, shotIds: ['s0'], startedAt: '2026-05-14T08:00:00Z' } },
    }) // prettier-ignore
    const then = after(p, bestOf(p))
    for (const id of ['i0', 'i1', 'i2']) expect(then.orderItem[id]!.dayId).toBe('day')
    expect(planDay(then, 'day')!.items[0]!.id).toBe('i0')
    expect(planDay(then, 'held')!.items).toEqual([])
  })
  test('shots that are on no day come onto one', () => {
    const p = mixed({ orderItem: { i1: { shotIds: ['s1'], dayId: 'day', rank: 0 }, i0: { shotIds: ['s0'], dayId: 'two', rank: 0 } } }) // prettier-ignore
    let n = 0
    const split = bestOf(p, { newId: () => `new${n++}` })
    const then = after(p, split)
    expect([...onDay(then, 'day'), ...onDay(then, 'two')].sort()).toEqual(Array.from({ length: 8 }, (_, i) => `s${i}`))
    expect(split.moved).toBeGreaterThanOrEqual(6)
    expect(bestOf(p).changes.every((change) => change.op !== 'create')).toBe(true)
  })
  test('a shot that waits for the water is not put on a day of which no table knows it', () => {
    const p = mixed({
      tide: { w: { placeId: 'there', date: '2026-05-14', atMin: 660, type: 'high' } },
      shot: { s0: { code: '1A', setupId: 'B', minutes: 30, window: 'high-water', tideMin: 60 }, s1: { code: '1B', setupId: 'A', minutes: 30 }, s2: { code: '1C', setupId: 'B', minutes: 30 } },
      orderItem: { i0: { shotIds: ['s0'], dayId: 'day', rank: 0 }, i1: { shotIds: ['s1'], dayId: 'day', rank: 1 }, i2: { shotIds: ['s2'], dayId: 'two', rank: 0 } },
    }) // prettier-ignore
    expect(onDay(after(p, bestOf(p)), 'day')).toContain('s0')
  })
  test('one day alone has nothing to share out', () => {
    expect([...splitting(productionWith({ shot: { a: {} }, orderItem: { i: { shotIds: ['a'] } } }))]).toEqual([])
  })
})

test('whatever the days hold, no entry is lost or there twice, and it is never dearer than what there is', () => {
  fc.assert(
    fc.property(
      fc.array(fc.record({ setup: fc.constantFrom('A', 'B'), minutes: fc.integer({ min: 10, max: 90 }), day: fc.constantFrom('day', 'two'), fixed: fc.boolean() }), { minLength: 2, maxLength: 9 }), // prettier-ignore
      (shots) => {
        const p = mixed({
          shot: Object.fromEntries(
            shots.map((s, i) => [`s${i}`, { code: `1${i}`, setupId: s.setup, minutes: s.minutes }]),
          ),
          orderItem: Object.fromEntries(shots.map((s, i) => [`i${i}`, { shotIds: [`s${i}`], dayId: s.day, rank: i, fixedAtMin: s.fixed && i === 0 ? 640 : null }])), // prettier-ignore
        })
        const splits = [...splitting(p, { steps: 25 })]
        const then = after(p, splits.at(-1)!)
        expect(splits.at(-1)!.cost).toBeLessThanOrEqual(splits[0]!.cost)
        expect(Object.values(then.orderItem).map((item) => item.id).sort()).toEqual(Object.keys(p.orderItem).sort()) // prettier-ignore
        for (const item of Object.values(then.orderItem)) expect(['day', 'two']).toContain(item.dayId)
        const missed = (production: Production) => dayPlans(production).reduce((sum, plan) => sum + plan.timeline.rows.filter((row) => 'lateMin' in row && row.lateMin > 1).length, 0) // prettier-ignore
        expect(missed(then)).toBeLessThanOrEqual(missed(p))
      },
    ),
    { numRuns: 25 },
  )
})
