import { describe, expect, test } from 'vitest'
import { productionWith } from '../testing/index.ts'
import { drawsOfSetup, readSetup } from './index.ts'

type Rows = Parameters<typeof productionWith>[0]
/** A black room with one thing at a mark 2 m below a lamp that hangs there. */
const room = (lamp: object, rows: Rows = {}) =>
  productionWith({
    spot: { spot: { widthM: 6, depthM: 6, heightM: 4, wallPct: 0, ceilingPct: 0, floorPct: 0 } },
    setup: { setup: {} },
    mark: { mark: { xM: 3, yM: 3, heightM: 1, facingDeg: 0, what: 'thing' } },
    fitting: { pendant: { spotId: 'spot', type: 'fixed lamp', xM: 3, yM: 1, sillM: 0, headM: 1, ...lamp } },
    ...rows,
  })
const read = (p: ReturnType<typeof room>) => readSetup(p, p.setup['setup']!).marks[0]!.reading

describe('what hangs in a spot and shines', () => {
  test('all round it gives its lumens over the sphere, less with the square of the way', () => {
    // 1000 lm / 4π = 79.6 cd; at 2 m 19.9 lx.
    expect(read(room({ lumens: 1000 })).totalLux).toBeCloseTo(1000 / (4 * Math.PI) / 4, 1)
    expect(read(room({ lumens: 1000, yM: -1 })).totalLux).toBe(0)
  })
  test('down it gives nothing to what is beside it, and over π of its lumens straight below', () => {
    expect(read(room({ lumens: 1000, throws: 'down' })).totalLux).toBeCloseTo(0, 3)
    // Above a face that looks along the floor, half way down: 45° off both.
    const from = read(room({ lumens: 1000, throws: 'down', yM: 2, headM: 2 }))
    expect(from.totalLux).toBeCloseTo((1000 / Math.PI) * Math.SQRT1_2 * (1 / 2) * Math.SQRT1_2, 0)
  })
  test('it fills, with its colour, and does not count as a key', () => {
    const reading = read(room({ lumens: 1000, cctK: 2700 }))
    expect(reading.keyLux).toBe(0)
    expect(reading.fillLux).toBeGreaterThan(19)
    expect(reading.colours.fill).toBeCloseTo(2700, -2)
  })
  test('a setup that has it off is without it; it draws on no circuit of the crew', () => {
    const off = room({ lumens: 1000 }, { setup: { setup: { darkIds: ['pendant'] } } })
    expect(read(off).totalLux).toBe(0)
    const on = room({ lumens: 1000 })
    expect(drawsOfSetup(on, on.setup['setup']!)).toEqual([])
  })
  test('in the ceiling it shines below it', () => {
    expect(read(room({ lumens: 1000, headM: 4, yM: 2.9 })).cheeks).toBeNull()
    expect(read(room({ lumens: 1000, headM: 4, yM: 1 })).totalLux).toBeGreaterThan(1)
  })
  test('a lamp of a street shines in through a window, and not through the wall', () => {
    const lamp = { lumens: 4000, xM: 3, yM: -2, headM: 1 }
    const window = { spotId: 'spot', type: 'window', wall: 0, alongM: 2, widthM: 2, sillM: 0.5, headM: 2 } as const
    const pendant = { spotId: 'spot', type: 'fixed lamp', sillM: 0, ...lamp } as const
    expect(read(room({}, { fitting: { pendant } })).totalLux).toBe(0)
    expect(read(room({}, { fitting: { pendant, window } })).totalLux).toBeCloseTo(4000 / (4 * Math.PI) / 25, 0)
  })
})

describe('an inner wall', () => {
  const wall = { spotId: 'spot', type: 'inner wall', xM: 3, yM: 2, widthM: 2, depthM: 0.1, sillM: 0 } as const
  const pendant = { spotId: 'spot', type: 'fixed lamp', xM: 3, yM: 1, sillM: 0, headM: 1, lumens: 1000 } as const
  test('stops light as high as it goes', () => {
    expect(read(room({}, { fitting: { pendant, wall: { ...wall, headM: 2.7 } } })).totalLux).toBe(0)
    expect(read(room({}, { fitting: { pendant, wall: { ...wall, headM: 0.6 } } })).totalLux).toBeGreaterThan(19)
  })
  test('sends back what walls of its room do', () => {
    const behind = { ...wall, yM: 5, headM: 2.7 }
    const at = (wallPct: number) =>
      read(room({}, { fitting: { pendant: { ...pendant, yM: 1 }, wall: behind }, mark: { mark: { xM: 3, yM: 3, heightM: 1, facingDeg: 180, what: 'thing' } }, spot: { spot: { widthM: 40, depthM: 40, heightM: 4, wallPct, ceilingPct: 0, floorPct: 0 } } })).totalLux // prettier-ignore
    expect(at(0)).toBe(0)
    expect(at(80)).toBeGreaterThan(at(40) * 1.8)
  })
})
