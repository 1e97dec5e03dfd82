import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import {
  type BatteryKind,
  changesIn,
  chargeFromSockets,
  chargeNight,
  minutesFor,
  type Night,
  type Slots,
} from './index.ts'

const night: Night = { fromMin: 0, untilMin: 600, asleepFromMin: 200, asleepUntilMin: 500 }
const charger = (id: string, slots: number, watts: number, ...takes: string[]): Slots => ({ id, slots, watts, takes: new Set(takes) }) // prettier-ignore

/** All ways: each battery in turn into each slot that takes it, in every order of batteries. */
function mostFull(kinds: readonly BatteryKind[], chargers: readonly Slots[], at: Night): number {
  const all = kinds.flatMap(({ id, wh, count }) => Array.from({ length: count }, () => ({ id, wh })))
  const slots = chargers.flatMap((one) => Array.from({ length: one.slots }, () => ({ one, free: at.fromMin })))
  const go = (left: readonly { id: string; wh: number }[]): number => {
    let most = 0
    for (const [i, battery] of left.entries())
      for (const slot of slots) {
        if (!slot.one.takes.has(battery.id)) continue
        const before = slot.free
        const start = before >= at.asleepFromMin && before < at.asleepUntilMin ? at.asleepUntilMin : before
        const end = start + minutesFor(battery.wh, slot.one.watts)
        if (end > at.untilMin) continue
        slot.free = end
        most = Math.max(most, 1 + go(left.toSpliced(i, 1)))
        slot.free = before
      }
    return most
  }
  return go(all)
}

describe('a night of charging', () => {
  it('has as many full in time as any plan, in slots that take them, never two at once, never changed by a sleeper', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ wh: fc.integer({ min: 20, max: 300 }), count: fc.integer({ min: 1, max: 2 }) }), { minLength: 1, maxLength: 3 }), // prettier-ignore
        fc.array(fc.record({ slots: fc.integer({ min: 1, max: 2 }), watts: fc.integer({ min: 30, max: 90 }), takes: fc.integer({ min: 1, max: 7 }) }), { minLength: 1, maxLength: 2 }), // prettier-ignore
        fc.record({ from: fc.nat({ max: 250 }), sleep: fc.nat({ max: 300 }), long: fc.nat({ max: 300 }) }),
        (batteries, given, { from, sleep, long }) => {
          const kinds = batteries.map((one, i): BatteryKind => ({ id: `b${i}`, ...one }))
          const chargers = given.map(({ slots, watts, takes }, i) => charger(`c${i}`, slots, watts, ...kinds.flatMap(({ id }, k) => (takes & (1 << k) ? [id] : [])))) // prettier-ignore
          const at: Night = { fromMin: from, untilMin: 700, asleepFromMin: sleep, asleepUntilMin: sleep + long }
          const plan = chargeNight(kinds, chargers, at)
          const wanted = kinds.reduce((sum, { count }) => sum + count, 0)
          expect(plan.charges).toHaveLength(mostFull(kinds, chargers, at))
          expect(plan.isProven).toBe(true)
          expect([...plan.short.values()].reduce((a, b) => a + b, 0)).toBe(wanted - plan.charges.length)
          for (const [i, one] of plan.charges.entries()) {
            const into = chargers.find(({ id }) => id === one.chargerId)!
            const { wh } = kinds.find(({ id }) => id === one.batteryId)!
            expect(into.takes.has(one.batteryId)).toBe(true)
            expect(one.slot).toBeLessThan(into.slots)
            expect(one.endMin - one.startMin).toBe(minutesFor(wh, into.watts))
            expect(one.startMin).toBeGreaterThanOrEqual(from)
            expect(one.endMin).toBeLessThanOrEqual(700)
            expect(one.startMin >= at.asleepFromMin && one.startMin < at.asleepUntilMin).toBe(false)
            for (const other of plan.charges.slice(i + 1))
              if (other.chargerId === one.chargerId && other.slot === one.slot)
                expect(other.startMin >= one.endMin || other.endMin <= one.startMin).toBe(true)
          }
        },
      ),
      { numRuns: 150 },
    )
  })
  test('puts the long ones in for the night, and says when somebody changes', () => {
    const plan = chargeNight([{ id: 'long', wh: 250, count: 1 }, { id: 'short', wh: 80, count: 1 }], [charger('one', 1, 50, 'long', 'short')], night) // prettier-ignore
    expect(plan.charges.map(({ batteryId }) => batteryId)).toEqual(['short', 'long'])
    expect(plan.short.size).toBe(0)
    expect(changesIn(plan, night)).toEqual([minutesFor(80, 50)])
  })
  test('without a socket, or a charger that takes them, has none full, and says so of each kind', () => {
    expect([...chargeNight([{ id: 'a', wh: 98, count: 4 }], [], night).short]).toEqual([['a', 4]])
    expect([...chargeNight([{ id: 'a', wh: 98, count: 4 }], [charger('c', 2, 60, 'b')], night).short]).toEqual([['a', 4]]) // prettier-ignore
    expect(chargeNight([], [], night)).toMatchObject({ charges: [], isProven: true })
  })
  test('of thirty batteries of four kinds is answered, proven or not', () => {
    const kinds = [98, 290, 150, 20].map((wh, i): BatteryKind => ({ id: `b${i}`, wh, count: 8 }))
    const chargers = [charger('x', 4, 70, 'b0', 'b1', 'b2'), charger('y', 4, 20, 'b3'), charger('z', 2, 90, 'b1', 'b2')]
    const plan = chargeNight(kinds, chargers, { fromMin: -220, untilMin: 245, asleepFromMin: 0, asleepUntilMin: 200 })
    expect(plan.charges.length).toBeGreaterThan(8)
  })
})

describe('sockets that are fewer than chargers', () => {
  const chargers = [charger('a', 2, 60, 'x'), charger('b', 1, 120, 'y'), charger('c', 4, 40, 'x', 'y'), charger('d', 1, 200, 'z')] // prettier-ignore
  const kinds = fc.record({ x: fc.nat({ max: 5 }), y: fc.nat({ max: 3 }), z: fc.nat({ max: 2 }) }).map((counts) => Object.entries(counts).map(([id, count]): BatteryKind => ({ id, wh: 98, count }))) // prettier-ignore
  const shortOf = ({ short }: ReturnType<typeof chargeNight>) => [...short.values()].reduce((a, b) => a + b, 0)
  it('take the chargers with which most are full: no other choice has more', () => {
    fc.assert(
      fc.property(kinds, fc.integer({ min: 0, max: 5 }), (of, sockets) => {
        const { plan, out } = chargeFromSockets(of, chargers, night, sockets)
        expect(out.size).toBe(Math.max(0, chargers.length - sockets))
        for (const { chargerId } of plan.charges) expect(out.has(chargerId)).toBe(false)
        for (let bits = 0; bits < 16; bits++) {
          const chosen = chargers.filter((_, i) => bits & (1 << i))
          if (chosen.length <= sockets) expect(shortOf(plan)).toBeLessThanOrEqual(shortOf(chargeNight(of, chosen, night))) // prettier-ignore
        }
      }),
      { numRuns: 40, seed: 6 },
    )
  })
  it('of many chargers leave the least out one by one, and then nothing is called proven', () => {
    const many = Array.from({ length: 12 }, (_, i) => charger(`c${i}`, 1, i === 7 ? 200 : 10, 'x'))
    const { plan, out } = chargeFromSockets([{ id: 'x', wh: 98, count: 6 }], many, night, 6)
    expect([out.size, out.has('c7'), plan.isProven]).toEqual([6, false, false])
  })
})
