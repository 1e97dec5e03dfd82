import { expect, test } from 'vitest'
import { productionWith } from '../testing/index.ts'
import { tryChanges, withNewIds } from '../records/index.ts'
import { checkSignals } from './checkSignals.ts'

const monitorWith = (pictureMs: number, soundMs: number, more: Parameters<typeof productionWith>[0] = {}) =>
  productionWith({
    camera: { a: { letter: 'A' } },
    recorder: { r: { letter: 'R', tracks: 2 } },
    person: { edda: { name: 'Edda' } },
    soundSource: { boom: { name: 'Boom', is: 'boom', hears: ['edda'] }, lav: { name: 'Lav', hears: ['edda'] } },
    signalDevice: { mon: { name: 'Monitor', is: 'monitor', pictureInputs: 1, soundInputs: 1 } },
    pictureWay: { 1: { cameraId: 'a', intoDeviceId: 'mon', delayMs: pictureMs } },
    soundWay: { s: { sourceId: 'boom', cameraId: null, recorderId: null, signalDeviceId: 'mon', input: 1, delayMs: soundMs } }, // prettier-ignore
    ...more,
  })

test('a sound that is ahead of its picture is told with by how much, and delaying it by that ends it', () => {
  const production = monitorWith(90, 20)
  const [found, ...others] = checkSignals(production)
  expect(others).toEqual([])
  expect(found).toMatchObject({ check: 'patch.out-of-step', severity: 'watch', evidence: [{ value: -70, unit: 'ms' }] })
  expect(found!.says).toBe('On Monitor the sound of Boom is 70 ms before the picture of A: delay it by 70 ms.')
  const after = tryChanges(production, withNewIds(found!.fixes[0]!.changes, () => 'new')) // prettier-ignore
  expect(checkSignals(after)).toEqual([])
})

test('a sound that is behind is told without a way out: no picture can be held back by a press', () => {
  const [found] = checkSignals(monitorWith(0, 200))
  expect(found!.says).toContain('200 ms after the picture of A')
  expect(found!.fixes).toEqual([])
})

test('what cannot arrive stops, what comes late is to be watched', () => {
  const ways = { 1: { cameraId: 'a', intoDeviceId: 'mon', input: 2, delayMs: 130 } }
  expect(checkSignals(monitorWith(0, 130, { pictureWay: ways })).map(({ check, severity }) => [check, severity])).toEqual([['patch.no-such-input', 'stop'], ['patch.out-of-step', 'watch']]) // prettier-ignore
})

test('two microphones of one voice that arrive apart on one recorder are told of the recorder', () => {
  const soundWay = { 1: { sourceId: 'boom', recorderId: 'r', input: 1 }, 2: { sourceId: 'lav', recorderId: 'r', input: 2, delayMs: 19 } } // prettier-ignore
  const [found] = checkSignals(monitorWith(0, 0, { soundWay }))
  expect(found).toMatchObject({ about: { kind: 'recorder', id: 'r' } })
  expect(found!.says).toBe('On R Lav is 19 ms after Boom with the same voice: mixed they sound hollow. Delay Boom by as much before they are mixed.') // prettier-ignore
})
