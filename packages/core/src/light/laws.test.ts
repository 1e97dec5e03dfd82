import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { facing } from '../geometry/index.ts'
import { lampLux, type PointSource } from '../litRoom/index.ts'
import { aimAt, type Lamp, type Point, sourcesOfLamp } from './lamp.ts'
import { lightScale } from './lightScale.ts'
import { readMark } from './mark.ts'

const within = (min: number, max: number) => fc.double({ min, max, noNaN: true })
/** To the millimetre, as plans are drawn. */
const mm = (most: number) => fc.integer({ min: 0, max: most * 1000 }).map((n) => n / 1000)
const point = fc.record({ xM: mm(20), yM: mm(20), zM: mm(6) })
const lamp: fc.Arbitrary<Lamp> = fc.record({
  at: point,
  bearingDeg: within(0, 360),
  tiltDeg: within(-90, 90),
  luxAt1m: within(1, 100_000),
  beamDeg: within(5, 170),
  level: within(0, 1),
  lossStops: within(0, 6),
})
const SQUARE_ON: Lamp = {
  at: { xM: 0, yM: 0, zM: 1.5 },
  bearingDeg: 90,
  tiltDeg: 0,
  luxAt1m: 1000,
  beamDeg: 60,
  level: 1,
  lossStops: 0,
}
/** A lamp as small as a point. */
const pointOf = (lamp: Lamp) => sourcesOfLamp(lamp)[0] as PointSource
const illuminance = (from: Lamp, { at, facing: f }: { at: Point; facing: Point }) => {
  const by = Math.hypot(f.xM, f.yM, f.zM) || 1
  return lampLux(pointOf(from), [at.xM, at.yM, at.zM], [f.xM / by, f.yM / by, f.zM / by])
}
const beamFactor = (offDeg: number, beamDeg: number) =>
  pointOf({ ...SQUARE_ON, beamDeg }).candela(facing(90 + offDeg, 0)) / SQUARE_ON.luxAt1m
/** A face on the lamp's axis, turned to it. */
const faceAt = (distanceM: number) => ({ at: { xM: distanceM, yM: 0, zM: 1.5 }, facing: { xM: -1, yM: 0, zM: 0 } })

describe('light falls by its laws', () => {
  test('twice as far is a quarter', () =>
    fc.assert(
      fc.property(within(0.5, 40), (m) => {
        expect(illuminance(SQUARE_ON, faceAt(2 * m)) / illuminance(SQUARE_ON, faceAt(m))).toBeCloseTo(0.25, 9)
      }),
    ))
  test('half the level, or a stop of cloth, is half the light', () =>
    fc.assert(
      fc.property(lamp, point, (l, at) => {
        const receiver = { at, facing: { xM: 0, yM: 0, zM: 1 } }
        const full = illuminance(l, receiver)
        expect(illuminance({ ...l, level: l.level / 2 }, receiver)).toBeCloseTo(full / 2, 6)
        expect(illuminance({ ...l, lossStops: l.lossStops + 1 }, receiver)).toBeCloseTo(full / 2, 6)
      }),
    ))
  test('is never less than nothing and never not a number, wherever lamp and face are', () =>
    fc.assert(
      fc.property(lamp, point, point, (l, at, towards) => {
        const lux = illuminance(l, { at, facing: towards })
        expect(lux).toBeGreaterThanOrEqual(0)
        expect(Number.isFinite(lux)).toBe(true)
      }),
    ))
  test('a face turned away gets none', () =>
    fc.assert(
      fc.property(within(0.5, 20), (m) => {
        expect(illuminance(SQUARE_ON, { ...faceAt(m), facing: { xM: 1, yM: 0, zM: 0 } })).toBe(0)
      }),
    ))
  test('turned by an angle it gets the cosine of it', () =>
    fc.assert(
      fc.property(within(0, 89), (deg) => {
        const rad = (deg * Math.PI) / 180
        const turned = { ...faceAt(3), facing: { xM: -Math.cos(rad), yM: Math.sin(rad), zM: 0 } }
        expect(illuminance(SQUARE_ON, turned) / illuminance(SQUARE_ON, faceAt(3))).toBeCloseTo(Math.cos(rad), 9)
      }),
    ))
  test('half the beam off its axis there is half the light, behind it none, and never more than on it', () =>
    fc.assert(
      fc.property(within(5, 170), within(0, 180), (beam, off) => {
        expect(beamFactor(beam / 2, beam)).toBeCloseTo(0.5, 9)
        expect(beamFactor(0, beam)).toBeCloseTo(1, 9)
        expect(beamFactor(off, beam)).toBeLessThanOrEqual(1 + 1e-9)
        if (off >= 90.001) expect(beamFactor(off, beam)).toBe(0)
      }),
    ))
  test('aimed at a place, the beam points there', () =>
    fc.assert(
      fc.property(point, point, (from, to) => {
        const d = { x: to.xM - from.xM, y: to.yM - from.yM, z: to.zM - from.zM }
        const length = Math.hypot(d.x, d.y, d.z)
        if (length < 0.01) return
        const { bearingDeg, tiltDeg } = aimAt(from, to)
        const [wayX, wayY, wayZ] = facing(bearingDeg, tiltDeg)
        expect(wayX).toBeCloseTo(d.x / length, 6)
        expect(wayY).toBeCloseTo(d.y / length, 6)
        expect(wayZ).toBeCloseTo(d.z / length, 6)
      }),
    ))
})

describe('readings', () => {
  const role = fc.constantFrom('key' as const, 'fill' as const, 'edge' as const)
  test('at a mark the whole is what its lamps give the face and what is there anyway; an edge lights none of it', () =>
    fc.assert(
      fc.property(fc.array(fc.tuple(lamp, role), { maxLength: 5 }), within(0, 2000), (lamps, ambient) => {
        const at = { xM: 5, yM: 5, zM: 1.5 }
        const lit = lamps.map(([l, r], i) => ({ role: r, lux: illuminance(l, { at, facing: { xM: 0, yM: 1, zM: 0 } }), returnedLux: i, deviationLux: i / 10, kelvin: 5600 })) // prettier-ignore
        const reading = readMark(lit, { lux: ambient, kelvin: 5600 })
        const returned = lit.reduce((sum, one) => sum + one.returnedLux, 0)
        const front = reading.each.filter((_, i) => lamps[i]![1] !== 'edge').reduce((a, b) => a + b, ambient + returned)
        expect(reading.totalLux).toBeCloseTo(front, 6)
        expect(reading.keyLux + reading.fillLux).toBeCloseTo(front, 6)
        expect(reading.rangeLux[0]).toBeLessThanOrEqual(front + 1e-9)
        expect(reading.rangeLux[1]).toBeGreaterThanOrEqual(front - 1e-9)
        // A ratio is key side over shadow side: never under one.
        if (reading.ratio !== null) expect(reading.ratio).toBeGreaterThanOrEqual(1)
      }),
    ))
  test('a scale rises a stop at each edge, and its zero is the light that is wanted', () =>
    fc.assert(
      fc.property(within(1, 10_000), (wanted) => {
        const { edgesLux, edgeWords, zero } = lightScale(wanted)
        expect(edgesLux[zero!]).toBe(wanted)
        expect(edgeWords[zero!]).toBe('0')
        for (const [i, edge] of edgesLux.entries()) if (i > 0) expect(edge / edgesLux[i - 1]!).toBeCloseTo(2, 9)
        expect(edgeWords).toHaveLength(edgesLux.length)
        expect(lightScale(null).zero).toBeNull()
      }),
    ))
})
