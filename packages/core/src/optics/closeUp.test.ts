import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import vectors from '../../vectors/closeup.json'
import { closeUp, type CloseUpBy } from './closeUp.ts'
import { depthOfField } from './depthOfField.ts'

interface Row {
  readonly id: string
  readonly kind: string
  readonly input: Readonly<Record<string, number>>
  readonly expected: Readonly<Record<string, number | null>> | null
}
const rows = vectors.rows as unknown as readonly Row[]
const known = ({ kind, input }: Row): CloseUpBy =>
  ({
    by_subject_distance: { by: 'subject distance', mm: input.subject_distance_mm! },
    by_magnification: { by: 'magnification', times: input.magnification! },
    by_extension: { by: 'extension', mm: input.extension_mm! },
    by_frame_width: { by: 'frame width', mm: input.frame_width_mm! },
    by_total_distance: { by: 'total distance', mm: input.subject_to_image_mm! },
  })[kind] as CloseUpBy
const lensOf = (i: Row['input']) => ({
  focalLengthMm: i.focal_mm!,
  fNumber: i.f_number!,
  circleOfConfusionMm: i.coc_mm!,
  sensorWidthMm: i.sensor_width_mm!,
  sensorHeightMm: i.sensor_height_mm!,
})

describe('results of another program', () => {
  test.each(rows)('$id $kind', (row) => {
    const found = closeUp(lensOf(row.input), known(row))
    if (row.expected === null) return expect(found.ok).toBe(false)
    const v = found.ok ? found.value : null
    const got: Readonly<Record<string, number | undefined>> = {
      magnification: v?.magnification,
      subject_distance_mm: v?.subjectMm,
      image_distance_mm: v?.imageMm,
      extension_mm: v?.extensionMm,
      subject_to_image_mm: v?.subjectToImageMm,
      frame_width_mm: v?.frameWidthMm,
      frame_height_mm: v?.frameHeightMm,
      exposure_factor: v?.exposureFactor,
      stops_lost: v?.stopsLost,
      effective_f_number: v?.effectiveFNumber,
      dof_symmetric_mm: v?.depthMm,
      dof_exact_mm: v?.depthExactMm,
    }
    for (const [name, value] of Object.entries(row.expected))
      if (value === null) expect([name, got[name]]).toEqual([name, Infinity])
      else expect(Math.abs(got[name]! / value - 1), name).toBeLessThan(1e-6)
    expect(Object.keys(row.expected).sort()).toEqual(Object.keys(got).sort())
  })
})

test('whatever is known of it leads to the same place, and its depth is what near and far limit leave', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 20, max: 200, noNaN: true }),
      fc.double({ min: 0.05, max: 0.95, noNaN: true }),
      (focalLengthMm, times) => {
        const lens = { focalLengthMm, fNumber: 5.6, circleOfConfusionMm: 0.025, sensorWidthMm: 36, sensorHeightMm: 24 }
        const of = (by: CloseUpBy) => {
          const found = closeUp(lens, by)
          return found.ok ? found.value : expect.fail('no image')
        }
        const first = of({ by: 'magnification', times })
        for (const by of [
          { by: 'subject distance', mm: first.subjectMm },
          { by: 'extension', mm: first.extensionMm },
          { by: 'frame width', mm: first.frameWidthMm },
          { by: 'total distance', mm: first.subjectToImageMm },
        ] as const)
          expect(of(by).magnification).toBeCloseTo(times, 4)
        const depth = depthOfField(lens, first.subjectMm)
        if (depth.ok) expect((depth.value.farMm - depth.value.nearMm) / first.depthExactMm).toBeCloseTo(1, 6)
      },
    ),
  )
})
