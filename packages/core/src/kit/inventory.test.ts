import { describe, expect, test } from 'vitest'
import { productionWith } from '../testing/index.ts'
import { carrying, filterStock, goesBack, kitDifference, rentalDays, rentOrOwn } from './index.ts'

const item = (own: object) => productionWith({ kitItem: { i: { name: 'Arm', ...own } } }).kitItem.i!

describe('what a thing costs', () => {
  test('is counted by days, the first and the last among them; until it really went back', () => {
    expect(rentalDays(item({ outOn: '2026-05-14', backOn: '2026-05-16' }))).toBe(3)
    expect(rentalDays(item({ outOn: '2026-05-14', backOn: '2026-05-16', returnedOn: '2026-05-20' }))).toBe(7)
    expect(rentalDays(item({ outOn: '2026-03-28', backOn: '2026-03-30' }))).toBe(3)
    expect(rentalDays(item({ outOn: '2026-05-14' }))).toBeNull()
  })
  test('beside buying it, with the day from which that is less', () => {
    const rented = { rented: 2, outOn: '2026-05-14', backOn: '2026-05-16', dayRateMinor: 4_000, valueMinor: 90_000 }
    expect(rentOrOwn(item(rented))).toEqual({ days: 3, rentMinor: 24_000, buyMinor: 180_000, evenAfterDays: 23 })
    for (const unsaid of [{ dayRateMinor: 0 }, { valueMinor: 0 }, { backOn: null }]) expect(rentOrOwn(item({ ...rented, ...unsaid }))).toBeNull() // prettier-ignore
  })
})

test('what goes back is told by whom to, with the first day, and what is not in the sum', () => {
  const production = productionWith({
    kitItem: {
      a: { name: 'Lamp', rented: 1, from: 'Harrow Hire', outOn: '2026-05-13', backOn: '2026-05-16', dayRateMinor: 1000, valueMinor: 50_000 }, // prettier-ignore
      b: { name: 'Head', rented: 1, from: ' Harrow Hire', backOn: '2026-05-15' },
      c: { name: 'Cloth', borrowed: 2, from: 'Pell', valueMinor: 100 },
      d: { name: 'Rail', rented: 1, from: 'Pell', returnedOn: '2026-05-14' },
      e: { name: 'Own', owned: 4 },
    },
  })
  expect(goesBack(production)).toMatchObject([
    { from: 'Harrow Hire', firstBackOn: '2026-05-15', rentMinor: 4000, unpriced: 1, worthMinor: 50_000 },
    { from: 'Pell', firstBackOn: null, rentMinor: 0, unpriced: 0, worthMinor: 200 },
  ])
})

test('what does not work, is gone or went back answers no need; what is borrowed does', () => {
  const missing = (own: object) =>
    kitDifference(productionWith({ shot: { s: { rig: 'slider' } }, kitItem: { i: { answersTo: 'rig:slider', ...own } } })).find(({ key }) => key === 'rig:slider')!.missing // prettier-ignore
  expect(missing({ owned: 1 })).toBe(0)
  expect(missing({ borrowed: 1 })).toBe(0)
  for (const own of [{ state: 'does not work' }, { state: 'gone' }, { returnedOn: '2026-05-13' }]) expect(missing({ owned: 1, ...own })).toBe(1) // prettier-ignore
})

test('nor is it a filter that is there', () => {
  const stock = (own: object) => filterStock(productionWith({ kitItem: { nd: { ndStops: 3, owned: 2, ...own } } }))
  expect([stock({}), stock({ borrowed: 1 }), stock({ state: 'does not work' })]).toEqual([[3, 3], [3, 3, 3], []])
})

describe('what carries a camera as it is built', () => {
  const made = (given: Parameters<typeof productionWith>[0] = {}) =>
    productionWith({
      camera: { A: { letter: 'A', kg: 2.2 } },
      lens: { zoom: { name: 'Long zoom', focalLengthMm: 40, longestMm: 120, kg: 2.9 }, prime: { name: '50 mm', focalLengthMm: 50, longestMm: 50, kg: 0.8 } }, // prettier-ignore
      shot: { s: { code: '1A', cameraId: 'A', focalLengthMm: 50, rig: 'gimbal', lensId: 'zoom', takeSeconds: 30 } },
      kitItem: {
        gimbal: { name: 'Gimbal', owned: 1, answersTo: 'rig:gimbal', carriesKg: 4.5 },
        box: { name: 'Matte box', owned: 1, kg: 0.6, ridesCamera: true },
      },
      ...given,
    })
  const [only] = carrying(made())
  test('is weighed with all that sits on it, and the lighter lens that does it is named', () => {
    expect(only).toMatchObject({ answer: 'too heavy', takesKg: 4.5, unweighed: 0, on: 'gimbal' })
    expect(only!.kg).toBeCloseTo(5.7)
    expect(only!.lighter.map(({ lens }) => lens.id)).toEqual(['prime'])
    const lighter = carrying(made({ shot: { s: { code: '1A', cameraId: 'A', focalLengthMm: 50, rig: 'gimbal', lensId: 'prime' } } })) // prettier-ignore
    expect(lighter[0]).toMatchObject({ answer: 'holds' })
  })
  test('nothing is said to hold while a part is not weighed, or nobody said what it takes', () => {
    expect(carrying(made({ camera: { A: { letter: 'A', kg: 0 } } }))[0]!.answer).toBe('not known')
    expect(carrying(made({ kitItem: { gimbal: { answersTo: 'rig:gimbal', owned: 1 } } }))[0]!.answer).toBe('not known')
    // What is known to be too heavy is, whatever else is not weighed.
    expect(carrying(made({ camera: { A: { letter: 'A', kg: 9 } }, lens: {} }))[0]).toMatchObject({ answer: 'too heavy', unweighed: 1 }) // prettier-ignore
  })
  test('what sits on the camera only for some is built on by letter, rig or shot', () => {
    const box = (ridesWith: string) => ({ box: { name: 'Matte box', owned: 1, kg: 0.6, ridesCamera: true, ridesWith } })
    const parts = (ridesWith: string) =>
      carrying(
        productionWith({
          camera: { A: { letter: 'A', kg: 3 } },
          shot: { s: { code: '2H', cameraId: 'A', focalLengthMm: 50, rig: 'gimbal' } },
          kitItem: box(ridesWith),
        }),
      )[0]!.parts.some(({ name }) => name === 'Matte box')
    expect(['', 'a', 'B; Gimbal', '2h'].map(parts)).toEqual([true, true, true, true])
    expect(['B', 'sticks, 2A', 'AA'].map(parts)).toEqual([false, false, false])
  })
  test('of several that it may stand on it holds where the weakest does, and is too heavy where the strongest fails', () => {
    const of = (a: number, b: number | null) => carrying(made({ kitItem: { a: { owned: 1, answersTo: 'rig:gimbal', carriesKg: a }, b: { owned: 1, answersTo: 'rig:gimbal', carriesKg: b } } }))[0]!.answer // prettier-ignore
    // 5.1 kg.
    expect([of(6, 8), of(4, 8), of(4, 5), of(4, null), of(8, null)]).toEqual(['holds', 'not known', 'too heavy', 'not known', 'not known']) // prettier-ignore
  })
  test('in hands it is weighed against hands, and against how long', () => {
    const shot = (own: object) => carrying(made({ shot: { s: { code: '1A', cameraId: 'A', focalLengthMm: 50, rig: 'handheld', lensId: 'zoom', takeSeconds: 30, ...own } } }))[0]! // prettier-ignore
    expect(shot({}).answer).toBe('holds')
    expect(shot({ takeSeconds: 1200 }).answer).toBe('long in hands')
    expect(carrying(made({ camera: { A: { letter: 'A', kg: 6 } }, shot: { s: { cameraId: 'A', focalLengthMm: 50, rig: 'handheld' } } }))[0]!.answer).toBe('too heavy') // prettier-ignore
  })
})
