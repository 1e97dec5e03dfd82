import fc from 'fast-check'
import { expect, test } from 'vitest'
import { beamSource, directLux, emittersOf, type Facet, lightMap, panelFacet, roomFacets } from './index.ts'

const AREA = { leftM: 0, topM: 0, widthM: 6, depthM: 5, heightM: 1.5 }
const metres = (least: number, most: number) => fc.double({ min: least, max: most, noNaN: true })
const standing = fc
  .record({
    x: metres(0.5, 5.5),
    y: metres(0.5, 4.5),
    z: metres(0.3, 2.6),
    bearingDeg: metres(0, 360),
    tiltDeg: metres(-80, 80),
    widthM: metres(0.2, 2),
    heightM: metres(0.2, 2),
  }) // prettier-ignore
  .map(({ x, y, z, ...panel }) => panelFacet({ ...panel, at: [x, y, z], reflectance: 0, exitance: 0 }))
const lamp = fc
  .record({
    x: metres(0.2, 5.8),
    y: metres(0.2, 4.8),
    z: metres(0.3, 2.9),
    bearingDeg: metres(0, 360),
    tiltDeg: metres(-60, 60),
  }) // prettier-ignore
  .map(({ x, y, z, ...way }) => beamSource({ ...way, at: [x, y, z], luxAt1m: 5000, beamDeg: 100 }))
const black = { floor: 0, ceiling: 0, walls: [0, 0, 0, 0] }
const room = (reflectance = black): Facet[] =>
  roomFacets({ outlineM: [[0, 0], [6, 0], [6, 5], [0, 5]], heightM: 3, reflectance }, [], []) // prettier-ignore

test('a shadow lies where a lamp cannot be seen from, point by point', () =>
  fc.assert(
    fc.property(lamp, fc.array(standing, { minLength: 1, maxLength: 4 }), (source, panels) => {
      fc.pre(Math.abs(source.at[2] - AREA.heightM) > 0.05)
      const facets = [...room(), ...panels]
      const { columns, rows, lux } = lightMap({ facets, cloths: [] }, [source], AREA, 0, 24)
      let wrong = 0
      for (let i = 0; i < lux.length; i++) {
        const at = [(((i % columns) + 0.5) / columns) * 6, ((Math.floor(i / columns) + 0.5) / rows) * 5, 1.5] as const
        const away = [source.at[0] - at[0], source.at[1] - at[1], source.at[2] - at[2]] as const
        const r = Math.hypot(...away)
        const truth = directLux({ facets, lamps: [source] }, [], at, [away[0] / r, away[1] / r, away[2] / r])
        if (Math.abs(truth - lux[i]!) > 1e-4 * truth + 1e-3) wrong++
      }
      // Points on the very edge of a shadow may fall to either side.
      expect(wrong).toBeLessThanOrEqual(1)
    }),
    { numRuns: 60 },
  ))
test('a cloth on the map is what it is point by point, to a fiftieth of the light there', () =>
  fc.assert(
    fc.property(fc.array(standing, { maxLength: 3 }), lamp, (panels, source) => {
      const cloth = { ...panelFacet({ at: [1, 2.5, 1.8], bearingDeg: 90, tiltDeg: 0, widthM: 1.5, heightM: 1.5, reflectance: 0, exitance: 2000 }) } // prettier-ignore
      const facets = [...room(), cloth, ...panels]
      const { columns, rows, lux } = lightMap({ facets, cloths: [] }, [source], AREA, 40, 40)
      const scene = { facets, lamps: [source] }
      for (let i = 0; i < lux.length; i += 37) {
        const at = [(((i % columns) + 0.5) / columns) * 6, ((Math.floor(i / columns) + 0.5) / rows) * 5, 1.5] as const
        const towards = (to: readonly number[]) => {
          const way = [to[0]! - at[0], to[1]! - at[1], to[2]! - at[2]] as const
          const r = Math.hypot(...way)
          return [way[0] / r, way[1] / r, way[2] / r] as const
        }
        const soft = directLux({ facets, lamps: [] }, emittersOf(scene), at, towards(cloth.centre))
        const hard = directLux({ facets, lamps: [source] }, [], at, towards(source.at))
        if (Math.abs(lux[i]! - hard - 40) > 1e-3 || soft > 0) expect(Math.abs(lux[i]! - hard - soft - 40)).toBeLessThan(0.05 * (hard + soft + 40)) // prettier-ignore
      }
    }),
    { numRuns: 25 },
  ))
test('a pale room is brighter everywhere than a black one', () => {
  const source = beamSource({ at: [1, 1, 2.4], bearingDeg: 135, tiltDeg: -10, luxAt1m: 5000, beamDeg: 60 })
  const map = (facets: Facet[]) => lightMap({ facets, cloths: [] }, [source], AREA, 0, 30).lux
  const [dark, pale] = [map(room()), map(room({ floor: 0.3, ceiling: 0.8, walls: [0.6, 0.6, 0.6, 0.6] }))]
  expect(pale.every((lux, i) => lux > dark[i]!)).toBe(true)
})
