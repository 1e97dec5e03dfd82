import fc from 'fast-check'
import { expect, test } from 'vitest'
import { frameDrawing } from './frameDrawing.ts'

const USED = { sensorWidthMm: 36, sensorHeightMm: 15, squeeze: 1 }
const SHOT = { focalLengthMm: 85, distanceM: 2, figure: 'standing', frameSide: 'left' } as const
const figures = (d: { paths: readonly { part: string }[] }) => d.paths.filter((p) => p.part === 'figure').length

test('a frame of the delivered shape, in the width asked for', () => {
  const drawn = frameDrawing(SHOT, USED, 2.4, 240)
  expect([drawn.width, drawn.height, drawn.hasFigure]).toEqual([240, 100, true])
})

test('a close shows no floor, a wide does; nobody in frame is nobody drawn', () => {
  expect(frameDrawing(SHOT, USED, 2.4, 240).paths.some((p) => p.part === 'floor')).toBe(false)
  const wide = frameDrawing({ ...SHOT, focalLengthMm: 18, distanceM: 8 }, USED, 2.4, 240)
  expect(wide.paths.some((p) => p.part === 'floor')).toBe(true)
  expect(figures(frameDrawing({ ...SHOT, figure: 'none' }, USED, 2.4, 240))).toBe(0)
})

test('who is at a side of the frame looks into it; who is in the middle looks ahead', () => {
  const pieces = (frameSide: 'left' | 'centre' | 'right') =>
    figures(frameDrawing({ ...SHOT, frameSide }, USED, 2.4, 240))
  expect([pieces('left'), pieces('centre'), pieces('right')]).toEqual([5, 4, 5])
})

test('no figure is drawn with anything but numbers', () =>
  fc.assert(
    fc.property(
      fc.double({ min: 5, max: 600, noNaN: true }),
      fc.double({ min: 0.1, max: 80, noNaN: true }),
      fc.constantFrom('standing', 'seated', 'none'),
      (focalLengthMm, distanceM, figure) =>
        frameDrawing({ ...SHOT, focalLengthMm, distanceM, figure }, USED, 2.39, 100).paths.every(
          (p) => !/NaN|Infinity|e[+-]?\d/.test(p.d),
        ),
    ),
  ))
