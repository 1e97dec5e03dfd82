import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { finishOf, solve } from '../order/index.ts'
import { type Production, tryChanges } from '../records/index.ts'
import { neededAt } from '../shotlist/index.ts'
import { checkCamerasBeside, checkWaters } from './checkBeside.ts'
import { checkDemands } from './checkDemands.ts'
import { checkPeople } from './checkPeople.ts'
import { productionWith } from '../testing/index.ts'
import { allRows, dayOutlook, forUnit, orderProblem, planDay } from '../day/index.ts'

type Rows = Parameters<typeof productionWith>[0]

const twoUnits = (rows: Rows = {}) =>
  productionWith({
    unit: { details: { name: 'Details' } },
    camera: { A: { letter: 'A' }, B: { letter: 'B' } },
    person: { edda: {}, orla: { name: 'Orla Finn' } },
    attendance: { a: { personId: 'edda' }, b: { personId: 'orla' } },
    shot: {
      a: { code: '1A', minutes: 60, cameraId: 'A', personIds: ['edda'] },
      b: { code: '1B', minutes: 30, cameraId: 'A', personIds: ['orla'] },
      x: { code: '2A', minutes: 30, cameraId: 'B', personIds: ['edda'] },
      y: { code: '2B', minutes: 40, cameraId: 'B', personIds: [] },
    },
    orderItem: {
      ia: { shotIds: ['a'], rank: 0 },
      ib: { shotIds: ['b'], rank: 1 },
      ix: { shotIds: ['x'], rank: 2, unitId: 'details' },
      iy: { shotIds: ['y'], rank: 3, unitId: 'details' },
    },
    ...rows,
  })

const apply = (p: Production, found: ReturnType<typeof checkPeople>, says: RegExp) => {
  const fix = found.flatMap((f) => f.fixes).find((one) => says.test(one.says))
  if (!fix)
    throw new Error(`no way out like ${says}: ${found.flatMap((f) => f.fixes.map((one) => one.says)).join('; ')}`)
  return tryChanges(p, fix.changes)
}

describe('units beside one another', () => {
  test('each begins with the day and goes by its own entries; the day is packed once both are', () => {
    const plan = planDay(twoUnits(), 'day')!
    expect(plan.items.map((item) => item.id)).toEqual(['ia', 'ib'])
    const [beside] = plan.beside
    expect(beside!.items.map((item) => item.id)).toEqual(['ix', 'iy'])
    expect(beside!.timeline.startMin).toBe(plan.timeline.startMin)
    expect(plan.timeline.wrapMin).toBe(Math.max(plan.timeline.lastEndMin, beside!.timeline.lastEndMin))
    const late = planDay(twoUnits({ shot: { a: { code: '1A', minutes: 60 }, b: { code: '1B' }, x: { code: '2A' }, y: { code: '2B', minutes: 400 } } }), 'day')! // prettier-ignore
    expect(late.timeline.wrapMin).toBe(late.beside[0]!.timeline.lastEndMin)
  })
  test('looked at as a unit has it, the main one is beside it, and nothing is there twice or lost', () => {
    const plan = planDay(twoUnits(), 'day')!
    const own = forUnit(plan, 'details')
    expect(own.items.map((item) => item.id)).toEqual(['ix', 'iy'])
    expect(own.beside.map(({ unit }) => unit)).toEqual([null])
    const ids = (of: typeof plan) => allRows(of).flatMap((row) => ('itemId' in row ? row.itemId : [])).sort() // prettier-ignore
    expect(ids(own)).toEqual(ids(plan))
    expect(forUnit(own, null).items).toBe(plan.items)
    expect(forUnit(plan, 'nobody')).toBe(plan)
  })
  test('a unit that was removed leaves its entries to the main one', () => {
    const p = twoUnits()
    const gone = { ...p, unit: {} } as Production
    expect(planDay(gone, 'day')!.items).toHaveLength(4)
    expect(planDay(gone, 'day')!.beside).toEqual([])
  })
  test('whoever works in either is called for it and released after it', () => {
    const calls = new Map(planDay(twoUnits(), 'day')!.calls.map((call) => [call.personId, call]))
    expect(calls.get('edda')!.busy).toHaveLength(2)
    expect(calls.get('orla')!.callMin).toBeGreaterThan(calls.get('edda')!.callMin)
  })
})

describe('wanted by two units at once', () => {
  test('a person: told with both, and put at another time where nobody is wanted twice', () => {
    const p = twoUnits()
    const found = checkPeople(p)
    expect(found.map((f) => f.says)).toEqual(['Edda Marsh is wanted for 1A (Day 1, main unit) and 2A (Day 1, Details) at 08:00.']) // prettier-ignore
    expect(checkPeople(apply(p, found, /^Main unit: 1A after 1B/))).toEqual([])
    const held = twoUnits({ shot: { a: { code: '1A', minutes: 60, personIds: ['edda'] }, b: { code: '1B', minutes: 60, personIds: ['edda'] }, x: { code: '2A', minutes: 30, personIds: ['edda'] }, y: { code: '2B', minutes: 140 } } }) // prettier-ignore
    const second = checkPeople(held)
    expect(second).toHaveLength(1)
    expect(checkPeople(apply(held, second, /^Details: 2A after 2B/))).toEqual([])
  })
  test('a stand-in who is there and free, and nobody else, may be in front instead', () => {
    const rows: Rows = {
      person: { edda: {}, orla: { name: 'Orla Finn' }, stand: { name: 'Pim Ash', standInForId: 'edda' } },
      attendance: { a: { personId: 'edda' }, b: { personId: 'orla' }, c: { personId: 'stand' } },
    }
    const found = checkPeople(twoUnits(rows))
    expect(checkPeople(apply(twoUnits(rows), found, /^Pim Ash for Edda Marsh in/))).toEqual([])
    const away = checkPeople(twoUnits({ ...rows, attendance: { a: { personId: 'edda' }, b: { personId: 'orla' } } }))
    expect(away.flatMap((f) => f.fixes.map((fix) => fix.says)).join()).not.toMatch(/for Edda Marsh/)
  })
  test('a camera: on another that is free, or at another time', () => {
    const p = twoUnits({
      shot: { a: { code: '1A', minutes: 60, cameraId: 'A' }, b: { code: '1B', minutes: 30, cameraId: 'B' }, x: { code: '2A', minutes: 30, cameraId: 'A' }, y: { code: '2B', minutes: 90 } }, // prettier-ignore
    })
    const found = checkCamerasBeside(p)
    expect(found.map((f) => f.says)).toEqual(['Camera A is wanted for 1A and 2A of two units at 08:00 on Day 1.'])
    expect(checkCamerasBeside(apply(p, found, /2A on camera B/))).toEqual([])
    expect(checkCamerasBeside(apply(p, found, /Details: 2A after 2B/))).toEqual([])
  })
  test('an entry that is on with two of the other unit is told of once, with both', () => {
    const p = twoUnits({
      shot: { a: { code: '1A', minutes: 20, cameraId: 'A' }, b: { code: '1B', minutes: 20, cameraId: 'A' }, x: { code: '2A', minutes: 60, cameraId: 'A' }, y: { code: '2B' } }, // prettier-ignore
    })
    const found = checkCamerasBeside(p)
    expect(found.map(({ about }) => about.id)).toEqual(['ix'])
    expect(found[0]!.says).toMatch(/1A, 1B and 2A of two units/)
  })
  test('the better order of one unit takes nobody and no camera whom the other has then', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ minutes: fc.integer({ min: 10, max: 60 }), who: fc.subarray(['edda', 'orla']), camera: fc.constantFrom('A', 'B'), beside: fc.boolean() }), { minLength: 4, maxLength: 9 }), // prettier-ignore
        (shots) => {
          const p = twoUnits({
            shot: Object.fromEntries(shots.map((s, i) => [`s${i}`, { code: `1${i}`, minutes: s.minutes, personIds: s.who, cameraId: s.camera }])), // prettier-ignore
            orderItem: Object.fromEntries(shots.map((s, i) => [`i${i}`, { shotIds: [`s${i}`], rank: i, unitId: s.beside ? 'details' : null }])), // prettier-ignore
          })
          const plan = planDay(p, 'day')!
          const { strict, items } = orderProblem(p, plan)
          const solved = solve(strict)
          if (solved.status === 'infeasible' || solved.status === 'not-found' || plan.beside.length === 0) return
          expect(finishOf(strict, solved.order)).toBeLessThan(Infinity)
          const spans = spansOf(strict, solved.order)
          for (const [k, i] of solved.order.entries()) {
            const own = neededAt(p, items[i]!.id, items[i]!.shotIds)
            const camera = p.shot[items[i]!.shotIds[0]!]!.cameraId
            for (const row of plan.beside[0]!.timeline.rows) {
              if (row.kind !== 'shots' || row.startMin >= spans[k]!.end || row.endMin <= spans[k]!.start) continue
              expect(neededAt(p, row.itemId, row.shotIds).filter((id) => own.includes(id))).toEqual([])
              expect(p.shot[row.shotIds[0]!]!.cameraId).not.toBe(camera)
            }
          }
        },
      ),
      { numRuns: 60 },
    )
  })
})

/** Begin and end of each task of an order, told without the solver's own functions. */
function spansOf(problem: ReturnType<typeof orderProblem>['strict'], order: readonly number[]) {
  let now = problem.startMin
  let stand: number | null = null
  return order.map((i) => {
    const task = problem.tasks[i]!
    if (task.stand !== null) now += stand === null ? problem.first[task.stand]! : problem.change[stand]![task.stand]!
    stand = task.stand ?? stand
    const window = task.windows?.find((w) => Math.max(now, w.fromMin) + task.minutes <= w.toMin)
    const start = Math.max(now, window?.fromMin ?? now)
    now = start + task.minutes
    return { start, end: now }
  })
}

test('what the other unit has meanwhile is no moment that an entry has to be in time for', () => {
  const p = twoUnits()
  expect(dayOutlook(p, planDay(p, 'day')!).chances.inTime.size).toBe(0)
})

test('what is only to come after something of the other unit is told while that is not over', () => {
  const after = (rank: number) =>
    twoUnits({
      person: {},
      attendance: {},
      shot: { a: { code: '1A', minutes: 60 }, x: { code: '2A', minutes: 30 }, y: { code: '2B', minutes: 70 } },
      orderItem: { ia: { shotIds: ['a'], rank: 0 }, ix: { shotIds: ['x'], rank, unitId: 'details', afterIds: ['ia'] }, iy: { shotIds: ['y'], rank: 5, unitId: 'details' } }, // prettier-ignore
    })
  const found = checkDemands(after(1))
  expect(found.map((f) => f.says)).toEqual(['2A is only to come after 1A, and the order has it before.'])
  expect(checkDemands(after(9))).toEqual([])
  const mended = tryChanges(after(1), found[0]!.fixes[0]!.changes)
  expect(found[0]!.fixes[0]!.says).toBe('Put 2A behind 2B')
  expect(checkDemands(mended)).toEqual([])
})

describe('a setup that stays up', () => {
  const rows = (staysUp: boolean): Rows => ({
    spot: { loft: { name: 'Loft' }, yard: { name: 'Yard' } },
    setup: { A: { letter: 'A', spotId: 'loft', buildMin: 50, staysUp }, B: { letter: 'B', spotId: 'yard', buildMin: 20 } },
    shot: { a: { setupId: 'A' }, b: { code: '1B', setupId: 'B' }, c: { code: '1C', setupId: 'A' } },
    orderItem: { ia: { shotIds: ['a'], rank: 0 }, ib: { shotIds: ['b'], rank: 1 }, ic: { shotIds: ['c'], rank: 2 } },
  }) // prettier-ignore
  const built = (staysUp: boolean) =>
    planDay(productionWith(rows(staysUp)), 'day')!.timeline.rows.flatMap((row) => (row.kind === 'change' ? row.change.relight : [])) // prettier-ignore
  test('is not charged again on coming back; one that is struck is', () => {
    expect(built(true)).toEqual([50, 20, 0])
    expect(built(false)).toEqual([50, 20, 50])
  })
  test('of an order in which one stays up nothing is called proven', () => {
    const of = (staysUp: boolean) => {
      const p = productionWith(rows(staysUp))
      return orderProblem(p, planDay(p, 'day')!).isEased
    }
    expect(of(true)).toBe(true)
    expect(of(false)).toBe(false)
  })
})

describe('tides', () => {
  const tied = (rows: Rows = {}) =>
    productionWith({
      shot: { s: { window: 'high-water', tideMin: 40, minutes: 20 } },
      orderItem: { i: { shotIds: ['s'] } },
      tide: { one: { date: '2026-05-14', atMin: 615, type: 'high' }, two: { date: '2026-05-14', atMin: 240, type: 'low' } }, // prettier-ignore
      ...rows,
    })
  test('a shot tied to high water waits for it, and one that comes after is told', () => {
    const plan = planDay(tied(), 'day')!
    expect(plan.timeline.rows.find((row) => row.kind === 'shots')!.startMin).toBe(575)
    const late = planDay(tied({ day: { day: { callMin: 660 } } }), 'day')!
    expect(late.missed.map(({ because, outsideMin }) => [because, outsideMin])).toEqual([['within 40 min of high water', 25]]) // prettier-ignore
  })
  test('the day moved to a date without a table: nobody says it is in time', () => {
    const moved = tied({ day: { day: { date: '2026-05-21' } } })
    expect(planDay(moved, 'day')!.missed).toEqual([])
    expect(checkWaters(moved).map((f) => f.says)).toEqual(['1A is tied to the water at Yard, and no tide table has it for Day 1: whether it is in time cannot be told.']) // prettier-ignore
    expect(checkWaters(tied())).toEqual([])
    const elsewhere = tied({ place: { place: {}, far: { name: 'Far' } }, tide: { one: { placeId: 'far', date: '2026-05-14', atMin: 615, type: 'high' } } }) // prettier-ignore
    expect(checkWaters(elsewhere)).toHaveLength(1)
  })
  test('several shots of one place are told of once', () => {
    const two = tied({ tide: {}, shot: { s: { window: 'high-water' }, r: { code: '1B', window: 'low-water' } }, orderItem: { i: { shotIds: ['s'] }, k: { shotIds: ['r'] } } }) // prettier-ignore
    expect(checkWaters(two).map((f) => [f.about.id, f.evidence.length])).toEqual([['place', 2]])
    expect(checkWaters(two)[0]!.says).toMatch(/^1A, 1B are tied to the water at Yard/)
  })
  test('yesterday’s water is none of today’s: the table has to reach the day', () => {
    const next = tied({ day: { day: { date: '2026-05-15', callMin: 1290 } } })
    expect(planDay(next, 'day')!.missed).toEqual([])
    expect(checkWaters(next)).toHaveLength(1)
  })
  test('a water after midnight is the night’s that a day runs into', () => {
    const night = tied({
      day: { day: { callMin: 1320 } },
      tide: { one: { date: '2026-05-15', atMin: 60, type: 'high' } },
    })
    expect(planDay(night, 'day')!.timeline.rows.find((row) => row.kind === 'shots')!.startMin).toBe(1440 + 20)
  })
})
