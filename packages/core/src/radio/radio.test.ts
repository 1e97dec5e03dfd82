import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { seeded } from '../chance/index.ts'
import { assignFrequencies, conflictsOf, largestSet, type RadioRules } from './index.ts'

interface Row {
  readonly id: string
  readonly kind: 'conflicts' | 'max_set'
  readonly frequencies_mhz: readonly number[]
  readonly band_mhz: readonly [number, number]
  readonly grid_khz: number
  readonly exclusions_mhz: readonly (readonly [number, number])[]
  readonly min_spacing_khz: number
  readonly guard_2tx_khz: number
  readonly guard_3tx_khz: number | null
  readonly count_spacing: number
  readonly count_im3_2tx: number
  readonly count_im3_3tx: number
  readonly conflicts: readonly { readonly type: string; readonly product?: number; readonly victim?: number; readonly distance_khz: number }[] // prettier-ignore
  readonly max_size?: number
  readonly best_known_size?: number
}
const { rows } = JSON.parse(readFileSync(new URL('../../vectors/rf.json', import.meta.url), 'utf8')) as {
  rows: readonly Row[]
}
const kHz = (mhz: number) => Math.round(mhz * 1000)
const rulesOf = (row: Row): RadioRules => ({
  spacingKHz: row.min_spacing_khz,
  guard2KHz: row.guard_2tx_khz,
  guard3KHz: row.guard_3tx_khz,
  guard5KHz: null,
})
function gridOf({ band_mhz: [low, high], grid_khz, exclusions_mhz }: Row): number[] {
  const grid: number[] = []
  for (let f = kHz(low); f <= kHz(high); f += grid_khz)
    if (!exclusions_mhz.some(([a, b]) => f >= kHz(a) && f <= kHz(b))) grid.push(f)
  return grid
}
const ofKind = (kind: Row['kind']) => rows.filter((row) => row.kind === kind).map((row) => [row.id, row] as const)

describe('conflicts of frequencies', () => {
  it.each(ofKind('conflicts'))('%s are those other programs found', (_, row) => {
    const found = conflictsOf(row.frequencies_mhz.map(kHz), rulesOf(row))
    const types = { spacing: 'spacing', two: 'im3_2tx', three: 'im3_3tx', fifth: 'im5' }
    const told = found.map((conflict) => ({
      type: types[conflict.type],
      product: conflict.type === 'spacing' ? undefined : conflict.product / 1000,
      victim: conflict.type === 'spacing' ? undefined : conflict.victim / 1000,
      distance_khz: conflict.distanceKHz,
    }))
    const plain = row.conflicts.map(({ type, product, victim, distance_khz }) => ({ type, product, victim, distance_khz })) // prettier-ignore
    const sorted = (list: readonly object[]) => list.map((conflict) => JSON.stringify(conflict)).toSorted()
    expect(sorted(told)).toEqual(sorted(plain))
  })

  it('of the fifth order are told when they are asked for', () => {
    const rules = { spacingKHz: 200, guard2KHz: 50, guard3KHz: null, guard5KHz: 50 }
    expect(conflictsOf([600_000, 600_400, 601_200], rules)).toEqual([
      { type: 'fifth', a: 600_400, b: 600_000, product: 601_200, victim: 601_200, distanceKHz: 0 },
    ])
  })
})

describe('the largest set', () => {
  it.each(ofKind('max_set'))('%s is as large as is known', (_, row) => {
    const found = largestSet({ candidatesKHz: gridOf(row), fixedKHz: [], rules: rulesOf(row) }, 400_000)
    expect(conflictsOf(found.setKHz, rulesOf(row))).toEqual([])
    expect({ size: found.setKHz.length, isProved: found.isProved }).toEqual({
      size: row.max_size ?? row.best_known_size,
      isProved: row.max_size !== undefined,
    })
  })

  it('is what trying every set gives, around what is in the air already', () => {
    const random = seeded(3)
    for (let round = 0; round < 40; round++) {
      const candidatesKHz = Array.from({ length: 12 }, (_, i) => 500_000 + 100 * i)
      const fixedKHz = round % 2 ? [500_000 + 50 * Math.floor(random() * 24)] : []
      const rules: RadioRules = {
        spacingKHz: 100 + 100 * Math.floor(random() * 3),
        guard2KHz: 60,
        guard3KHz: random() < 0.5 ? 60 : null,
        guard5KHz: random() < 0.5 ? 60 : null,
      }
      let most = 0
      for (let set = 0; set < 1 << 12; set++) {
        const taken = candidatesKHz.filter((_, i) => set & (1 << i))
        if (taken.length > most && !conflictsOf([...fixedKHz, ...taken], rules).length) most = taken.length
      }
      const found = largestSet({ candidatesKHz, fixedKHz, rules })
      expect(found).toMatchObject({ isProved: true, most })
      expect(found.setKHz).toHaveLength(most)
      if (most) expect(conflictsOf([...fixedKHz, ...found.setKHz], rules)).toEqual([])
    }
  })
})

describe('transmitters of which each has its own range', () => {
  it('are all set where they can be, by trying every way, and else that is proved', () => {
    const random = seeded(13)
    const seen = new Set<boolean>()
    for (let round = 0; round < 60; round++) {
      const rules: RadioRules = {
        spacingKHz: 200,
        guard2KHz: 60,
        guard3KHz: random() < 0.5 ? 60 : null,
        guard5KHz: null,
      }
      const fixedKHz = [500_000 + 100 * Math.floor(random() * 12)]
      const wanted = Array.from({ length: 3 }, () => {
        const from = Math.floor(random() * 8)
        return { candidatesKHz: Array.from({ length: 5 }, (_, i) => 500_000 + 100 * (from + i)) }
      })
      const [one, two, three] = wanted.map(({ candidatesKHz }) => candidatesKHz) as [number[], number[], number[]]
      const can = one.some((a) =>
        two.some((b) => three.some((c) => !conflictsOf([...fixedKHz, a, b, c], rules).length)),
      )
      const { kHz, isProved } = assignFrequencies(fixedKHz, wanted, rules)
      const set = kHz.filter((f) => f !== null)
      expect({ isAll: set.length === 3, isProved }).toEqual({ isAll: can, isProved: true })
      expect(conflictsOf([...fixedKHz, ...set], rules)).toEqual([])
      for (const [w, f] of kHz.entries()) if (f !== null) expect(wanted[w]!.candidatesKHz).toContain(f)
      seen.add(can)
    }
    expect(seen.size).toBe(2)
  })

  it('one that has nowhere to go keeps nobody else from being set', () => {
    const rules: RadioRules = { spacingKHz: 350, guard2KHz: 100, guard3KHz: 100, guard5KHz: null }
    const wide = { candidatesKHz: Array.from({ length: 320 }, (_, i) => 606_000 + 25 * i) }
    const { kHz } = assignFrequencies([610_000], [...Array.from({ length: 5 }, () => wide), { candidatesKHz: [610_000] }], rules) // prettier-ignore
    expect(kHz.filter((f) => f !== null)).toHaveLength(5)
  })
})
