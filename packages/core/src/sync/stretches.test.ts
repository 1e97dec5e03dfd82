import fc from 'fast-check'
import { expect, test } from 'vitest'
import { offAtEndS, stretchesOf } from './index.ts'

test('who runs when, with gaps in between; what was found nowhere is in none', () => {
  const places = [
    { file: 'R', atS: 0, seconds: 100 },
    { file: 'A', atS: -10, seconds: 30 },
    { file: 'B', atS: 120, seconds: 10 },
    { file: 'lost', atS: null, seconds: 50 },
  ]
  expect(stretchesOf(places).map(({ fromS, toS, files }) => [fromS, toS, files.join('')])).toEqual([[-10, 0, 'A'], [0, 20, 'RA'], [20, 100, 'R'], [100, 120, ''], [120, 130, 'B']]) // prettier-ignore
  expect(stretchesOf([])).toEqual([])
})

test('stretches lie end to end, and each recording is in as many seconds as it lasts', () => {
  const place = fc.record({ atS: fc.integer({ min: -50, max: 50 }), seconds: fc.integer({ min: 1, max: 60 }) })
  fc.assert(
    fc.property(fc.array(place, { maxLength: 8 }), (all) => {
      const places = all.map((one, i) => ({ ...one, file: `${i}` }))
      const stretches = stretchesOf(places)
      for (const [i, { fromS }] of stretches.entries()) if (i > 0) expect(fromS).toBe(stretches[i - 1]!.toS)
      for (const { file, seconds } of places)
        expect(stretches.filter(({ files }) => files.includes(file)).reduce((sum, { fromS, toS }) => sum + toS - fromS, 0)).toBe(seconds) // prettier-ignore
    }),
  )
})

test('drift adds up over a recording’s length', () => {
  expect(offAtEndS({ driftPpm: 20, seconds: 3600 })).toBeCloseTo(0.072, 9)
  expect(offAtEndS({ driftPpm: null, seconds: 3600 })).toBeNull()
})
