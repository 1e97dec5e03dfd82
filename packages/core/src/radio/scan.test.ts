import { describe, expect, test } from 'vitest'
import { seeded } from '../chance/index.ts'
import { carriersOf, noiseOf, readBandTable, readScan, thinned } from './index.ts'

/** A sweep of noise with carriers at the steps that are named. */
function sweep(seed: number, carriers: readonly (readonly [from: number, to: number, dBm: number])[]) {
  const random = seeded(seed)
  const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
  return {
    points: Array.from({ length: 400 }, (_, i) => {
      const own = carriers.find(([from, to]) => i >= from && i <= to)
      return { kHz: 606_000 + i * 25, dBm: own ? own[2] : -104 + 2.5 * normal() }
    }),
  }
}

describe('a scan', () => {
  test('of 300 sweeps tells every carrier and takes no noise for one', () => {
    const random = seeded(2)
    for (let seed = 0; seed < 300; seed++) {
      const starts = [...new Set(Array.from({ length: 1 + Math.floor(random() * 6) }, () => 10 * Math.floor(random() * 38)))].toSorted((a, b) => a - b) // prettier-ignore
      const carriers = starts.map((from) => [from, from + 3, -82 + random() * 40] as const)
      const found = carriersOf(sweep(seed, carriers))
      expect(found.map(({ fromKHz, toKHz }) => [fromKHz, toKHz])).toEqual(carriers.map(([from, to]) => [606_000 + from * 25, 606_000 + to * 25])) // prettier-ignore
    }
  })
  test('made thinner keeps every carrier that stands apart', () => {
    const carriers = [[20, 20, -60], [200, 203, -75], [390, 391, -50]] as const // prettier-ignore
    const thin = thinned(sweep(3, carriers), 100)
    expect(thin.points).toHaveLength(100)
    expect(carriersOf(thin).map(({ dBm }) => dBm)).toEqual([-60, -75, -50])
    expect(thinned(thin, 100)).toEqual(thin)
  })
  test('has its noise in the middle, whatever shouts', () => {
    expect(noiseOf(sweep(1, [[0, 120, -40]]))).toBeCloseTo(-104, -1)
  })
  test('is read in MHz, kHz or Hz, with heads and rows that are none; a file of words is refused', () => {
    const kHz = (rows: string[][]) => { const read = readScan(rows); return read.ok ? read.value.points.map((point) => point.kHz) : read.error } // prettier-ignore
    expect(kHz([['Frequency', 'Level'], ['606.025', '-98'], ['606,05', '−97'], ['606.075', '-96,5']])).toEqual([606_025, 606_050, 606_075]) // prettier-ignore
    expect(kHz([['606050000', '-98'], ['606025', '-98'], ['606.1', '-98'], ['', ''], ['606.2', '900']])).toEqual([606_025, 606_050, 606_100]) // prettier-ignore
    expect(kHz([['not', 'a scan']])).toMatch(/There is no scan in it/)
    expect(kHz(Array.from({ length: 20_001 }, () => ['606', '-90']))).toMatch(/at most 20000 points/)
  })
})

describe('a table of bands', () => {
  test('is read with ends in two cells or one, and names what is no band', () => {
    const read = readBandTable([['Band', 'MHz'], ['Shared', '606 – 614'], ['823', '832', 'Gap, licence'], ['Upside down', '700-600'], ['words', 'only'], ['1785–1805 MHz']]) // prettier-ignore
    expect(read.ok && read.value.bands).toEqual([
      { name: 'Shared', fromMHz: 606, toMHz: 614 },
      { name: 'Gap, licence', fromMHz: 823, toMHz: 832 },
      { name: '1785 to 1805 MHz', fromMHz: 1785, toMHz: 1805 },
    ])
    expect(read.ok && read.value.unread).toEqual(['Row 4: from 700 to 600 MHz is no band.', 'Row 5: no two frequencies in “words only”.']) // prettier-ignore
    expect(readBandTable([])).toMatchObject({ ok: false })
  })
})
