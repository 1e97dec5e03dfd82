import { expect, test } from 'vitest'
import { productionWith } from '../testing/index.ts'
import { loneHelpers, withoutSpare } from './index.ts'

const told = (given: Parameters<typeof productionWith>[0]) => withoutSpare(productionWith(given)).map(({ line, shots }) => [line.key, shots.join(' ')]) // prettier-ignore
const shot = (code: string, more: object = {}) => ({
  code,
  focalLengthMm: 50,
  cameraId: null,
  rig: '',
  setupId: null,
  ...more,
})
const shots = { a: shot('1A', { setupId: 'day' }), b: shot('1B', { setupId: 'day' }), c: shot('2A', { focalLengthMm: 85 }) } // prettier-ignore
const setup = { day: { letter: 'A' }, night: { letter: 'B' } }
const lamp = { l: { setupId: 'day', libraryKey: 'tube-120', ownLampId: null }, m: { setupId: 'night', libraryKey: 'tube-120', ownLampId: null } } // prettier-ignore
const tubes = (owned: number) => ({ kitItem: { t: { answersTo: 'lamp:tube-120', owned } } })

test('a lens has a spare in any other that reaches its length, a zoom too', () => {
  const lens = { p: { focalLengthMm: 50, longestMm: 50 }, q: { focalLengthMm: 85, longestMm: 85 } }
  expect(told({ shot: shots, lens })).toEqual([['lens:50', '1A 1B'], ['lens:85', '2A']]) // prettier-ignore
  expect(told({ shot: shots, lens: { ...lens, z: { focalLengthMm: 24, longestMm: 70 } } })).toEqual([['lens:85', '2A']])
})

test('a lamp takes the shots of its setups with it, what most hang on first; one more than is used at once is a spare', () => {
  const given = { shot: { ...shots, n: shot('9A', { setupId: 'night' }) }, setup, lamp, lens: { z: { focalLengthMm: 24, longestMm: 100 }, y: { focalLengthMm: 24, longestMm: 100 } } } // prettier-ignore
  expect(told({ ...given, ...tubes(1) })).toEqual([['lamp:tube-120', '1A 1B 9A']])
  expect(told({ ...given, ...tubes(2) })).toEqual([])
  // What is missing altogether is told elsewhere.
  expect(told({ ...given, ...tubes(0) })).toEqual([])
})

test('a recorder takes with it what no other records at that moment', () => {
  const given = { shot: { a: shots.a, c: shots.c }, lens: {}, recorder: { r: { letter: 'R' } }, orderItem: { o: { dayId: 'day', shotIds: ['a'], recorderIds: ['r'] } } } // prettier-ignore
  expect(told(given)).toEqual([['recorder:R', '1A']])
  expect(told({ ...given, recorder: { r: { letter: 'R' }, s: { letter: 'S' } } })).toEqual([])
})

test('a camera is lacking only where all there are roll at once; the line cut stands in for none', () => {
  const camera = { a: { letter: 'A' }, b: { letter: 'B' }, cut: { letter: 'X', lineCut: true } }
  const shot_ = { 1: shot('1A', { cameraId: 'a' }), 2: shot('1B', { cameraId: 'b' }), 3: shot('2A', { cameraId: 'a' }) }
  const given = { shot: shot_, camera, lens: { z: { focalLengthMm: 24, longestMm: 70 }, y: { focalLengthMm: 24, longestMm: 70 }, x: { focalLengthMm: 24, longestMm: 70 } } } // prettier-ignore
  expect(told({ ...given, orderItem: { o: { dayId: 'day', shotIds: ['1', '2'] } } })).toEqual([['camera:A', '1A'], ['camera:B', '1B']]) // prettier-ignore
  expect(told(given)).toEqual([])
})

test('cables that the patch lays are told while the list has none more; what goes through the air is no cable', () => {
  const patch = {
    camera: { a: { letter: 'A' } },
    soundSource: { boom: { is: 'boom' }, room: { is: 'room' }, out: { is: 'desk', gone: true } },
    soundWay: {
      one: { sourceId: 'boom', cameraId: 'a', recorderId: null, input: 1 },
      own: { sourceId: 'room', cameraId: 'a', recorderId: null, input: 2 },
      air: { sourceId: 'boom', cameraId: 'a', recorderId: null, input: 3, transmitterId: 't' },
      gone: { sourceId: 'out', cameraId: 'a', recorderId: null, input: 4 },
    },
    signalDevice: { m: { name: 'Monitor' } },
    pictureWay: { p: { cameraId: 'a', fromDeviceId: null, intoDeviceId: 'm', input: 1 } },
    transmitter: { t: {} },
  }
  const of = (kitItem: object = {}) => loneHelpers(productionWith({ ...patch, kitItem } as Parameters<typeof productionWith>[0])) // prettier-ignore
  expect(of().map(({ holds }) => holds)).toEqual(['the patch lays 1 for sound and 1 for pictures; 0 on the kit list: one more of each plug and length?']) // prettier-ignore
  expect(of({ c: { name: 'Sound cable 5 m', owned: 2 }, tape: { name: 'Cabletape', owned: 9 } })).toHaveLength(1)
  expect(of({ c: { name: 'Sound cable 5 m', owned: 2 }, d: { name: 'Picture lead', owned: 0, rented: 1 } })).toEqual([])
})
