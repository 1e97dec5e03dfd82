import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { asId, type RecordFields } from '../records/index.ts'
import { productionWith } from '../testing/index.ts'
import { type SoundRecords, soundPlan, waysToMore } from './index.ts'

interface Laid {
  readonly source: string
  readonly device: string
  readonly input: number
  readonly sentBy?: string
}
const CAMERAS = ['A', 'B']
const RECORDERS = ['R', 'S']
const at = (clock: string) => new Date(`2026-05-14T${clock}:00Z`).toISOString()

/** Sources as name: who they hear, and their transmitter; and where they go. */
function laid(
  sources: Readonly<
    Record<string, { hears: readonly string[]; sentBy?: string; is?: RecordFields<'soundSource'>['is'] }>
  >,
  ways: readonly Laid[],
  extra: object = {},
): SoundRecords {
  return productionWith({
    person: Object.fromEntries(['edda', 'corin'].map((id) => [id, { name: id }])),
    transmitter: { t1: { name: 'T1' }, t2: { name: 'T2' } },
    camera: Object.fromEntries(CAMERAS.map((letter) => [letter, { letter, soundInputs: 2 }])),
    recorder: Object.fromEntries(RECORDERS.map((letter) => [letter, { letter, tracks: 4 }])),
    soundSource: Object.fromEntries(Object.entries(sources).map(([name, { hears, sentBy, is = 'worn' }], i) => [name, { name, is, hears: hears.map((id) => asId<'person'>(id)), transmitterId: sentBy ? asId<'transmitter'>(sentBy) : null, rank: `a${i}` }])), // prettier-ignore
    soundWay: Object.fromEntries(ways.map(({ source, device, input, sentBy }, i) => [`w${i}`, { sourceId: asId<'soundSource'>(source), cameraId: CAMERAS.includes(device) ? asId<'camera'>(device) : null, recorderId: RECORDERS.includes(device) ? asId<'recorder'>(device) : null, input, transmitterId: sentBy ? asId<'transmitter'>(sentBy) : null, version: 5 }])), // prettier-ignore
    ...extra,
  })
}
const edda = (records: SoundRecords) => soundPlan(records).voices.find(({ person }) => person.id === 'edda')!

describe('a voice', () => {
  test('by one microphone on two devices has two recordings and one that is independent', () => {
    const records = laid({ Lav: { hears: ['edda'] } }, [{ source: 'Lav', device: 'R', input: 1 }, { source: 'Lav', device: 'A', input: 1 }]) // prettier-ignore
    expect(edda(records)).toMatchObject({ recordings: 2, independent: 1, loneNeeds: ['Lav'] })
    expect(soundPlan(records).losses).toMatchObject([{ dies: 'Lav', silences: [{ id: 'edda' }] }])
  })
  test('by two microphones into one recorder has one that is independent: the recorder dies once', () => {
    const records = laid({ Lav: { hears: ['edda'] }, Boom: { hears: ['edda'], is: 'boom' } }, [{ source: 'Lav', device: 'R', input: 1 }, { source: 'Boom', device: 'R', input: 2 }]) // prettier-ignore
    expect(edda(records)).toMatchObject({ recordings: 1, independent: 1, loneNeeds: ['recorder R'] })
  })
  test('by two microphones over one transmitter has one', () => {
    const records = laid({ Lav: { hears: ['edda'], sentBy: 't1' }, Boom: { hears: ['edda'], is: 'boom' } }, [{ source: 'Lav', device: 'R', input: 1 }, { source: 'Boom', device: 'A', input: 1, sentBy: 't1' }]) // prettier-ignore
    expect(edda(records)).toMatchObject({ independent: 1, loneNeeds: ['transmitter T1'] })
  })
  test('by two microphones on two devices has two, and nothing that dies takes it away', () => {
    const records = laid({ Lav: { hears: ['edda'], sentBy: 't1' }, Boom: { hears: ['edda', 'corin'], is: 'boom' } }, [{ source: 'Lav', device: 'R', input: 1 }, { source: 'Boom', device: 'A', input: 1 }]) // prettier-ignore
    expect(edda(records)).toMatchObject({ independent: 2, loneNeeds: [] })
    expect(soundPlan(records).losses.map(({ dies }) => dies)).toEqual(['Boom', 'camera A'])
  })
  test('that goes nowhere has none; talkback and timecode carry none', () => {
    expect(edda(laid({ Lav: { hears: ['edda'] } }, []))).toMatchObject({ recordings: 0, independent: 0 })
    const talkback = laid({ Talk: { hears: ['edda'], is: 'talkback' } }, [{ source: 'Talk', device: 'R', input: 1 }])
    expect(soundPlan(talkback).voices).toEqual([])
  })
  test('into an input that a device has not is not recorded', () => {
    const records = laid({ Lav: { hears: ['edda'] } }, [{ source: 'Lav', device: 'A', input: 3 }])
    expect(edda(records)).toMatchObject({ independent: 0 })
    expect(soundPlan(records).devices.find(({ letter }) => letter === 'A')).toMatchObject({ beyond: [3], free: [1, 2] })
  })
  test('its independent recordings are as many as anybody can choose, whatever goes where', () =>
    fc.assert(
      fc.property(
        fc.array(fc.record({ source: fc.constantFrom('L', 'M', 'N'), device: fc.constantFrom('A', 'B', 'R', 'S'), sentBy: fc.constantFrom(undefined, 't1', 't2') }), { maxLength: 7 }), // prettier-ignore
        (chosen) => {
          const ways = chosen.map((one, i) => ({ ...one, input: (i % 2) + 1 }))
          const sources = { L: { hears: ['edda'], sentBy: 't1' }, M: { hears: ['edda'] }, N: { hears: ['edda'] } }
          const needsOf = ({ source, device, sentBy }: (typeof ways)[number]) =>
            new Set([source, device, ...(source === 'L' ? ['t1'] : []), ...(sentBy ? [sentBy] : [])])
          let most = 0
          for (let set = 0; set < 1 << ways.length; set++) {
            const taken = ways.filter((_, i) => (set >> i) & 1).map(needsOf)
            const isDisjoint = taken.every((a, i) =>
              taken.every((b, j) => i === j || ![...a].some((need) => b.has(need))),
            )
            if (isDisjoint) most = Math.max(most, taken.length)
          }
          const records = laid(sources, ways)
          expect(edda(records).independent).toBe(most)
          // No single death takes away a voice that has two.
          if (most > 1) expect(edda(records).loneNeeds).toEqual([])
        },
      ),
    ))
})

describe('what is said of a way', () => {
  const source = { Lav: { hears: ['edda'] } }
  const way = [{ source: 'Lav', device: 'R', input: 1 }]
  const heard = (fields: object, extra: object = {}) =>
    soundPlan(laid(source, way, { soundHeard: { h: { wayId: asId<'soundWay'>('w0'), heardAt: at('09:00'), version: 9, ...fields } }, ...extra })) // prettier-ignore
  const state = (plan: ReturnType<typeof soundPlan>) => plan.sources[0]!.paths[0]!.heard
  test('is that nobody listened, until somebody did', () => {
    expect(state(soundPlan(laid(source, way)))).toBe('not listened to')
    expect(state(heard({ heard: true }))).toBe('heard')
  })
  test('that was not heard is no recording', () => {
    const plan = heard({ heard: false })
    expect([state(plan), plan.voices[0]!.independent]).toEqual(['not heard', 0])
  })
  test('holds only until it is laid otherwise or its device is switched on again', () => {
    expect(state(heard({ heard: true, version: 4 }))).toBe('before it was laid so')
    // Sent on another frequency, it was heard on the one of before.
    const sent = {
      soundSource: { Lav: { name: 'Lav', is: 'worn', hears: [], transmitterId: asId<'transmitter'>('t1') } },
    }
    expect(state(heard({ heard: true }, { ...sent, transmitter: { t1: { name: 'T1', version: 8 } } }))).toBe('heard')
    expect(state(heard({ heard: true }, { ...sent, transmitter: { t1: { name: 'T1', version: 12 } } }))).toBe('before it was laid so') // prettier-ignore
    const battery = { batteryChange: { b: { cameraId: null, recorderId: asId<'recorder'>('R'), happenedAt: at('09:01') } } } // prettier-ignore
    expect(state(heard({ heard: true }, battery))).toBe('before power-up')
  })
})

test('inputs are counted: free, taken twice; a camera with timecode alone has no sound to be laid by', () => {
  const sources = { Lav: { hears: ['edda'] }, Boom: { hears: [] }, Code: { hears: [], is: 'timecode' as const } }
  const plan = soundPlan(laid(sources, [{ source: 'Lav', device: 'A', input: 1 }, { source: 'Boom', device: 'A', input: 1 }, { source: 'Code', device: 'B', input: 2 }])) // prettier-ignore
  expect(plan.devices.map(({ letter, free, doubled }) => [letter, free, doubled])).toEqual([
    ['R', [1, 2, 3, 4], []],
    ['S', [1, 2, 3, 4], []],
    ['A', [2], [1]],
    ['B', [1], []],
  ])
  expect(plan.withoutScratch.map(({ letter }) => letter)).toEqual(['B'])
})

test('a way that would help is one that really makes one recording more', () => {
  const one = laid({ Lav: { hears: ['edda'] }, Boom: { hears: ['edda'], is: 'boom' } }, [{ source: 'Lav', device: 'R', input: 1 }, { source: 'Boom', device: 'R', input: 2 }]) // prettier-ignore
  const ways = waysToMore(one, edda(one))
  expect(ways.map(({ source, device, input }) => [source.name, device.letter, input])).toEqual(
    expect.arrayContaining([['Boom', 'S', 1], ['Lav', 'A', 1]]), // prettier-ignore
  )
  expect(ways.some(({ device }) => device.letter === 'R')).toBe(false)
  const lone = laid({ Lav: { hears: ['edda'] } }, [{ source: 'Lav', device: 'R', input: 1 }])
  expect(waysToMore(lone, edda(lone))).toEqual([])
})

test('a voice that a dozen microphones hear on a dozen devices is counted at once', () => {
  const names = Array.from({ length: 12 }, (_, i) => `m${i}`)
  const records = productionWith({
    person: { edda: { name: 'edda' } },
    recorder: Object.fromEntries(names.map((id, i) => [id, { letter: `R${i}`, tracks: 12 }])),
    soundSource: Object.fromEntries(names.map((id, i) => [id, { name: id, is: 'worn', hears: [asId<'person'>('edda')], rank: `a${i}` }])), // prettier-ignore
    soundWay: Object.fromEntries(names.flatMap((source) => names.map((device, i) => [`${source} ${device}`, { sourceId: asId<'soundSource'>(source), recorderId: asId<'recorder'>(device), cameraId: null, input: i + 1 }]))), // prettier-ignore
  })
  expect(edda(records).independent).toBe(12)
})
