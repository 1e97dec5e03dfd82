import { describe, expect, test } from 'vitest'
import { planDay } from '../day/index.ts'
import { callSheet } from '../callSheets/index.ts'
import {
  asId,
  type Production,
  tryChanges,
  withNewIds,
  fieldsAlone,
  updateRecord,
  removeRecord,
  createRecord,
  rankOfNumber,
} from '../records/index.ts'
import { productionWith } from '../testing/index.ts'
import { checkCallSheets } from './checkCallSheets.ts'
import { checkDemands } from './checkDemands.ts'
import { checkFixedTimes } from './checkFixedTimes.ts'
import { checkHours } from './checkHours.ts'
import { checkPeople } from './checkPeople.ts'
import { checkWindows } from './checkWindows.ts'
import type { Finding } from './finding.ts'

const says = (findings: readonly Finding[]) => findings.map((f) => f.says)
const fixesOf = (findings: readonly Finding[]) => findings.flatMap((f) => f.fixes.map((fix) => fix.says))
let made = 0
const applied = (production: Production, findings: readonly Finding[], fix: string): Production =>
  tryChanges(
    production,
    withNewIds(findings.flatMap((f) => f.fixes).find((f) => f.says === fix)!.changes, () => `made ${made++}`),
  )

describe('a shot outside its light', () => {
  const day = (shots: Parameters<typeof productionWith>[0]['shot'], callMin = 480) =>
    productionWith({
      day: { day: { callMin } },
      shot: shots,
      orderItem: Object.fromEntries(Object.keys(shots!).map((id, rank) => [`i${id}`, { shotIds: [id], rank }])),
    })
  const untilNine = { window: 'clock', windowFromMin: null, windowToMin: 540 } as const

  test('goes before what it can go before, and then it is in time', () => {
    const p = day({ a: { code: '1A', minutes: 50 }, b: { code: '1B', ...untilNine } })
    const found = checkWindows(p)
    expect(says(found)).toEqual(['1B runs 08:50 to 09:10, 10 min outside any time to 09:00 (set by hand).'])
    expect(fixesOf(found)).toEqual(['Shoot 1B before 1A', 'Start Day 1 at 07:50, 10 min earlier', 'Give 1B 10 min'])
    for (const fix of fixesOf(found)) expect(checkWindows(applied(p, found, fix))).toEqual([])
  })
  test('a must that would only fit by pushing another must out is not offered that', () => {
    const p = day({
      a: { code: '1A', minutes: 50, mustHave: true, ...untilNine },
      b: { code: '1B', minutes: 40, mustHave: true, ...untilNine },
    })
    expect(fixesOf(checkWindows(p)).filter((fix) => fix.startsWith('Shoot'))).toEqual([])
  })
  test('a must may push out what is none', () => {
    const p = day({
      a: { code: '1A', minutes: 50, ...untilNine },
      b: { code: '1B', minutes: 40, mustHave: true, ...untilNine },
    })
    const found = checkWindows(p).filter((f) => f.says.startsWith('1B'))
    expect(fixesOf(found)).toContain('Shoot 1B before 1A')
    expect(says(checkWindows(applied(p, found, 'Shoot 1B before 1A')))).toEqual([
      expect.stringMatching(/^1A runs/) as string,
    ])
  })
  test('one that starts after its light is dropped only if it is no must', () => {
    const late = (mustHave: boolean) =>
      day({ a: { code: '1A', minutes: 30 }, b: { code: '1B', mustHave, window: 'clock', windowToMin: 500 } })
    expect(fixesOf(checkWindows(late(false)))).toContain('Drop 1B from this day')
    const must = checkWindows(late(true))
    expect(fixesOf(must)).toEqual(['Shoot 1B before 1A', 'Start Day 1 at 07:30, 30 min earlier'])
  })
  test('before the place opens, the day begins later or the shot is held', () => {
    const p = productionWith({
      place: { place: { opensMin: 540 } },
      shot: { a: {} },
      orderItem: { i: { shotIds: ['a'] } },
    })
    const found = checkWindows(p)
    expect(found[0]!.check).toBe('order.outside-opening-hours')
    expect(fixesOf(found)).toEqual(['Start Day 1 at 09:00', 'Hold 1A until 09:00'])
    for (const fix of fixesOf(found)) expect(checkWindows(applied(p, found, fix))).toEqual([])
  })
})

describe('a fixed time', () => {
  const p = productionWith({
    shot: { a: { code: '1A', minutes: 50 }, b: { code: '1B', minutes: 30, mustHave: true }, c: { code: '1C' } },
    orderItem: {
      ia: { shotIds: ['a'], rank: 0 },
      ib: { shotIds: ['b'], rank: 1 },
      launch: { type: 'fixed', title: 'the launch', fixedAtMin: 540, minutes: 10, rank: 2 },
      ic: { shotIds: ['c'], rank: 3 },
    },
  })
  test('that is missed is told by how much, and each way out reaches it', () => {
    const found = checkFixedTimes(p)
    expect(says(found)).toEqual(['the launch is fixed at 09:00; the order only reaches it at 09:20, 20 min late.'])
    expect(fixesOf(found)).toEqual(['Put the launch before 1B', 'Start Day 1 at 07:40, 20 min earlier', 'Drop 1A'])
    for (const fix of fixesOf(found)) expect(checkFixedTimes(applied(p, found, fix))).toEqual([])
  })
  test('that is reached is no finding', () =>
    expect(checkFixedTimes(tryChanges(p, [{ op: 'remove', kind: 'orderItem', id: asId('ia') }]))).toEqual([]))
})

describe('hours', () => {
  const long = productionWith({
    rules: { longestDayMin: 100, mealEveryMin: 70 },
    shot: {
      a: { code: '1A', minutes: 60, mustHave: true },
      b: { code: '1B', minutes: 50 },
      c: { code: '1C', minutes: 20 },
    },
    orderItem: { ia: { shotIds: ['a'], rank: 0 }, ib: { shotIds: ['b'], rank: 1 }, ic: { shotIds: ['c'], rank: 2 } },
  })
  test('too long a day offers what is no must, the longest first', () => {
    const found = checkHours(long).filter((f) => f.check === 'order.longer-than-longest-day')
    expect(says(found)).toEqual([
      'Day 1 lasts 2 h 10, wrap at 10:10: 0 h 30 over the longest day. Tired people drive home.',
    ])
    expect(fixesOf(found)).toEqual(['Drop 1B, wrap 50 min earlier', 'Drop 1C, wrap 20 min earlier'])
    expect(found[0]!.rule).toBe('longestDayMin')
  })
  test('wrap after the hour to be out is a finding of its own', () =>
    expect(says(checkHours({ ...long, day: { day: { ...long.day.day!, outByMin: 600 } } }))).toContain(
      'Wrap at 10:10 is 10 min after you must be out.',
    ))
  test('no meal at all: one is added where the stretch is short enough', () => {
    const found = checkHours(long).filter((f) => f.check === 'order.meal-too-late')
    expect(says(found)).toEqual(['2 h 10 without a meal from 08:00 to 10:10; the house rule is 1 h 10.'])
    expect(fixesOf(found)).toEqual(['Add a meal of 45 min before 1B'])
    const fed = applied(long, found, fixesOf(found)[0]!)
    expect(checkHours(fed).filter((f) => f.check === 'order.meal-too-late')).toEqual([])
  })
  test('a late meal is taken earlier', () => {
    const p = tryChanges(long, [
      {
        op: 'create',
        kind: 'orderItem',
        id: asId('meal'),
        fields: {
          ...fieldsAlone('orderItem', long.orderItem.ia!),
          type: 'meal',
          shotIds: [],
          minutes: 30,
          rank: rankOfNumber(1.5),
        },
      },
    ])
    const found = checkHours(p).filter((f) => f.check === 'order.meal-too-late')
    expect(fixesOf(found)[0]).toBe('Take the meal before 1B')
    expect(checkHours(applied(p, found, 'Take the meal before 1B')).map((f) => f.check)).not.toContain(
      'order.meal-too-late',
    )
  })
  const twoDays = (callMin: number, date = '2026-05-15') =>
    productionWith({
      day: { day: {}, next: { title: 'Day 2', date, callMin } },
      person: { edda: {}, corin: { name: 'Corin Marsh', needed: 'all-day' } },
      attendance: {
        a: { personId: 'edda' },
        b: { personId: 'edda', dayId: 'next' },
        c: { personId: 'corin' },
        d: { personId: 'corin', dayId: 'next' },
      },
      shot: {
        a: { code: '1A', minutes: 600, personIds: ['edda'] },
        b: { code: '1B', minutes: 30 },
        c: { code: '1C', personIds: ['edda'] },
      },
      orderItem: {
        ia: { shotIds: ['a'], rank: 0 },
        ib: { shotIds: ['b'], rank: 1 },
        ic: { shotIds: ['c'], dayId: 'next' },
      },
    })
  test('rest between two days is counted per person, from release to call', () => {
    const found = checkHours(twoDays(300)).filter((f) => f.check === 'crew.rest-too-short')
    expect(says(found)).toEqual([
      'Corin Marsh has 10 h 30 between Day 1 (18:30) and Day 2 (05:00); the house rule is 11 h 00.',
    ])
    expect(fixesOf(found)).toEqual([
      'Call Day 2 at 05:30',
      'Drop 1A, wrap 10 h 00 earlier',
      'Drop 1B, wrap 30 min earlier',
    ])
  })
  const restOver = (day: object, next: object, others: object = {}) => {
    const p = twoDays(300)
    const production = productionWith({
      place: { place: { timeZone: 'Europe/London', latitudeDeg: 51.5, longitudeDeg: 0 } },
      day: { day: { ...p.day.day, ...day }, next: { ...p.day.next, ...next }, ...others },
      person: { corin: { name: 'Corin Marsh', needed: 'all-day' } },
      attendance: { c: { personId: 'corin' }, d: { personId: 'corin', dayId: 'next' } },
      rules: { wrapOutMin: 0, shortestRestMin: 660 },
      shot: { a: { code: '1A', minutes: 60 } },
      orderItem: { ia: { shotIds: ['a'] } },
    })
    return says(checkHours(production).filter((f) => f.check === 'crew.rest-too-short'))
  }
  test('eleven hours by the clock are ten on the night when clocks go forward, and twelve when they go back', () => {
    const day = { callMin: 19 * 60 }
    const next = { callMin: 7 * 60 }
    expect(restOver({ ...day, date: '2026-03-28' }, { ...next, date: '2026-03-29' })).toEqual([
      'Corin Marsh has 10 h 00 between Day 1 (20:00) and Day 2 (07:00); the house rule is 11 h 00.',
    ])
    expect(restOver({ ...day, date: '2026-10-24' }, { ...next, date: '2026-10-25' })).toEqual([])
    expect(restOver({ ...day, date: '2026-05-14' }, { ...next, date: '2026-05-15' })).toEqual([])
  })
  test('a second unit’s day between two days of somebody hides nothing', () =>
    expect(
      restOver(
        { date: '2026-05-14', callMin: 1320 },
        { date: '2026-05-15' },
        { unit: { date: '2026-05-14', title: 'Unit 2' } },
      ),
    ).toHaveLength(1))
  test('enough rest, and days that are not in a row, are no finding', () => {
    expect(checkHours(twoDays(330)).map((f) => f.check)).not.toContain('crew.rest-too-short')
    expect(checkHours(twoDays(0, '2026-05-16')).map((f) => f.check)).not.toContain('crew.rest-too-short')
  })
})

describe('people', () => {
  test('wanted on a day they are not down for', () => {
    const p = productionWith({
      person: { edda: {} },
      shot: { a: { personIds: ['edda'] } },
      orderItem: { i: { shotIds: ['a'] } },
    })
    const found = checkPeople(p)
    expect(says(found)).toEqual(['Edda Marsh is needed for 1A on Day 1 but is not down for that day.'])
    expect(checkPeople(applied(p, found, 'Put Edda Marsh down for Day 1'))).toEqual([])
  })
  test('in two places at once, told with both, and either can do without', () => {
    const p = productionWith({
      day: { day: {}, second: { title: 'Second unit', callMin: 490 } },
      person: { edda: {} },
      attendance: { a: { personId: 'edda' }, b: { personId: 'edda', dayId: 'second' } },
      shot: { a: { personIds: ['edda'] }, b: { code: '2A', personIds: ['edda'] } },
      orderItem: { ia: { shotIds: ['a'] }, ib: { shotIds: ['b'], dayId: 'second' } },
    })
    const found = checkPeople(p)
    expect(says(found)).toEqual(['Edda Marsh is wanted for 1A (Day 1) and 2A (Second unit) at 08:10.'])
    for (const fix of fixesOf(found)) expect(checkPeople(applied(p, found, fix))).toEqual([])
  })
})

describe('a call sheet that was sent', () => {
  const p = productionWith({
    shot: { a: { code: '1A' }, b: { code: '1B' }, c: { code: '1C' } },
    orderItem: { ia: { shotIds: ['a'], rank: 0 }, ib: { shotIds: ['b'], rank: 1 } },
  })
  const sheet = callSheet(p, planDay(p, 'day')!)
  const sent = (production: Production): Production => ({
    ...production,
    sentSheet: {
      one: {
        id: asId('one'),
        version: 1,
        dayId: asId('day'),
        number: 1,
        fingerprint: sheet.fingerprint,
        sentAt: '',
        content: sheet,
      },
    },
  })
  const item = p.orderItem.ia!
  test.each([
    ['is swapped', [updateRecord('orderItem', asId('ia'), { rank: rankOfNumber(5) })]],
    ['loses an item', [removeRecord('orderItem', asId('ib'))]],
    [
      'gains an item',
      [createRecord('orderItem', { ...fieldsAlone('orderItem', item), shotIds: [asId('c')] }, asId('ic'))],
    ],
    ['starts earlier', [updateRecord('day', asId('day'), { callMin: 450 })]],
  ] as const)('is older once its order %s, and one press goes back', (_, changes) => {
    const moved = sent(tryChanges(p, changes))
    const found = checkCallSheets(moved)
    expect(found.map((f) => f.check)).toEqual(['call.older-than-order'])
    expect(fixesOf(found)).toEqual(['Go back to the order of sheet 1'])
    expect(checkCallSheets(applied(moved, found, fixesOf(found)[0]!))).toEqual([])
  })
  test('what no order can bring back is not promised', () => {
    const longer = sent(tryChanges(p, [{ op: 'update', kind: 'shot', id: asId('a'), fields: { minutes: 90 } }]))
    expect(checkCallSheets(longer)[0]!.fixes).toEqual([])
  })
  test('still true, or never sent: nothing to say', () => {
    expect(checkCallSheets(sent(p))).toEqual([])
    expect(checkCallSheets(p)).toEqual([])
  })
})

describe('what is demanded of a place in the order', () => {
  const day = (items: Record<string, object>, more: object = {}) =>
    productionWith({
      day: { day: { callMin: 480 } },
      shot: { a: { code: '1A', minutes: 30 }, b: { code: '1B', minutes: 30 }, c: { code: '1C', minutes: 30 } },
      orderItem: Object.fromEntries(
        ['a', 'b', 'c'].map((id, rank) => [`i${id}`, { shotIds: [id], rank, ...(items[id] ?? {}) }]),
      ),
      ...more,
    })
  const mends = (p: Production) => {
    const found = checkDemands(p)
    for (const fix of fixesOf(found)) expect(checkDemands(applied(p, found, fix))).toEqual([])
    return [says(found), fixesOf(found)]
  }
  test('what comes before what it is to follow is put behind it, or the demand is let go of', () =>
    expect(mends(day({ a: { afterIds: ['ib'] } }))).toEqual([
      ['1A is only to come after 1B, and the order has it before.'],
      ['Put 1A behind 1B', 'Let go of what 1A demands of its place'],
    ]))
  test('first and last are put there', () =>
    expect(mends(day({ b: { keeps: 'last' } }))).toEqual([
      ['1B is to be last of Day 1, and the order has it elsewhere.'],
      ['Put 1B behind 1C', 'Let go of what 1B demands of its place'],
    ]))
  test('what is over too late, and somebody who has gone by then, are put earlier', () => {
    expect(mends(day({ c: { overByMin: 540 } }))).toEqual([
      ['1C has to be over by 09:00; the order ends it at 09:30, 30 min late.'],
      ['Shoot 1C before 1B'],
    ])
    const people = {
      person: { p: { name: 'Edda', needed: 'by-shots' } },
      attendance: { at: { personId: 'p', untilMin: 510 } },
    }
    expect(mends(day({ b: { personIds: ['p'] } }, people))).toEqual([
      ['Edda has to go at 08:30; 1B, which needs them, ends at 09:00.'],
      ['Shoot 1B before 1A'],
    ])
  })
  test('a circle is told once, with who is in it; what only hangs on it is not', () => {
    const p = day({ a: { afterIds: ['ib'] }, b: { afterIds: ['ia'] }, c: { afterIds: ['ib'] } })
    const [circle] = checkDemands(p)
    expect(circle!.says).toBe('No order of Day 1 keeps what is demanded of 1A, 1B: it goes round in a circle. Let go of one demand.') // prettier-ignore
    for (const fix of circle!.fixes)
      expect(checkDemands(applied(p, [circle!], fix.says)).map((f) => f.check)).not.toContain(
        'order.demands-in-a-circle',
      )
    expect(checkDemands(day({ a: { keeps: 'first' }, b: { keeps: 'first' } }))[0]!.check).toBe('order.demands-in-a-circle') // prettier-ignore
  })
})
