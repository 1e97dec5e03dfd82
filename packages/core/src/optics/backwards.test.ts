import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { mustBe } from '../outcome/index.ts'
import { distanceForFace, focusForRange, sameSize } from './backwards.ts'
import { circleOfConfusion, depthOfField } from './depthOfField.ts'
import { figureInFrame, FIGURES } from './figure.ts'
import { frameInFocus } from './framing.ts'

const LARGE = { sensorWidthMm: 36, sensorHeightMm: 15.06, squeeze: 1 }
const lens = fc.double({ min: 12, max: 300, noNaN: true })

describe('a face of a wanted size', () => {
  test('60 % of the frame on the 85 is 2.25 m away, the lens focused there', () =>
    expect(mustBe(distanceForFace(LARGE, 85, FIGURES.standing, 0.6))).toBeCloseTo(
      0.085 * (1 + 0.23 / 0.6 / 0.01506),
      12,
    ))
  test('at the distance it gives, the face has the size asked for', () =>
    fc.assert(
      fc.property(lens, fc.double({ min: 0.02, max: 1.2, noNaN: true }), (f, share) => {
        const distance = mustBe(distanceForFace(LARGE, f, FIGURES.seated, share))
        const got = figureInFrame(FIGURES.seated, frameInFocus(LARGE, f, distance).heightM).faceShare
        return Math.abs(got - share) < 1e-9
      }),
    ))
  test('a share of nothing is refused by name', () =>
    expect(distanceForFace(LARGE, 85, FIGURES.standing, 0)).toMatchObject({ error: { field: 'faceShare' } }))
})

describe('everything sharp from here to there', () => {
  const c = circleOfConfusion(36, 20.25)
  test('what it gives holds the range to its edges and no further', () =>
    fc.assert(
      fc.property(
        lens,
        fc.double({ min: 0.5, max: 20, noNaN: true }),
        fc.double({ min: 1.02, max: 30, noNaN: true }),
        (f, near, factor) => {
          const far = near * factor
          const { focusM, fNumber } = mustBe(focusForRange({ focalLengthMm: f, circleOfConfusionMm: c }, near, far))
          const dof = mustBe(depthOfField({ focalLengthMm: f, fNumber, circleOfConfusionMm: c }, focusM * 1000))
          return Math.abs(dof.nearMm / 1000 - near) < 1e-6 * near && Math.abs(dof.farMm / 1000 - far) < 1e-5 * far
        },
      ),
    ))
  test('to infinity it is the hyperfocal distance', () => {
    const { focusM, fNumber } = mustBe(focusForRange({ focalLengthMm: 35, circleOfConfusionMm: c }, 3, Infinity))
    const dof = mustBe(depthOfField({ focalLengthMm: 35, fNumber, circleOfConfusionMm: c }, focusM * 1000))
    expect([focusM, dof.nearMm / 1000, dof.hyperfocalMm / 1000]).toEqual([
      6,
      expect.closeTo(3, 6),
      expect.closeTo(6, 6),
    ])
  })
  test.each([
    ['nearM', 0.02, 3],
    ['farM', 3, 3],
    ['farM', 3, 1],
  ])('%s that cannot be is refused', (field, near, far) =>
    expect(focusForRange({ focalLengthMm: 35, circleOfConfusionMm: c }, near, far)).toMatchObject({ error: { field } }),
  )
})

describe('the same size on another lens', () => {
  test('half the focal length stands at half the distance, and the wall behind shrinks', () => {
    const same = sameSize({ taking: LARGE, focalLengthMm: 100, distanceM: 4 }, { taking: LARGE, focalLengthMm: 50 }, 4)
    expect(same.distanceM).toBeCloseTo(2, 12)
    expect(same.backgroundScale).toBeCloseTo(2 / 3, 12)
  })
  test('the subject keeps its size and there and back is no change', () =>
    fc.assert(
      fc.property(lens, lens, fc.double({ min: 0.3, max: 20, noNaN: true }), (a, b, beyondM) => {
        // Nearer than its focal length a lens has no image.
        const distanceM = a / 1000 + beyondM
        const first = { taking: LARGE, focalLengthMm: a, distanceM }
        const there = sameSize(first, { taking: LARGE, focalLengthMm: b }, 3)
        const back = sameSize({ taking: LARGE, focalLengthMm: b, distanceM: there.distanceM }, first, 3)
        return (
          Math.abs(back.distanceM - distanceM) < 1e-9 &&
          Math.abs(there.backgroundScale * back.backgroundScale - 1) < 1e-9
        )
      }),
    ))
})
