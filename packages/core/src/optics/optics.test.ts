import { describe, expect, test } from 'vitest'
import vectors from '../../vectors/optics.json'
import {
  miredShift,
  ndStopsOfDensity,
  shutterDegrees,
  shutterSeconds,
  slowMotion,
  stopsBetween,
} from '../exposure/index.ts'
import { mustBe } from '../outcome/index.ts'
import { circleOfConfusion, depthOfField } from './depthOfField.ts'
import { figureInFrame, FIGURES } from './figure.ts'
import { angleOfView, deliveredArea, frameSize } from './framing.ts'

interface Row {
  id: string
  kind: string
  input: Record<string, number> & Record<string, never>
  expected: Record<string, number>
}
const rows = (kind: string) => (vectors.rows as unknown as Row[]).filter((row) => row.kind === kind)
const close = (actual: number, wanted: number) =>
  expect(Math.abs(actual - wanted)).toBeLessThanOrEqual(Math.abs(wanted) * 1e-6 + 1e-6)
const fraction = (text: unknown) => {
  const [num, den] = String(text).split(/[/:]/).map(Number) as [number, number]
  return { num, den: den || 1 }
}
const fps = (text: unknown) => {
  const { num, den } = fraction(text)
  return num / den
}

describe('against the reference rows', () => {
  test.each(rows('depth_of_field'))('$id depth of field', ({ input: i, expected: e }) => {
    const circleOfConfusionMm = i.coc_mm ?? circleOfConfusion(i.sensor_width_mm!, i.sensor_height_mm!)
    const dof = mustBe(
      depthOfField({ focalLengthMm: i.focal_mm!, fNumber: i.f_number!, circleOfConfusionMm }, i.distance_mm!),
    )
    close(dof.hyperfocalMm, e.hyperfocal_mm!)
    close(dof.nearMm, e.near_mm!)
    if (e.far_infinite as unknown as boolean) expect(dof.farMm).toBe(Infinity)
    else close(dof.farMm, e.far_mm!)
  })
  test.each(rows('field_of_view'))('$id angle of view', ({ input: i, expected: e }) => {
    const angle = angleOfView(
      { sensorWidthMm: i.sensor_width_mm!, sensorHeightMm: i.sensor_height_mm!, squeeze: i.squeeze ?? 1 },
      i.focal_mm!,
    )
    close(angle.horizontalDeg, e.horizontal_deg!)
    close(angle.verticalDeg, e.vertical_deg!)
    close(angle.diagonalDeg, e.diagonal_deg!)
  })
  test.each(rows('frame_size_at_distance'))('$id frame size', ({ input: i, expected: e }) => {
    const size = frameSize(
      { sensorWidthMm: i.sensor_width_mm!, sensorHeightMm: i.sensor_height_mm!, squeeze: i.squeeze ?? 1 },
      i.focal_mm!,
      i.distance_m!,
    )
    close(size.widthM, e.width_m!)
    close(size.heightM, e.height_m!)
  })
  test.each(rows('anamorphic_crop'))('$id delivery crop', ({ input: i, expected: e }) => {
    const { num, den } = fraction(i.delivery_ratio)
    const area = deliveredArea(
      { sensorWidthMm: i.sensor_width_mm!, sensorHeightMm: i.sensor_height_mm!, squeeze: i.squeeze! },
      num / den,
    )
    close(area.unsqueezedAspect, e.desqueezed_aspect!)
    close(area.widthUsed * 100, e.sensor_width_used_pct!)
    close(area.heightUsed * 100, e.sensor_height_used_pct!)
    const angle = angleOfView(area.used, i.focal_mm!)
    close(angle.horizontalDeg, e.delivered_horizontal_fov_deg!)
    close(angle.verticalDeg, e.delivered_vertical_fov_deg!)
  })
  test.each(rows('shutter_time_to_angle'))('$id angle', ({ input: i, expected: e }) =>
    close(shutterDegrees(1 / i.one_over!, fps(i.fps)), e.angle_deg!),
  )
  test.each(rows('shutter_angle_to_time'))('$id time', ({ input: i, expected: e }) =>
    close(shutterSeconds(i.angle_deg!, fps(i.fps)), e.time_s!),
  )
  test.each(rows('exposure_difference'))('$id stops', ({ input, expected }) => {
    const side = (raw: unknown) => {
      const s = raw as Record<string, number>
      return {
        tStop: s.t_stop!,
        iso: s.iso!,
        shutterS: shutterSeconds(s.shutter_angle_deg!, fps(s.fps)),
        ndStops: s.nd_stops ?? 0,
      }
    }
    close(stopsBetween(side(input.a), side(input.b)), expected.stops!)
  })
  test.each(rows('nd_density'))('$id density', ({ input, expected }) =>
    close(ndStopsOfDensity(input.optical_density!), expected.stops_exact!),
  )
  test.each(rows('slow_motion'))('$id slow motion', ({ input: i, expected: e }) => {
    const slow = slowMotion(fraction(i.capture_fps), fraction(i.timebase_fps), i.real_seconds!)
    close(slow.factor, e.slow_factor!)
    close(slow.screenSeconds, e.screen_seconds!)
  })
  test.each(rows('mired_shift'))('$id mired', ({ input, expected }) =>
    close(miredShift(input.from_k!, input.to_k!), expected.shift_mired!),
  )
})

test.each([
  ['focalLengthMm', { focalLengthMm: 0, fNumber: 2, circleOfConfusionMm: 0.02 }],
  ['fNumber', { focalLengthMm: 50, fNumber: Number.NaN, circleOfConfusionMm: 0.02 }],
])('%s that no lens can have is refused by name', (field, lens) =>
  expect(depthOfField(lens, 2000)).toMatchObject({ ok: false, error: { code: 'out-of-range', field } }),
)

test('a face fills a long lens and is small in a wide one, and is named so', () => {
  expect(figureInFrame(FIGURES.standing, 0.4).size).toBe('close')
  expect(figureInFrame(FIGURES.standing, 2.2).size).toBe('full')
  expect(figureInFrame(FIGURES.standing, 6).size).toBe('wide')
})
