import { describe, expect, it } from 'vitest'
import type { LinedUp } from '../waveform/index.ts'
import { assemble, bestReference, type SyncSource } from './index.ts'

const source = (name: string, startS: number | null, seconds = 60, kind: SyncSource['kind'] = 'sound'): SyncSource => ({ name, kind, isHeard: kind === 'sound', seconds, startS, startBy: startS === null ? null : 'head' }) // prettier-ignore
const lined = (offsetSeconds: number): LinedUp => ({ offsetSeconds, driftPpm: 4, isInverted: false, overlapSeconds: 50, offsetWithinSeconds: 1e-5, driftWithinPpm: 0.1, windows: 9, agreeing: 9 }) // prettier-ignore

describe('recordings put together', () => {
  const reference = source('R', 36_000, 120)

  it('what was heard goes before a label; that they differ is told with by how much and which way', () => {
    const [, agreed, late, silent] = assemble([reference, source('A', 36_010), source('B', 36_012), source('C', null)], 0, [null, lined(10.01), lined(10), lined(4)]) // prettier-ignore
    expect(agreed).toMatchObject({ believed: 'sound', atS: 10.01, why: 'Timecode says the same, to a frame.' })
    expect(late).toMatchObject({ believed: 'sound', atS: 10, apartS: 2 })
    expect(late!.why).toContain('2.00 s late')
    expect(silent).toMatchObject({ believed: 'sound', atS: 4, apartS: null })
  })

  it('a label alone is never called heard, and one that contradicts what was heard says so', () => {
    const rows = assemble([reference, source('A', 36_010), source('B', 36_010), source('C', 50_000), source('D', null), source('E', null)], 0, [null, null, 'nothing in common', 'nothing in common', 'nothing in common', null]) // prettier-ignore
    expect(rows.map(({ believed }) => believed)).toEqual([
      'reference',
      'timecode',
      'timecode',
      'timecode',
      'nothing',
      'nothing',
    ])
    expect(rows[1]!.why).toContain('nothing in it was heard')
    expect(rows[2]!.why).toContain('nothing in it was heard')
    expect(rows[3]!.why).toContain('another time')
    expect(rows[4]).toMatchObject({ atS: null })
  })

  it('midnight may lie between, and a hand goes before both', () => {
    const rows = assemble([source('R', 86_390, 60), source('A', 5)], 0, [null, lined(15)])
    expect(rows[1]).toMatchObject({ byTimecodeS: 15, apartS: 0 })
    expect(assemble([source('R', 86_390, 60), source('A', 5)], 0, [null, lined(15)], new Map([['A', 15.04]]))[1]).toMatchObject({ believed: 'hand', atS: 15.04 }) // prettier-ignore
  })

  it('are laid on the longest sound with timecode', () =>
    expect(bestReference([source('A', null, 500), source('B', 10, 90), source('C', 10, 100), source('D', 10, 900, 'picture')])).toBe(2)) // prettier-ignore
})
