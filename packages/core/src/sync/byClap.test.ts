import { describe, expect, it } from 'vitest'
import { seeded } from '../chance/index.ts'
import { assemble, byClap, type Claps, type SyncSource } from './index.ts'

const claps = (atS: readonly number[], seconds = 600, isMarked = false): Claps => ({ claps: atS.map((at) => ({ atS: at })), isMarked, seconds }) // prettier-ignore

describe('by claps', () => {
  it('a recording lies where several fall together, also with a clock that drifts', () => {
    const at = [3, 61.2, 140.9, 350.4, 512]
    const device = claps([0.4, ...at.slice(1).map((s) => (s - 20.5) * (1 + 30e-6)), 77.7])
    const found = byClap(claps(at), device, null)!
    expect(found).toMatchObject({ matched: 4, isMarked: false })
    expect(Math.abs(found.offsetS - 20.5)).toBeLessThan(0.02)
    expect(found.byChance).toBeLessThan(1e-4)
    // The same where timecode is hours off.
    expect(byClap(claps(at), device, -7200)?.matched).toBe(4)
  })
  it('one clap counts near timecode, and where each has that one alone; else it says nothing', () => {
    expect(byClap(claps([12]), claps([2.3]), 9.5)?.offsetS).toBeCloseTo(9.7, 9)
    expect(byClap(claps([12]), claps([2.3]), 400)).toBeNull()
    expect(byClap(claps([12]), claps([2.3]), null)).toMatchObject({ matched: 1, isMarked: false })
    expect(byClap(claps([12, 80]), claps([2.3]), null)).toBeNull()
    expect(byClap(claps([]), claps([2.3]), null)).toBeNull()
  })
  it('claps that have nothing to do with one another are hardly ever believed', () => {
    const random = seeded(11)
    const thrown = () => claps(Array.from({ length: 30 }, () => random() * 600).toSorted((a, b) => a - b))
    let [alone, near] = [0, 0]
    for (let run = 0; run < 200; run++) {
      if (byClap(thrown(), thrown(), null)) alone++
      if (byClap(thrown(), thrown(), 5)) near++
    }
    expect(alone).toBeLessThanOrEqual(8)
    expect(near).toBeLessThanOrEqual(8)
  })
})

describe('the third way beside the others', () => {
  const source = (name: string, startS: number | null, marked: number | null, isHeard = false): SyncSource => ({ name, kind: 'picture', isHeard, seconds: 60, startS, startBy: startS === null ? null : 'head', ...(marked !== null && { claps: { claps: [{ atS: marked }], isMarked: true } }) }) // prettier-ignore
  const reference = source('R', 36_000, 14)

  it('a slate that was marked on both lays down what has no sound, and tells how far its timecode is off', () => {
    const [, silent, late] = assemble([reference, source('A', null, 2), source('B', 36_012.5, 2)], 0, [null, null, null]) // prettier-ignore
    expect(silent).toMatchObject({ believed: 'clap', atS: 12, apartS: null })
    expect(late).toMatchObject({ believed: 'clap', atS: 12, apartS: 0.5 })
    expect(late!.why).toContain('0.50 s late: the clap is believed')
  })
  it('sound all along goes before a slate, and one that contradicts it is told', () => {
    const heard = { offsetSeconds: 12, driftPpm: 0, isInverted: false, overlapSeconds: 50, offsetWithinSeconds: 1e-5, driftWithinPpm: 0.1, windows: 9, agreeing: 9 } // prettier-ignore
    const [, same, other] = assemble([reference, source('A', null, 2, true), source('B', null, 3, true)], 0, [null, heard, heard]) // prettier-ignore
    expect(same).toMatchObject({ believed: 'sound', clapApartS: 0, why: 'There is no timecode to hold against it.' })
    expect(other).toMatchObject({ believed: 'sound', atS: 12, clapApartS: -1 })
    expect(other!.why).toContain('1.00 s early')
  })
})
