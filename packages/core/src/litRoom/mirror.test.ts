import fc from 'fast-check'
import { expect, test } from 'vitest'
import { seeded } from '../chance/index.ts'
import { dot, facing, minus, unit, type Vec } from '../geometry/index.ts'
import { beamSource, directLux, emittersOf, type Facet, facet, isBlocked, lampLight, panelFacet, QUICK, roomFacets, type Scene } from './index.ts' // prettier-ignore

/** A mirror of 2 × 2 m in the plane x = 0, its front towards x > 0. */
const MIRROR = {
  facet: panelFacet({ at: [0, 0, 1], bearingDeg: 90, tiltDeg: 0, widthM: 2, heightM: 2, reflectance: 0, exitance: 0 }),
  reflectance: 0.9,
}
const lux = (scene: Scene, at: Vec, normal: Vec) => directLux(scene, emittersOf(scene), at, normal)
const within = (least: number, most: number) => fc.double({ min: least, max: most, noNaN: true })

test('a lamp in a mirror is a lamp as far behind it, less what the glass takes', () =>
  fc.assert(
    fc.property(within(0.5, 3), within(-0.8, 0.8), within(0.5, 3), within(-0.8, 0.8), (lx, ly, rx, ry) => {
      const lamp = { at: [lx, ly, 1] as Vec, candela: () => 1000 }
      const at: Vec = [rx, ry, 1]
      const image = { ...lamp, at: [-lx, ly, 1] as Vec }
      // Turned away from the lamp and to the mirror.
      const normal: Vec = [-1, 0, 0]
      const bare = lux({ facets: [], lamps: [lamp] }, at, normal)
      const by = lux({ facets: [], lamps: [lamp], mirrors: [MIRROR] }, at, normal) - bare
      expect(by).toBeCloseTo(0.9 * lux({ facets: [], lamps: [image] }, at, normal), 6)
    }),
  ))

test('past the edge of the glass there is nothing of it, and nothing behind it', () => {
  const lamp = { at: [1, 3, 1] as Vec, candela: () => 1000 }
  const mirrors = [MIRROR]
  expect(lux({ facets: [], lamps: [lamp], mirrors }, [1, 3, 1], [-1, 0, 0])).toBe(0)
  expect(lux({ facets: [], lamps: [{ ...lamp, at: [-1, 0, 1] }], mirrors }, [1, 0, 1], [1, 0, 0])).toBe(0)
})

test('what stands on the way to the mirror stops it, as does what stands on the way from it', () => {
  const lamp = { at: [2, 0.5, 1] as Vec, candela: () => 1000 }
  const flag = (x: number, y: number) =>
    panelFacet({ at: [x, y, 1], bearingDeg: 90, tiltDeg: 0, widthM: 0.2, heightM: 0.2, reflectance: 0, exitance: 0 })
  const by = (facets: Facet[]) => lux({ facets, lamps: [lamp], mirrors: [MIRROR] }, [2, -0.5, 1], [-1, 0, 0])
  expect(by([])).toBeGreaterThan(0)
  expect(by([flag(1, 0.25)])).toBe(0)
  expect(by([flag(1, -0.25)])).toBe(0)
  expect(by([flag(1, 0)])).toBeGreaterThan(0)
})

/** The same by throwing points onto the face: each is a small lamp, seen in the mirror where nothing stands between. */
function thrown(face: Facet, facets: readonly Facet[], at: Vec, normal: Vec, count: number): number {
  const chance = seeded(7)
  const [a, b, , d] = face.corners as readonly [Vec, Vec, Vec, Vec]
  const [right, up] = [minus(b, a), minus(d, a)]
  const area = Math.hypot(...right) * Math.hypot(...up)
  let sum = 0
  for (let i = 0; i < count; i++) {
    const [u, v] = [chance(), chance()]
    const p: Vec = [a[0] + right[0] * u + up[0] * v, a[1] + right[1] * u + up[1] * v, a[2] + right[2] * u + up[2] * v]
    const image: Vec = [-p[0], p[1], p[2]]
    const t = at[0] / (at[0] - image[0])
    const on: Vec = [0, at[1] + (image[1] - at[1]) * t, at[2] + (image[2] - at[2]) * t]
    if (Math.abs(on[1]) > 1 || on[2] < 0 || on[2] > 2) continue
    if (isBlocked(facets, at, on) || isBlocked(facets, on, p)) continue
    const way = minus(image, at)
    const r = Math.hypot(...way)
    const leaving = dot(face.normal, unit(minus(on, p)))
    sum += (Math.max(0, leaving) * Math.max(0, dot(normal, unit(way)))) / (Math.PI * r * r)
  }
  return (0.9 * sum * area) / count
}

test('a soft face in a mirror, cut by its edge and by what stands about, is what many small lamps would be', () => {
  const face = { ...panelFacet({ at: [1.5, 0.9, 1.2], bearingDeg: 300, tiltDeg: 10, widthM: 1.2, heightM: 0.8, reflectance: 0, exitance: 1 }) } // prettier-ignore
  const stands = [panelFacet({ at: [0.7, 0.5, 1], bearingDeg: 90, tiltDeg: 0, widthM: 0.3, heightM: 0.6, reflectance: 0, exitance: 0 })] // prettier-ignore
  for (const at of [
    [1, -0.5, 1],
    [2, 0, 1.3],
    [0.6, -0.2, 0.6],
  ] as Vec[]) {
    const normal = unit([-1, 0.3, 0.05])
    const scene: Scene = { facets: stands, lamps: [{ face }], mirrors: [MIRROR] }
    const by = lux(scene, at, normal) - lux({ ...scene, mirrors: [] }, at, normal)
    const wanted = thrown(face, stands, at, normal, 60_000)
    expect(Math.abs(by - wanted)).toBeLessThan(0.02 * wanted + 1e-4)
  }
})

test('a mirror on a wall works although the wall is there', () => {
  const room = roomFacets({ outlineM: [[0, -3], [6, -3], [6, 3], [0, 3]], heightM: 3, reflectance: { floor: 0, ceiling: 0, walls: [0, 0, 0, 0] } }, [], []) // prettier-ignore
  const lamp = beamSource({ at: [3, 1, 1.5], bearingDeg: 270, tiltDeg: 0, luxAt1m: 4000, beamDeg: 120 })
  const stage = { facets: room, cloths: [], mirrors: [MIRROR] }
  const receiver = { at: [3, -0.6, 1.4] as Vec, normal: facing(270, 0) }
  const sight = { stage, receivers: [receiver], effort: QUICK, cells: null, sights: [] }
  expect(lampLight(sight, [lamp])[0]!.straightLux).toBeGreaterThan(60)
  expect(lampLight({ ...sight, stage: { ...stage, mirrors: [] } }, [lamp])[0]!.straightLux).toBe(0)
})

test('a room with a window in its roof has that much less ceiling, and light below', () => {
  const room = { outlineM: [[0, 0], [4, 0], [4, 3], [0, 3]] as const, heightM: 2.5, reflectance: { floor: 0.2, ceiling: 0.7, walls: [0.5, 0.5, 0.5, 0.5] } } // prettier-ignore
  const corners = [[1, 1], [2, 1], [2, 2], [1, 2]] as const // prettier-ignore
  const areaOf = (facets: readonly Facet[], name: string) =>
    facets
      .filter((f) => f.name === name)
      .reduce((sum, { corners: c }) => {
        // Level: the shoelace is enough.
        const twice = c.reduce((s, [x, y], i) => { const [nx, ny] = c[(i + 1) % c.length]!; return s + x * ny - nx * y }, 0) // prettier-ignore
        return sum + Math.abs(twice) / 2
      }, 0)
  const open = roomFacets(room, [], [], { roof: [{ corners, luminanceCdM2: null, reflectance: 0 }] })
  const lit = roomFacets(room, [], [], { roof: [{ corners, luminanceCdM2: 1000, reflectance: 0.1 }] })
  expect(areaOf(open, 'ceiling')).toBeCloseTo(11, 9)
  expect(areaOf(lit, 'roof window')).toBeCloseTo(1, 9)
  expect(facet(open[0]!.corners, open[0]!.front, open[0]!.back).normal[2]).toBe(1)
  const below = (facets: readonly Facet[]) => lux({ facets, lamps: [] }, [1.5, 1.5, 0.9], [0, 0, 1])
  // Straight under the middle of 1 m² of 1000 cd/m² at 1.6 m.
  expect(below(lit)).toBeGreaterThan(300)
  expect(below(lit)).toBeLessThan((1000 * 1) / 1.6 ** 2)
  expect(below(open)).toBe(0)
})
