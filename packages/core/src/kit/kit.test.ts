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
