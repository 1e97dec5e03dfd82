import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { generatorKva, type Load, placeLoads, type Room } from './index.ts'

const load = (id: string, amperes: number, circuitId: string | null = null): Load => ({ id, amperes, circuitId })

/** Every way there is, one after the other. */
function fewestMoves(loads: readonly Load[], rooms: readonly Room[]): number | null {
  let fewest: number | null = null
  const ways = rooms.length ** loads.length
  for (let way = 0; way < ways; way++) {
    const at = loads.map((_, i) => Math.floor(way / rooms.length ** i) % rooms.length)
    const fits = rooms.every((room, k) => loads.reduce((sum, l, i) => sum + (at[i] === k ? l.amperes : 0), 0) <= room.leftA + 1e-9) // prettier-ignore
    const moved = loads.filter((l, i) => l.circuitId !== rooms[at[i]!]!.id).length
    if (fits && (fewest === null || moved < fewest)) fewest = moved
  }
  return fewest
}

describe('lamps on circuits', () => {
  test('as every way tried one after the other says, and never over what is left', () => {
    const room = fc.record({ leftA: fc.integer({ min: 0, max: 14 }) })
    const some = fc.record({ amperes: fc.integer({ min: 1, max: 9 }), on: fc.integer({ min: -1, max: 2 }) })
    fc.assert(
      fc.property(fc.array(room, { minLength: 1, maxLength: 3 }), fc.array(some, { maxLength: 6 }), (rs, ls) => {
        const rooms = rs.map((r, i) => ({ id: `c${i}`, ...r }))
        const loads = ls.map(({ amperes, on }, i) => load(`l${i}`, amperes, rooms[on]?.id ?? null))
        const placed = placeLoads(loads, rooms)
        const fewest = fewestMoves(loads, rooms)
        if (fewest === null) expect(placed).toEqual({ to: null, isProven: true })
        else {
          expect(placed).toMatchObject({ moved: fewest })
          for (const { id, leftA } of rooms)
            expect(loads.reduce((sum, l) => sum + (placed.to!.get(l.id) === id ? l.amperes : 0), 0)).toBeLessThanOrEqual(leftA + 1e-9) // prettier-ignore
        }
      }),
    )
  })
  test('two dozen lamps are no matter', () => {
    const lamps = Array.from({ length: 24 }, (_, i) => load(`l${i}`, 1.5 + (i % 5) / 10))
    expect(placeLoads(lamps, [{ id: 'a', leftA: 12.8 }, { id: 'b', leftA: 12.8 }, { id: 'c', leftA: 25.6 }]).to).not.toBeNull() // prettier-ignore
  })
  test('without a circuit there is no way; without a lamp there is nothing to do', () => {
    expect(placeLoads([load('a', 1)], [])).toEqual({ to: null, isProven: true })
    expect(placeLoads([], []).to?.size).toBe(0)
  })
  test('a generator carries what is drawn with the same headroom', () =>
    expect(generatorKva(20, 230, 80)).toBeCloseTo(5.75, 9))
})
