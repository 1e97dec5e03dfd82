import { describe, expect, test } from 'vitest'
import { asId, byRank, ranksBetween, tryChanges } from '../records/index.ts'
import { findSnags } from '../snags/index.ts'
import { productionWith } from '../testing/index.ts'
import { calledOff, planDay, standingBy, turnedRound, weatherDayOf, weatherTurn } from './index.ts'

/** A day out of doors (o0 to o3) with one room in it, and a cover set of two in that room; a weather day behind. */
const day = () => {
  const outside = ['o0', 'o1', 'o2', 'o3']
  const inside = ['i0', 'c0', 'c1']
  const ranks = ranksBetween(null, null, 7)
  const order = ['o0', 'o1', 'i0', 'o2', 'o3', 'c0', 'c1']
  return productionWith({
    day: {
      one: { title: 'Day 1', date: '2026-05-14', callMin: 480 },
      two: { title: 'Day 2', date: '2026-05-16', callMin: 480, weatherDayOf: 'one' },
    },
    spot: { yard: { outdoors: true }, loft: { outdoors: false } },
    setup: { Y: { letter: 'Y', spotId: 'yard' }, L: { letter: 'L', spotId: 'loft' } },
    shot: Object.fromEntries([...outside, ...inside].map((id) => [id, { code: id, minutes: 10, setupId: id.startsWith('o') ? 'Y' : 'L' }])),
    orderItem: Object.fromEntries(order.map((id, i) => [id, { dayId: 'one', shotIds: [id], rank: ranks[i], standsBy: id.startsWith('c') }])),
  }) // prettier-ignore
}
/** Somebody in front, somebody all day, somebody who is down for the weather day already, and two who do not go along. */
const productionWithPeople = (p: ReturnType<typeof day>) => {
  const people = { cast: {}, gaffer: { needed: 'all-day' }, there: { needed: 'all-day' }, idle: {}, away: { needed: 'all-day' } } // prettier-ignore
  const q = productionWith({ person: people as never, attendance: { a: { personId: 'cast', dayId: 'one' }, b: { personId: 'gaffer', dayId: 'one' }, c: { personId: 'there', dayId: 'one' }, d: { personId: 'there', dayId: 'two' }, e: { personId: 'idle', dayId: 'one' } } }) // prettier-ignore
  const shot = { ...p.shot, o1: { ...p.shot.o1!, personIds: [asId<'person'>('cast')] } }
  return { ...p, shot, person: q.person, attendance: q.attendance }
}
type P = ReturnType<typeof day>
const plan = (p: P, id = 'one') => planDay(p, id)!
const order = (p: P, id = 'one') => plan(p, id).items.map((item) => item.id as string)
const turn = (p: P, done = 0) => weatherTurn(p, plan(p), done)
const newIds = () => {
  let n = 0
  return () => `new${n++}`
}
const ids = (items: readonly { readonly id: string }[]) => items.map(({ id }) => id)

describe('a cover set', () => {
  test('stands by: it is in no time of the day, and nobody is told that it is planned', () => {
    expect(order(day())).toEqual(['o0', 'o1', 'i0', 'o2', 'o3'])
    expect(plan(day()).timeline.shots).toBe(5)
    expect(ids(standingBy(day(), 'one'))).toEqual(['c0', 'c1'])
  })
  test('comes in where the first that is out of doors was, and what was rolled stays', () => {
    const p = day()
    const { outside, cover } = turn(p, 2)
    expect([ids(outside), ids(cover)]).toEqual([
      ['o2', 'o3'],
      ['c0', 'c1'],
    ])
    const then = tryChanges(p, turnedRound(p, plan(p), outside, cover, ranksBetween))
    expect(order(then)).toEqual(['o0', 'o1', 'i0', 'c0', 'c1'])
    // It holds again: what was put by comes back behind all, and nothing was lost on the way.
    const { putBy } = turn(then, 2)
    const back = tryChanges(then, turnedRound(then, plan(then), [], putBy, ranksBetween))
    expect(order(back)).toEqual(['o0', 'o1', 'i0', 'c0', 'c1', 'o2', 'o3'])
    expect(Object.values(back.orderItem)).toHaveLength(7)
  })
  test('a must-have that only stands by is told, and put in by the way out', () => {
    const p = tryChanges(day(), [{ op: 'update', kind: 'shot', id: asId('c0'), fields: { mustHave: true } } as never])
    const [told] = findSnags(p).filter((snag) => snag.check === 'order.must-have-on-no-day')
    expect(told!.says).toBe('c0 is a must-have and only stands by, for other weather.')
    const then = tryChanges(p, told!.fixes[0]!.changes)
    expect(order(then)).toContain('c0')
    expect(Object.values(then.orderItem)).toHaveLength(7)
  })
})

describe('a weather day', () => {
  test('takes what is still to come of the day that is called off, behind what it has, in its turn', () => {
    const p = day()
    expect(weatherDayOf(p, 'one')!.id).toBe('two')
    expect(weatherDayOf(p, 'two')).toBeUndefined()
    const then = tryChanges(p, calledOff(p, plan(p), asId('two'), 1, ranksBetween, newIds()))
    expect(order(then)).toEqual(['o0'])
    expect(order(then, 'two')).toEqual(['o1', 'i0', 'o2', 'o3'])
    expect(
      Object.values(then.orderItem)
        .sort(byRank)
        .filter((item) => item.standsBy),
    ).toHaveLength(2)
  })
  test('what another unit was to do goes along, and stays its own', () => {
    const p = day()
    const u = productionWith({ unit: { details: { name: 'Details' } } })
    const beside = { ...p, unit: u.unit, orderItem: { ...p.orderItem, o3: { ...p.orderItem.o3!, unitId: asId<'unit'>('details') } } } // prettier-ignore
    const then = tryChanges(beside, calledOff(beside, plan(beside), asId('two'), 0, ranksBetween, newIds()))
    expect(plan(then, 'two').beside.map(({ items }) => ids(items))).toEqual([['o3']])
    expect(plan(then).beside).toEqual([])
  })
  test('whoever is needed for what moves is put down for it, once; the others are not', () => {
    const p = day()
    const crew = productionWithPeople(p)
    const then = tryChanges(crew, calledOff(crew, plan(crew), asId('two'), 0, ranksBetween, newIds()))
    const down = Object.values(then.attendance).filter((one) => one.dayId === 'two').map((one) => one.personId as string) // prettier-ignore
    expect(down.sort()).toEqual(['cast', 'gaffer', 'there'])
  })
  test('takes only what is out of doors where that is asked', () => {
    const p = day()
    expect(order(tryChanges(p, calledOff(p, plan(p), asId('two'), 0, ranksBetween, newIds(), true)), 'two')).toEqual(['o0', 'o1', 'o2', 'o3']) // prettier-ignore
  })
})
