import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import photometry from '../../vectors/photometry.json'
import scenes from '../../vectors/scenes.json'
import { cross, dot, minus, unit, type Vec } from '../geometry/index.ts'
import { mustBe } from '../outcome/index.ts'
import { sourceOf } from '../photometry/index.ts'
import { placedRow, type PlacedRow } from '../testing/index.ts'
import {
  BLACK,
  directLux,
  emittersOf,
  facet,
  FINE,
  formFactor,
  meanLux,
  readReceivers,
  readSceneFile,
  rectangleFacet,
  visibleFormFactor,
} from './index.ts'

const textOf = (name: string) => readFileSync(new URL(`../../vectors/${name}`, import.meta.url), 'utf8')

interface Expected {
  receiver: string
  unoccluded_lux: number
  direct_lux: number
  direct_se: number
  one_bounce_lux: number
  one_bounce_se: number
  full_lux: number
  full_se: number
}
interface SceneRow {
  id: string
  note: string
  input: Record<string, unknown>
  expected: Expected[]
}
const rows = scenes.rows as unknown as SceneRow[]

describe('light in rooms against a path tracer', () => {
  const close = (found: number, wanted: number, share: number, error: number, what: string) =>
    expect(Math.abs(found - wanted), `${what}: ${found} for ${wanted}`).toBeLessThanOrEqual(Math.max(share * wanted, 4 * error, 0.05)) // prettier-ignore
  let held = 0
  let marks = 0
  test.each(rows)('$id, $note', ({ input, expected }) => {
    const readings = readReceivers(mustBe(readSceneFile(input)))
    expect(readings.map((r) => r.receiver)).toEqual(expected.map((e) => e.receiver))
    readings.forEach((found, i) => {
      const e = expected[i]!
      close(found.unoccluded_lux, e.unoccluded_lux, 1e-4, 0, `${e.receiver} unoccluded`)
      close(found.direct_lux, e.direct_lux, 0.01, e.direct_se, `${e.receiver} direct`)
      close(found.one_bounce_lux, e.one_bounce_lux, 0.04, e.one_bounce_se, `${e.receiver} one bounce`)
      close(found.full_lux, e.full_lux, 0.04, e.full_se, `${e.receiver} full`)
      const [least, most] = found.full_range_lux
      marks++
      if (e.full_lux >= least && e.full_lux <= most) held++
    })
  })
  test('the range holds the truth eight times in ten', () => {
    expect(marks).toBe(135)
    expect(held / marks).toBeGreaterThan(0.77)
    expect(held / marks).toBeLessThan(0.83)
  })
})

describe('area sources against reference rows', () => {
  interface Frame {
    center: Vec
    normal: Vec
    up: Vec
    width: number
    height: number
  }
  interface Row {
    id: string
    kind: string
    input: {
      frame: Frame
      point: Vec
      normal: Vec
      incident_lux: number
      transmittance: number
      luminaire: PlacedRow
      diffusion_stop_loss: number
    }
    expected: Record<string, number>
  }
  const of = (kind: string) => (photometry.rows as unknown as Row[]).filter((row) => row.kind === kind)
  const frameOf = ({ center, normal, up, width, height }: Frame, exitance: number) =>
    rectangleFacet({ at: center, normal, up, widthM: width, heightM: height }, { reflectance: 0, exitance }, BLACK)
  const luxOf = (cloth: ReturnType<typeof frameOf>, { point, normal }: Row['input']) => {
    const scene = { facets: [cloth], lamps: [] }
    return directLux(scene, emittersOf(scene), point, unit(normal))
  }
  const near = (found: number, wanted: number, share: number) =>
    expect(Math.abs(found - wanted), `${found} for ${wanted}`).toBeLessThanOrEqual(share * wanted + 1e-6)
  test.each(of('area_source'))('$id', ({ input, expected }) => {
    const exitance = input.incident_lux * input.transmittance
    near(exitance, expected['exitance_lm_m2']!, 1e-9)
    near(luxOf(frameOf(input.frame, exitance), input), expected['lux']!, 1e-6)
  })
  test.each(of('area_from_luminaire'))('$id', ({ input, expected }) => {
    const source = sourceOf(placedRow(input.luminaire, textOf))
    const mean = meanLux(frameOf(input.frame, 1), source)
    near(mean, expected['mean_incident_lux']!, 1e-3)
    near(luxOf(frameOf(input.frame, mean * 2 ** -input.diffusion_stop_loss), input), expected['lux']!, 1e-3)
  })
})

const vec = (least: number, most: number): fc.Arbitrary<Vec> =>
  fc.tuple(...[0, 1, 2].map(() => fc.double({ min: least, max: most, noNaN: true }))) as unknown as fc.Arbitrary<Vec>
const direction = vec(-1, 1).filter((v) => Math.hypot(...v) > 0.1).map(unit) // prettier-ignore
const panel = fc
  .record({
    at: vec(-2, 2),
    normal: direction,
    size: fc.tuple(fc.double({ min: 0.2, max: 2, noNaN: true }), fc.double({ min: 0.2, max: 2, noNaN: true })),
  }) // prettier-ignore
  .map(({ at, normal, size: [widthM, heightM] }) => {
    const up: Vec = Math.abs(normal[2]) > 0.9 ? [1, 0, 0] : [0, 0, 1]
    return rectangleFacet({ at, normal, up, widthM, heightM }, { reflectance: 0.5, exitance: 1 }, BLACK)
  })

describe('what can be seen of a cloth past what stands before it', () => {
  /** The same by looking at so many places of it one by one. */
  function counted(
    cloth: ReturnType<typeof facet>,
    at: Vec,
    normal: Vec,
    blockers: readonly ReturnType<typeof facet>[],
  ) {
    const [a, b, , d] = cloth.corners as readonly [Vec, Vec, Vec, Vec]
    const [right, up] = [minus(b, a), minus(d, a)]
    const area = Math.hypot(...cross(right, up))
    const n = 60
    let sum = 0
    for (let i = 0; i < n; i++)
      for (let k = 0; k < n; k++) {
        const [x, y] = [(i + 0.5) / n, (k + 0.5) / n]
        const p: Vec = [
          a[0] + right[0] * x + up[0] * y,
          a[1] + right[1] * x + up[1] * y,
          a[2] + right[2] * x + up[2] * y,
        ]
        const away = minus(p, at)
        const r = Math.hypot(...away)
        const cosHere = dot(away, normal) / r
        const cosThere = -dot(away, cloth.normal) / r
        if (cosHere <= 0 || cosThere <= 0) continue
        const isHidden = blockers.some((f) => {
          const [from, to] = [dot(f.normal, at) - f.offset, dot(f.normal, p) - f.offset]
          // What lies on either plane touches it and hides nothing.
          if (Math.abs(from) < 1e-6 || Math.abs(to) < 1e-6 || from * to > 0) return false
          const t = from / (from - to)
          const on: Vec = [at[0] + away[0] * t, at[1] + away[1] * t, at[2] + away[2] * t]
          return f.edges.every((edge) => dot(edge.normal, on) <= edge.offset)
        })
        if (!isHidden) sum += (cosHere * cosThere * area) / (n * n) / (Math.PI * r * r)
      }
    return sum
  }
  test('is what is counted place by place', () =>
    fc.assert(
      fc.property(panel, vec(-3, 3), direction, fc.array(panel, { maxLength: 4 }), (cloth, at, normal, blockers) => {
        const front = dot(cloth.normal, at) - cloth.offset
        // On the plane of something it is a matter of taste on which side of it one is.
        fc.pre(front > 0.4 && blockers.every((f) => Math.abs(dot(f.normal, at) - f.offset) > 1e-3))
        const exact = visibleFormFactor(cloth, at, normal, blockers)
        const whole = formFactor(cloth.corners, at, normal)
        expect(exact).toBeLessThanOrEqual(whole + 1e-9)
        expect(Math.abs(exact - counted(cloth, at, normal, blockers))).toBeLessThan(0.02 * whole + 1e-4)
      }),
      { numRuns: 100 },
    ))
  test('is less with every blocker more', () =>
    fc.assert(
      fc.property(panel, vec(-3, 3), fc.array(panel, { minLength: 1, maxLength: 5 }), (cloth, at, blockers) => {
        const seen = (list: typeof blockers) => visibleFormFactor(cloth, at, [0, 0, 1], list)
        expect(seen(blockers)).toBeLessThanOrEqual(seen(blockers.slice(1)) + 1e-9)
      }),
    ))
  test('is all of it where nothing is between', () =>
    fc.assert(
      fc.property(panel, vec(-3, 3), (cloth, at) => {
        const behind = rectangleFacet({ at: [50, 50, 50], normal: [0, 0, 1], up: [0, 1, 0], widthM: 1, heightM: 1 }, BLACK, BLACK) // prettier-ignore
        return visibleFormFactor(cloth, at, [0, 0, 1], [behind, cloth]) === formFactor(cloth.corners, at, [0, 0, 1])
      }),
    ))
})

test('a white furnace: in a closed room of one brightness every surface gets what its walls send, however it faces', () => {
  // Walls that reflect r and send M each get E = M + r E, so E = M / (1 − r).
  const [m, r] = [100, 0.5]
  const window = (wall: number, lengthM: number) => ({ wall, from_m: 0, to_m: lengthM, bottom_m: 0, top_m: 3, luminance_cd_m2: m / Math.PI, reflectance: r }) // prettier-ignore
  const file = mustBe(
    readSceneFile({
      room: { outline_m: [[0, 0], [4, 0], [4, 3], [0, 3]], height_m: 3, reflectance: { floor: r, ceiling: r, walls: [0, 0, 0, 0] } }, // prettier-ignore
      windows: [window(0, 4), window(1, 3), window(2, 4), window(3, 3)],
      cloths: [
        { at_m: [2, 1.5, 0.001], bearing_deg: 0, tilt_deg: 90, width_m: 4, height_m: 3, back_lux: m, transmission: 1, reflectance: r }, // prettier-ignore
        { at_m: [2, 1.5, 2.999], bearing_deg: 0, tilt_deg: -90, width_m: 4, height_m: 3, back_lux: m, transmission: 1, reflectance: r }, // prettier-ignore
      ],
      receivers: [[0, 0, 1], [0, 0, -1], [1, 0, 0], [0.6, 0.8, 0]].map((facing, i) => ({ id: `${i}`, at_m: [1.2, 1, 1.3], facing })), // prettier-ignore
    }),
  )
  for (const { full_lux } of readReceivers(file, { ...FINE, raysPerReceiver: 2400 }))
    expect(full_lux / (m / (1 - r))).toBeCloseTo(1, 2)
})

describe('scenes that are none', () => {
  const scene = () => structuredClone(rows[0]!.input) as Record<string, never>
  test.each<[string, (s: ReturnType<typeof scene>) => unknown, RegExp]>([
    ['nothing', () => null, /^The scene: /],
    ['no receivers', (s) => ({ ...s, receivers: [] }), /^receivers: /],
    ['NaN', (s) => ({ ...s, lamps: [{ ...(s["lamps"] as unknown as object[])[0], lux_at_1m: Number.NaN }] }), /^lamps\.0\.lux_at_1m: /], // prettier-ignore
    ['a receiver that faces nowhere', (s) => ({ ...s, receivers: [{ id: 'x', at_m: [1, 1, 1], facing: [0, 0, 0] }] }), /faces somewhere/], // prettier-ignore
    ['a window past its wall', (s) => ({ ...s, windows: [{ wall: 0, from_m: 6, to_m: 9, bottom_m: 1, top_m: 2, luminance_cd_m2: 1, reflectance: 0 }] }), /^windows\.0: it runs from 6 to 9 m of a wall of 6\.79 m/], // prettier-ignore
    ['a wall that is not there', (s) => ({ ...s, openings: [{ wall: 4, from_m: 0, to_m: 1, bottom_m: 1, top_m: 2 }] }), /no wall 4/], // prettier-ignore
    ['a cloth of no size', (s) => ({ ...s, panels: [{ at_m: [1, 1, 1], bearing_deg: 0, tilt_deg: 0, width_m: 0, height_m: 1, reflectance: 0 }] }), /^panels\.0\.width_m: /], // prettier-ignore
  ])('%s', (_, change, says) => {
    const read = readSceneFile(change(scene()))
    expect(read.ok ? '' : read.error.says).toMatch(says)
  })
})
