import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { behindGel, daylight, gelLossStops, miredsBetween, mixedKelvin, SKIES } from './index.ts'

describe('sun and sky', () => {
  test('at their published heights', () => {
    // IES 1984: 127.5 klx behind one and two airs, and the skies' sums.
    expect(daylight('clear', 90).sunLux).toBeCloseTo(127_500 * Math.exp(-0.21), 6)
    expect(daylight('clear', 30).sunLux).toBeCloseTo(127_500 * Math.exp(-0.42), 6)
    expect(daylight('clear', 30).skyLux).toBeCloseTo(800 + 15_500 * Math.SQRT1_2, 6)
    expect(daylight('overcast', 90).skyLux).toBeCloseTo(21_300, 6)
    expect(daylight('part cloud', 30).sunLux).toBeCloseTo(127_500 * Math.exp(-1.6), 6)
    expect(daylight('overcast', 60).sunLux).toBe(0)
  })
  test('no sun at night, and less light the lower it stands, without a step at the horizon', () => {
    fc.assert(
      fc.property(fc.constantFrom(...SKIES), fc.double({ min: -18, max: 89, noNaN: true }), (sky, altitude) => {
        const [low, high] = [daylight(sky, altitude), daylight(sky, altitude + 0.1)]
        expect(high.skyLux).toBeGreaterThan(low.skyLux)
        expect(high.skyLux / low.skyLux).toBeLessThan(2)
        if (altitude <= 0) expect(low.sunLux).toBe(0)
        expect(high.sunLux).toBeGreaterThanOrEqual(low.sunLux)
      }),
    )
  })
})

describe('colours of light', () => {
  test('one light reads as itself, whatever its strength', () => {
    fc.assert(
      fc.property(fc.double({ min: 2500, max: 9000, noNaN: true }), fc.double({ min: 1, max: 1e5, noNaN: true }), (kelvin, lux) => {
        // McCamy's formula is good to some 2 % over this range.
        expect(mixedKelvin([{ lux, kelvin }])! / kelvin).toBeGreaterThan(0.97)
        expect(mixedKelvin([{ lux, kelvin }])! / kelvin).toBeLessThan(1.03)
      }),
    ) // prettier-ignore
  })
  test('two lie between, nearer to the stronger; in the dark there is none', () => {
    const half = mixedKelvin([{ lux: 100, kelvin: 3200 }, { lux: 100, kelvin: 5600 }])! // prettier-ignore
    expect(half).toBeGreaterThan(3700)
    expect(half).toBeLessThan(4500)
    expect(mixedKelvin([{ lux: 300, kelvin: 3200 }, { lux: 100, kelvin: 5600 }])!).toBeLessThan(half) // prettier-ignore
    expect(mixedKelvin([{ lux: 0, kelvin: 3200 }])).toBeNull()
  })
  test('a gel of the mireds between takes one to the other', () => {
    expect(behindGel(5600, miredsBetween(5600, 3200))).toBeCloseTo(3200, 6)
    expect(miredsBetween(5600, 3200)).toBeCloseTo(133.9, 1)
    expect(gelLossStops(159)).toBe(0.9)
    expect(gelLossStops(-137)).toBe(1.5)
    expect(gelLossStops(0)).toBe(0)
  })
})
