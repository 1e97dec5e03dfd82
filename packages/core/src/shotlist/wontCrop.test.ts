import { expect, test } from 'vitest'
import { productionWith } from '../testing/index.ts'
import { takingOfShot } from './taking.ts'
import { wontCrop } from './wontCrop.ts'

const TALL = 9 / 16
const production = (shot: object) =>
  productionWith({
    deliverable: { film: { aspect: 2.39 } },
    camera: { camera: {} },
    person: { a: {}, b: {}, crew: {} },
    recorder: { R: { operatorId: 'crew' } },
    shot: { s: { code: '1A', cameraId: 'camera', focalLengthMm: 50, distanceM: 2.5, ...shot } },
  })
const codes = (shot: object) => wontCrop(production(shot), TALL).map((s) => s.code)

test.each([
  ['two people side by side, medium', { personIds: ['a', 'b'] }, ['1A']],
  ['one person, wherever in the frame', { personIds: ['a'], frameSide: 'left' }, []],
  ['two people far enough off', { personIds: ['a', 'b'], distanceM: 12 }, []],
  ['the second records the sound and is not in the picture', { personIds: ['a', 'crew'] }, []],
  ['nobody in frame', { personIds: ['a', 'b'], figure: 'none' }, []],
])('%s', (_, shot, wanted) => expect(codes(shot)).toEqual(wanted))

test('a wider shape than the master’s loses height, not people', () =>
  expect(wontCrop(production({ personIds: ['a', 'b'], distanceM: 4 }), 2.39)).toEqual([]))

test('a mode takes the place of the whole sensor, a squeeze widens what is read', () => {
  const own = productionWith({
    camera: { camera: {} },
    sensorMode: { mode: { widthMm: 24, heightMm: 18 } },
    shot: { s: { cameraId: 'camera', modeId: 'mode', squeeze: 2 } },
  })
  const taking = takingOfShot(own, own.shot.s!, 2.39)
  expect([taking.whole.sensorWidthMm, taking.area.unsqueezedAspect]).toEqual([24, expect.closeTo(2.667, 3)])
  expect(1 - taking.area.widthUsed * taking.area.heightUsed).toBeCloseTo(0.104, 3)
})
