import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { productionWith } from '../testing/index.ts'
import { combsOf, signalPlan } from './index.ts'

type Given = Parameters<typeof productionWith>[0]
const given = (more: Given) =>
  productionWith({
    camera: { a: { letter: 'A' }, b: { letter: 'B' } },
    recorder: { r: { letter: 'R', tracks: 4 } },
    person: { edda: { name: 'Edda' } },
    soundSource: { desk: { name: 'Desk', is: 'desk' }, lav: { name: 'Lav', hears: ['edda'] }, boom: { name: 'Boom', is: 'boom', hears: ['edda'] } }, // prettier-ignore
    signalDevice: {
      sw: { name: 'Switcher', is: 'switcher', pictureInputs: 4, soundInputs: 2, delayMs: 40, rank: 1 },
      out: { name: 'Relay', is: 'stream', pictureInputs: 1, soundInputs: 1, rank: 2 },
    },
    ...more,
  })
const way = (from: string, into: string, delayMs = 0, input = 1) => ({ cameraId: from.length === 1 ? from : null, fromDeviceId: from.length === 1 ? null : from, intoDeviceId: into, input, delayMs }) // prettier-ignore
const faultsOf = (more: Given) => signalPlan(given(more)).map(({ device, faults }) => [device.name, faults.map((fault) => fault.is)]) // prettier-ignore

describe('a picture on its way', () => {
  test('is late by all that lies between', () => {
    const [, relay] = signalPlan(given({ pictureWay: { 1: way('a', 'sw', 80), 2: way('b', 'sw', 0, 2), 3: way('sw', 'out', 5) } })) // prettier-ignore
    expect(relay!.there).toEqual([{ cameraId: 'b', ms: 45 }, { cameraId: 'a', ms: 125 }]) // prettier-ignore
  })

  test('that comes back to where it left is told on each device of the circle, and everything else goes on', () => {
    const pictureWay = { 1: way('sw', 'out'), 2: way('out', 'sw', 0, 2), 3: way('a', 'sw', 10) }
    expect(faultsOf({ pictureWay })).toEqual([['Switcher', ['loop']], ['Relay', ['loop']]]) // prettier-ignore
    expect(signalPlan(given({ pictureWay }))[0]!.there).toEqual([{ cameraId: 'a', ms: 10 }])
  })

  test('never ends in a search, however devices are laid into one another', () => {
    const names = ['d0', 'd1', 'd2', 'd3', 'd4']
    const pair = fc.tuple(fc.constantFrom(...names, 'a'), fc.constantFrom(...names), fc.nat(50))
    fc.assert(
      fc.property(fc.array(pair, { maxLength: 12 }), (pairs) => {
        const plan = signalPlan(given({ signalDevice: Object.fromEntries(names.map((name, rank) => [name, { name, is: 'monitor', pictureInputs: 12, rank }])), pictureWay: Object.fromEntries(pairs.map(([from, into, ms], i) => [i, way(from, into, ms, i + 1)])) })) // prettier-ignore
        // By hand: a device is in a circle if it can be reached from itself.
        const reaches = (from: string, seen: Set<string>): Set<string> => {
          for (const [a, b] of pairs)
            if (a === from && !seen.has(b)) {
              seen.add(b)
              reaches(b, seen)
            }
          return seen
        }
        for (const { device, faults } of plan)
          expect([device.name, faults.some(({ is }) => is === 'loop')]).toEqual([device.name, reaches(device.name, new Set()).has(device.name)]) // prettier-ignore
      }),
    )
  })

  test('into an input that another has, or that is not there, is told', () => {
    expect(faultsOf({ pictureWay: { 1: way('a', 'sw'), 2: way('b', 'sw'), 3: way('sw', 'out', 0, 3) } })).toEqual([['Switcher', ['taken twice']], ['Relay', ['no such input']]]) // prettier-ignore
    expect(signalPlan(given({ pictureWay: { 1: way('a', 'sw') } }))[0]!.freePictures).toEqual([2, 3, 4])
  })
})

describe('sound beside it', () => {
  const sound = (delayMs: number, signalDeviceId = 'sw') => ({ sourceId: 'desk', cameraId: null, recorderId: null, signalDeviceId, input: 1, delayMs }) // prettier-ignore
  const one = (soundMs: number, pictureMs: number) => faultsOf({ pictureWay: { 1: way('a', 'sw', pictureMs) }, soundWay: { 1: sound(soundMs) } })[0]![1] // prettier-ignore
  test('may be a little early and more late, as far as nobody notices', () => {
    expect([one(0, 45), one(0, 46), one(125, 0), one(126, 0)]).toEqual([[], ['out of step'], [], ['out of step']])
  })

  test('is judged against the camera that is worst of all, and cameras against one another', () => {
    const [switcher] = signalPlan(given({ pictureWay: { 1: way('a', 'sw', 90), 2: way('b', 'sw', 0, 2) }, soundWay: { 1: sound(0) } })) // prettier-ignore
    expect(switcher!.faults).toMatchObject([
      { is: 'out of step', cameraId: 'a', soundLateMs: -90 },
      { is: 'cameras apart', earlyId: 'b', lateId: 'a', byMs: 90 },
    ])
  })

  test('in the ear is late sooner than a picture on a monitor', () => {
    const signalDevice = { ear: { name: 'Ear', is: 'in-ear' as const, soundInputs: 1, delayMs: 6, rank: 1 }, mon: { name: 'Focus', is: 'monitor' as const, rank: 2 } } // prettier-ignore
    const told = (ms: number) => faultsOf({ signalDevice, soundWay: { 1: sound(ms, 'ear') }, pictureWay: { 1: way('a', 'mon', ms) } }).map(([, is]) => is) // prettier-ignore
    expect([told(9), told(10), told(101)]).toEqual([
      [[], []],
      [['late'], []],
      [['late'], ['late']],
    ])
  })

  test('that was taken out counts nowhere', () => {
    expect(signalPlan(given({ soundWay: { 1: { ...sound(0), gone: true } } }))[0]!.sounds).toEqual([])
  })
})

test('two microphones of one voice on one recorder that arrive apart are told, the later one named', () => {
  const into = (sourceId: string, delayMs: number, input: number) => ({ sourceId, recorderId: 'r', input, delayMs })
  const combs = (ms: number) => combsOf(given({ soundWay: { 1: into('boom', 0, 1), 2: into('lav', ms, 2), 3: into('desk', 60, 3) } })).map(({ early, late, byMs }) => [early.name, late.name, byMs]) // prettier-ignore
  expect(combs(19)).toEqual([['Boom', 'Lav', 19]])
  expect(combs(5)).toEqual([])
})
