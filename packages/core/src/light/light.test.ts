import { describe, expect, test } from 'vitest'
import vectors from '../../vectors/photometry.json'
import { exposureErrorStops, illuminanceForStop, shutterSeconds, stopForIlluminance } from '../exposure/index.ts'
import { setupDifference } from './difference.ts'
import { lampLux, lightMap, type PointSource } from '../litRoom/index.ts'
import { aimAt, type Lamp, type Point, sourcesOfLamp } from './lamp.ts'
import { readMark } from './mark.ts'

interface Row {
  id: string
  kind: string
  input: Record<string, number>
  expected: Record<string, number>
}
const rows = (kind: string) => (vectors.rows as unknown as Row[]).filter((row) => row.kind === kind)
const close = (actual: number, wanted: number) =>
  expect(Math.abs(actual - wanted)).toBeLessThanOrEqual(Math.abs(wanted) * 1e-6 + 1e-9)

describe('exposure against the reference rows', () => {
  test.each(rows('exposure_stop'))('$id stop', ({ input: i, expected: e }) =>
    close(stopForIlluminance(i.lux!, i.iso!, shutterSeconds(i.shutter_angle_deg!, i.fps!)), e.stop!),
  )
  test.each(rows('exposure_lux_needed'))('$id lux', ({ input: i, expected: e }) =>
    close(
      illuminanceForStop({
        tStop: i.t_stop!,
        iso: i.iso!,
        shutterS: shutterSeconds(i.shutter_angle_deg!, i.fps!),
        ndStops: 0,
      }),
      e.lux!,
    ),
  )
  test.each(rows('exposure_error'))('$id error', ({ input: i, expected: e }) =>
    close(
      exposureErrorStops(i.lux!, {
        tStop: i.t_stop!,
        iso: i.iso!,
        shutterS: shutterSeconds(i.shutter_angle_deg!, i.fps!),
        ndStops: 0,
      }),
      e.over_exposure_stops!,
    ),
  )
  test.each(rows('key_fill_ratio'))('$id ratio', ({ input: i, expected: e }) => {
    const lit = (role: 'key' | 'fill', lux: number) => ({ role, lux, returnedLux: 0, deviationLux: 0, kelvin: 5600 })
    const reading = readMark([lit('key', i.key_lux!), lit('fill', i.fill_lux!)])
    close(reading.ratio!, e.key_plus_fill_to_fill!)
    close(reading.ratioStops!, e.key_plus_fill_to_fill_stops!)
  })
})

/** A lamp as small as a point. */
const pointOf = (lamp: Lamp) => sourcesOfLamp(lamp)[0] as PointSource
const illuminance = (from: Lamp, { at, facing: f }: { at: Point; facing: Point }) => {
  const by = Math.hypot(f.xM, f.yM, f.zM)
  return lampLux(pointOf(from), [at.xM, at.yM, at.zM], [f.xM / by, f.yM / by, f.zM / by])
}
const lamp = {
  at: { xM: 0, yM: 0, zM: 2 },
  bearingDeg: 90,
  tiltDeg: 0,
  luxAt1m: 8000,
  beamDeg: 60,
  level: 1,
  lossStops: 0,
}
const facing = { xM: -1, yM: 0, zM: 0 }
test('twice as far is a quarter of the light, half the level half of it, a stop of cloth half again', () => {
  const at = (xM: number) => ({ at: { xM, yM: 0, zM: 2 }, facing })
  expect(illuminance(lamp, at(2))).toBeCloseTo(2000, 6)
  expect(illuminance(lamp, at(4))).toBeCloseTo(500, 6)
  expect(illuminance({ ...lamp, level: 0.5, lossStops: 1 }, at(2))).toBeCloseTo(500, 6)
})
test('half the beam angle off the axis is half the light, and a turned face gets the cosine of it', () => {
  expect(illuminance({ ...lamp, bearingDeg: 60 }, { at: { xM: 2, yM: 0, zM: 2 }, facing })).toBeCloseTo(1000, 6)
  expect(
    illuminance(lamp, { at: { xM: 2, yM: 0, zM: 2 }, facing: { xM: -0.5, yM: Math.sqrt(3) / 2, zM: 0 } }),
  ).toBeCloseTo(1000, 6)
})
test('a face turned away gets nothing', () =>
  expect(illuminance(lamp, { at: { xM: 2, yM: 0, zM: 2 }, facing: { xM: 1, yM: 0, zM: 0 } })).toBe(0))
test('aiming points the beam exactly there', () =>
  expect(aimAt({ xM: 0, yM: 0, zM: 2 }, { xM: 3, yM: 0, zM: 2 })).toEqual({ bearingDeg: 90, tiltDeg: 0 }))
test('the map shows the brightest place under the lamp', () => {
  const map = lightMap(
    { facets: [], cloths: [] },
    [pointOf({ ...lamp, at: { xM: 1, yM: 1, zM: 3 }, tiltDeg: -90 })],
    { leftM: 0, topM: 0, widthM: 4, depthM: 2, heightM: 1.5 },
    10,
    40,
  )
  const brightest = map.lux.indexOf(Math.max(...map.lux))
  expect([map.columns, map.rows]).toEqual([40, 20])
  expect(brightest % 40).toBeGreaterThanOrEqual(9)
  expect(brightest % 40).toBeLessThanOrEqual(10)
})
test('a setup made from another lists what is moved, changed, added and struck', () => {
  const key = { name: 'Big', role: 'key', xM: 1, yM: 1, heightM: 2, bearingDeg: 0, levelPct: 50, lossStops: 0 }
  expect(
    setupDifference(
      [key, { ...key, role: 'fill' }],
      [
        { ...key, xM: 2 },
        { ...key, role: 'edge' },
      ],
    ),
  ).toMatchObject({ moved: 1, added: 1, struck: 1, says: ['key moved 1.0 m', 'edge added: Big', 'fill struck: Big'] })
})
