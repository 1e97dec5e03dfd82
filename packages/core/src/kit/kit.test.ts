import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { productionWith } from '../testing/index.ts'
import { kitDifference, kitNeeds } from './kitNeeds.ts'

const p = productionWith({
  camera: { a: { letter: 'A', name: '4K' } },
  recorder: { r: { letter: 'R', name: 'Eight tracks' } },
  setup: { x: { letter: 'X' }, y: { letter: 'Y' } },
  lamp: {
    x1: { setupId: 'x', libraryKey: 'tube-120', name: 'Tube' },
    x2: { setupId: 'x', libraryKey: 'tube-120', name: 'Tube' },
    y1: { setupId: 'y', libraryKey: 'tube-120', name: 'Tube' },
    y2: { setupId: 'y', libraryKey: 'made-here', name: 'Bulb in a jar' },
  },
  shot: {
    s1: { code: '1A', cameraId: 'a', focalLengthMm: 85, rig: 'slider' },
    s2: { code: '1B', cameraId: 'a', focalLengthMm: 85, rig: 'handheld' },
    s3: { code: '1C', focalLengthMm: 85, rig: 'slider' },
  },
  orderItem: {
    together: { shotIds: ['s1', 's2'], recorderIds: ['r'], title: 'Bend' },
    meal: { type: 'meal' },
  },
  kitItem: {
    own: { answersTo: 'lens:85', owned: 1 },
    rent: { answersTo: 'lens:85', rented: 1 },
    tubes: { answersTo: 'lamp:tube-120', owned: 1 },
  },
})
const line = (key: string) => kitDifference(p).find((l) => l.key === key)

describe('kit', () => {
  test('shots that roll together need their things at once; others share them', () =>
    expect(line('lens:85')).toMatchObject({ count: 2, owned: 1, rented: 1, missing: 0, because: ['1A', '1B', '1C'] }))
  test('lamps are counted within a setup, the most of any', () =>
    expect(line('lamp:tube-120')).toMatchObject({ count: 2, owned: 1, missing: 1, because: ['setup X', 'setup Y'] }))
  test('a lamp that is not in the library is known by its own name', () =>
    expect(line('lamp:made-here')).toMatchObject({ name: 'Bulb in a jar', count: 1 }))
  test('a camera is one camera however many shots it has at once', () =>
    expect(line('camera:A')).toMatchObject({ count: 1, name: 'Camera A, 4K' }))
  test('hands are no rig, sound is', () => {
    expect(line('rig:handheld')).toBeUndefined()
    expect(line('rig:slider')).toMatchObject({ count: 1 })
    expect(line('recorder:R')).toMatchObject({ count: 1, because: ['Bend'] })
  })
  test('is listed in an order that people find things in', () => {
    const keys = kitNeeds(p).map((n) => n.key)
    expect(keys).toEqual([...keys].sort((a, b) => a.localeCompare(b, 'en', { numeric: true })))
  })
  test('nothing planned needs nothing', () => expect(kitNeeds(productionWith({}))).toEqual([]))
})

describe('one inventory', () => {
  const shots = (lengths: readonly number[], together: readonly (readonly string[])[] = []) => ({
    camera: { a: { letter: 'A' }, b: { letter: 'B' } },
    recorder: { r: { letter: 'R', name: 'Eight tracks' } },
    shot: Object.fromEntries(
      lengths.map((mm, i) => [`s${i}`, { focalLengthMm: mm, cameraId: i % 2 ? 'b' : 'a', rig: '' }]),
    ),
    orderItem: Object.fromEntries(
      together.map((shotIds, i) => [`o${i}`, { shotIds: [...shotIds], recorderIds: ['r'] }]),
    ),
  })
  const zoom = { focalLengthMm: 24, longestMm: 70 }
  const missing = (given: object) =>
    kitDifference(productionWith(given)).flatMap((l) => (l.missing > 0 ? [`${l.missing} ${l.key}`] : []))

  test('a zoom answers for its range, and what is listed elsewhere is there', () =>
    expect(missing({ ...shots([24, 35, 50, 70, 85], [['s0']]), lens: { z: zoom } })).toEqual(['1 lens:85']))
  test('a zoom is on one camera at a time', () => {
    const given = { ...shots([35, 50], [['s0', 's1']]), lens: { z: zoom } }
    expect(missing(given)).toHaveLength(1)
    expect(missing({ ...given, lens: { z: zoom, other: { focalLengthMm: 28, longestMm: 40 } } })).toEqual([])
  })
  test('fixed lenses go first, so that the zoom does what they cannot', () =>
    expect(
      missing({
        ...shots([50, 35], [['s0', 's1']]),
        lens: { z: zoom },
        kitItem: { fixed: { answersTo: 'lens:50', owned: 1 } },
      }),
    ).toEqual([]))
  test('a lens on the kit list counts as often as it is there', () =>
    expect(
      missing({
        ...shots([85, 85, 85], [['s0', 's1', 's2']]),
        kitItem: { k: { answersTo: 'lens:85', owned: 1, rented: 1 } },
      }),
    ).toEqual(['1 lens:85']))
  test('whatever is wanted and whatever is there, as many get a lens as could', () =>
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom(24, 35, 50, 85), { minLength: 1, maxLength: 4 }),
        fc.array(fc.tuple(fc.constantFrom(20, 24, 35, 50), fc.constantFrom(0, 15, 50)), { maxLength: 4 }),
        (wanted, ranges) => {
          const lens = Object.fromEntries(
            ranges.map(([mm, more], i) => [`l${i}`, { focalLengthMm: mm, longestMm: mm + more }]),
          )
          const given = { ...shots(wanted, [wanted.map((_, i) => `s${i}`)]), lens }
          const lacking = kitDifference(productionWith(given)).reduce(
            (n, l) => n + (l.key.startsWith('lens') ? l.missing : 0),
            0,
          )
          // By hand: every way of handing out the lenses.
          const most = (at: number, left: readonly (readonly [number, number])[]): number =>
            at === wanted.length
              ? 0
              : Math.max(
                  most(at + 1, left),
                  ...left.map((l, i) =>
                    wanted[at]! >= l[0] && wanted[at]! <= l[0] + l[1] ? 1 + most(at + 1, left.toSpliced(i, 1)) : 0,
                  ),
                )
          expect(lacking).toBe(wanted.length - most(0, ranges))
        },
      ),
    ))
})

test('lamps of one’s own are told apart, and from those of the library', () => {
  const own = productionWith({
    setup: { s: { letter: 'A' } },
    ownLamp: { one: { name: 'Old faithful' }, two: { name: 'New one' } },
    lamp: { a: { setupId: 's', ownLampId: 'one' }, b: { setupId: 's', ownLampId: 'one' }, c: { setupId: 's', ownLampId: 'two' }, d: { setupId: 's', libraryKey: 'tube-120' } }, // prettier-ignore
  })
  expect(
    kitNeeds(own)
      .filter(({ key }) => key.startsWith('lamp:'))
      .map(({ name, count }) => [name, count])
      .sort(),
  ).toEqual([
    // prettier-ignore
    ['Light tube, 1.2 m', 1],
    ['New one', 1],
    ['Old faithful', 2],
  ])
})
