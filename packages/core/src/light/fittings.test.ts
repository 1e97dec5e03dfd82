import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { facing, type Vec } from '../geometry/index.ts'
import { directLux, emittersOf, type PointSource } from '../litRoom/index.ts'
import { type Candelas, candelaAt } from '../photometry/index.ts'
import { fittingMireds, fittingsOf, LAMP_FITTINGS } from './fittings.ts'
import { type Lamp, sourcesOfLamp } from './lamp.ts'
import { LAMP_LIBRARY } from './library.ts'

const BARE: Lamp = { at: { xM: 0, yM: 0, zM: 0 }, bearingDeg: 0, tiltDeg: 0, luxAt1m: 9000, beamDeg: 120, level: 1, lossStops: 0 } // prettier-ignore
/** Lux square on, so many metres before it and aside. */
function luxAt(lamp: Lamp, awayM: number, offDeg = 0): number {
  const lamps = sourcesOfLamp(lamp)
  const to = facing(offDeg, 0)
  const at: Vec = [to[0] * awayM, to[1] * awayM, 0]
  return directLux({ facets: [], lamps }, emittersOf({ facets: [], lamps }), at, [-to[0], -to[1], 0])
}
const on = (...keys: string[]): Lamp => ({ ...BARE, fittings: fittingsOf(keys) })
/** All the light of a point of light, lumen, by rings round its axis. */
const lumens = ({ candela }: PointSource): number => {
  let sum = 0
  for (let i = 0; i < 3600; i++) {
    const off = ((i + 0.5) / 3600) * 180
    sum += candela(facing(off, 0)) * 2 * Math.PI * Math.sin((off * Math.PI) / 180) * (Math.PI / 3600)
  }
  return sum
}

describe('what shapes a lamp', () => {
  test('no fitting makes more light than goes into it', () => {
    const bare = lumens(sourcesOfLamp(BARE)[0] as PointSource)
    for (const { key, beam } of LAMP_FITTINGS) {
      const sources = sourcesOfLamp(on(key))
      if (!beam || 'face' in sources[0]! || sources.length > 1) continue
      expect(lumens(sources[0] as PointSource), key).toBeCloseTo(bare * beam.passes, -1)
    }
  })
  test('a reflector makes it brighter on the axis, a soft box weaker', () => {
    expect(luxAt(on('reflector-30'), 3)).toBeGreaterThan(luxAt(BARE, 3) * 3)
    expect(luxAt(on('box-90'), 3)).toBeLessThan(luxAt(BARE, 3))
  })
  test('a soft box is a face: its light falls off slower near it, and as a point’s far away', () => {
    const box = on('dome-150')
    expect(luxAt(box, 0.5) / luxAt(box, 1)).toBeLessThan(3)
    expect(luxAt(box, 20) / luxAt(box, 40)).toBeCloseTo(4, 2)
    // What it gives at 1 m is what its lumens say for a face: half of a point's there, for 1.3 m across.
    expect(luxAt(box, 1)).toBeLessThan(BARE.luxAt1m * 0.5)
  })
  test('a face has at 1 m what was said for it, whatever its size', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 4, noNaN: true }),
        fc.double({ min: 0.1, max: 4, noNaN: true }),
        (wide, tall) => {
          expect(luxAt({ ...BARE, faceM: [wide, tall] }, 1)).toBeCloseTo(9000, 4)
        },
      ),
    ))
  test('a honeycomb lets nothing out beyond its angle', () => {
    const comb = on('dome-90', 'comb-40')
    expect(luxAt(comb, 4)).toBeGreaterThan(0)
    expect(luxAt(comb, 4, 30)).toBe(0)
    expect(luxAt(on('dome-90'), 4, 30)).toBeGreaterThan(0)
  })
  test('doors cut across, and leave up and down', () => {
    const doors = sourcesOfLamp(on('doors-30'))[0] as PointSource
    expect(doors.candela(facing(25, 0))).toBe(0)
    expect(doors.candela(facing(0, 25))).toBeGreaterThan(0)
    const slit = sourcesOfLamp(on('doors-slit'))[0] as PointSource
    expect(slit.candela(facing(25, 0))).toBeGreaterThan(0)
    expect(slit.candela(facing(0, 25))).toBe(0)
  })
  test('scrims and cloth on it take their stops, and add up', () => {
    expect(luxAt(on('scrim-double'), 2) / luxAt(BARE, 2)).toBeCloseTo(0.5, 9)
    expect(luxAt(on('scrim-double', 'on-full'), 2) / luxAt(BARE, 2)).toBeCloseTo(2 ** -3, 9)
  })
  test('gels shift by their mireds together; what nobody knows is left out', () => {
    expect(fittingMireds(fittingsOf(['warm-half', 'warm-quarter', 'no such thing']))).toBe(123)
  })
  test('a key names one thing', () =>
    expect(new Set(LAMP_FITTINGS.map(({ key }) => key)).size).toBe(LAMP_FITTINGS.length))
})

describe('how a beam falls off', () => {
  test('half at the beam angle and a tenth at the field angle, where both are known', () => {
    const spot = sourcesOfLamp({ ...BARE, beamDeg: 26, fieldDeg: 30 })[0] as PointSource
    expect(spot.candela(facing(13, 0))).toBeCloseTo(4500, 6)
    expect(spot.candela(facing(15, 0))).toBeCloseTo(900, 6)
    expect(spot.candela(facing(0, 0))).toBe(9000)
  })
  test('as it was measured, where it was: also where it is not round', () => {
    // Twice as wide across as along, and its right is not its left.
    const light: Candelas = { gammaDeg: [0, 45, 90], planesDeg: [0, 90, 180, 270, 360], candela: [[100, 80, 0], [100, 20, 0], [100, 40, 0], [100, 20, 0], [100, 80, 0]] } // prettier-ignore
    const lamp = sourcesOfLamp({ ...BARE, luxAt1m: 1000, candelas: light })[0] as PointSource
    // Looking up the page its right is right of the page, and that is plane 0.
    expect(lamp.candela(facing(45, 0))).toBeCloseTo(10 * candelaAt(light, 45, 0), 6)
    expect(lamp.candela(facing(-45, 0))).toBeCloseTo(10 * candelaAt(light, 45, 180), 6)
    expect(lamp.candela(facing(0, 45))).toBeCloseTo(10 * candelaAt(light, 45, 90), 6)
  })
  test('every lamp of the library gives 1 m before it what it says', () => {
    for (const { key, luxAt1m, beamDeg, fieldDeg, faceM } of LAMP_LIBRARY)
      expect(luxAt({ ...BARE, luxAt1m, beamDeg, fieldDeg, faceM }, 1) / luxAt1m, key).toBeCloseTo(1, 6)
  })
})
