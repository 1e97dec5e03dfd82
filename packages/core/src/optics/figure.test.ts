import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { figureInFrame, FIGURES } from './figure.ts'
import { deliveredArea, frameSize } from './framing.ts'

const SENSOR = { sensorWidthMm: 36, sensorHeightMm: 20.25, squeeze: 1 }

describe('how a person fills the frame', () => {
  test.each([
    [85, 1, 'extreme close'],
    [85, 1.6, 'close'],
    [50, 1.6, 'medium close'],
    [50, 2.3, 'medium'],
    [35, 2, 'cowboy'],
    [25, 3.4, 'full'],
    [18, 4, 'wide'],
  ] as const)('%d mm at %d m is called %s', (lens, distance, size) =>
    expect(figureInFrame(FIGURES.standing, frameSize(SENSOR, lens, distance).heightM).size).toBe(size),
  )
  test('a face of 23 cm in a frame of 46 cm is half of it', () =>
    expect(figureInFrame(FIGURES.standing, 0.46).faceShare).toBeCloseTo(0.5, 10))
  test('close, the eyes sit about a third down', () => {
    const { topEdgeM } = figureInFrame(FIGURES.standing, 0.6)
    expect((topEdgeM - FIGURES.standing.eyeM) / 0.6).toBeCloseTo(0.36, 10)
  })
  test('wide enough for all of them, nobody’s head or feet are cut', () =>
    fc.assert(
      fc.property(fc.double({ min: 2, max: 30, noNaN: true }), fc.constantFrom('standing', 'seated'), (height, who) => {
        const f = figureInFrame(FIGURES[who], height)
        return f.topEdgeM > FIGURES[who].topM && f.bottomEdgeM < 0
      }),
    ))
  test('the frame is as high as it is said to be', () =>
    fc.assert(
      fc.property(fc.double({ min: 0.05, max: 30, noNaN: true }), (height) => {
        const f = figureInFrame(FIGURES.seated, height)
        return Math.abs(f.topEdgeM - f.bottomEdgeM - height) < 1e-9
      }),
    ))
  test('further away a face never gets larger', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0.3, max: 20, noNaN: true }),
        fc.double({ min: 1.01, max: 5, noNaN: true }),
        (distance, factor) => {
          const face = (d: number) => figureInFrame(FIGURES.standing, frameSize(SENSOR, 50, d).heightM).faceShare
          return face(distance * factor) < face(distance)
        },
      ),
    ))
})

describe('what is left of the sensor', () => {
  test('a 2.0 squeeze on 4:3 gives 2.67, and 2.39 keeps nine tenths of its width', () => {
    const area = deliveredArea({ sensorWidthMm: 24, sensorHeightMm: 18, squeeze: 2 }, 2.39)
    expect(area.unsqueezedAspect).toBeCloseTo(2.667, 3)
    expect(area).toMatchObject({ heightUsed: 1 })
    expect(area.widthUsed).toBeCloseTo(0.896, 3)
  })
  test('an upright delivery from a lying sensor loses most of the width', () =>
    expect(deliveredArea(SENSOR, 9 / 16).widthUsed).toBeCloseTo(0.3164, 4))
  test('always keeps one whole side, never more than there is, and has the shape that was asked for', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0.3, max: 4, noNaN: true }),
        fc.double({ min: 1, max: 2, noNaN: true }),
        (aspect, squeeze) => {
          const { widthUsed, heightUsed, used } = deliveredArea({ ...SENSOR, squeeze }, aspect)
          const shape = (used.sensorWidthMm * used.squeeze) / used.sensorHeightMm
          return (
            Math.max(widthUsed, heightUsed) === 1 &&
            Math.min(widthUsed, heightUsed) > 0 &&
            Math.abs(shape - aspect) < 1e-9
          )
        },
      ),
    ))
})
