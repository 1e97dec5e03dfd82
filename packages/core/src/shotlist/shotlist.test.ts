import { asId } from '../records/index.ts'
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { productionWith } from '../testing/index.ts'
import { freeCodes, nextCode } from './codes.ts'
import { coverage, sizeOfShot } from './coverage.ts'
import { PATTERNS, shotsOfPattern } from './patterns.ts'
import { SHOT_SIZES } from '../optics/index.ts'
import { distanceForSize } from './size.ts'

const TAKING = { sensorWidthMm: 36, sensorHeightMm: 15.06, squeeze: 1 }

test.each(SHOT_SIZES)('the distance for %s gives that size, on any lens', (size) => {
  const production = productionWith({ camera: { camera: {} }, deliverable: { film: { aspect: 36 / 20.25 } } })
  const plain = productionWith({ shot: { s: { cameraId: 'camera' } } }).shot.s!
  fc.assert(
    fc.property(
      fc.double({ min: 18, max: 200, noNaN: true }),
      fc.constantFrom('standing', 'seated'),
      (lens, figure) => {
        const sensor = { sensorWidthMm: 36, sensorHeightMm: 20.25, squeeze: 1 }
        const distanceM = distanceForSize(sensor, lens, size, figure)!
        // Sitting, a person is shorter: what would be a cowboy standing shows all of them.
        const got = sizeOfShot(production, { ...plain, focalLengthMm: lens, distanceM, figure })
        return figure === 'seated' ? got !== null : got === size
      },
    ),
  )
})

describe('coverage of a scene', () => {
  const production = productionWith({
    scene: { scene: { characters: ['EDDA', 'PILOT'] } },
    deliverable: { film: {} },
    person: { edda: { name: 'Edda Marsh' }, crew: { name: 'Pell' } },
    recorder: { R: { operatorId: 'crew' } },
    shot: {
      a: { code: '1A', personIds: ['edda', 'crew'], focalLengthMm: 85, distanceM: 1.5, side: 'N' },
      b: { code: '1B', personIds: ['edda'], focalLengthMm: 24, distanceM: 6, side: 'S' },
      c: { code: '1C', personIds: ['edda'], figure: 'none' },
    },
  })
  const { rows, uncovered } = coverage(production, 'scene')
  test('who against size, crew left out, details apart', () => {
    expect(rows.map((r) => [r.name, r.sides])).toEqual([
      ['Edda Marsh', ['N', 'S']],
      ['details and places', []],
    ])
    expect(rows[0]!.cells.close.map((s) => s.code)).toEqual(['1A'])
    expect(rows[0]!.cells.wide.map((s) => s.code)).toEqual(['1B'])
    expect(rows[0]!.cells.medium).toEqual([])
    expect(rows[1]!.cells.detail.map((s) => s.code)).toEqual(['1C'])
  })
  test('a size that was said counts, and where nothing was said nothing is claimed', () => {
    const said = productionWith({
      scene: { scene: {} },
      person: { edda: { name: 'Edda Marsh' } },
      shot: {
        a: { code: '1A', personIds: ['edda'], size: 'close', distanceM: 9 },
        b: { code: '1B', personIds: ['edda'], size: 'unknown', distanceM: 1.2, focalLengthMm: 85 },
      },
    })
    const [row] = coverage(said, 'scene').rows
    expect([row!.cells.close.map((s) => s.code), row!.unsaid.map((s) => s.code)]).toEqual([['1A'], ['1B']])
    expect(Object.values(row!.cells).flat()).toHaveLength(1)
  })
  test('a character that no shot has is named', () => expect(uncovered).toEqual(['PILOT']))
})

describe.each(PATTERNS)('pattern $name', (pattern) => {
  const people = ['Edda Marsh', 'Corin Marsh', 'Pell', 'Juno'].map((name, i) => ({ id: asId<'person'>(`p${i}`), name }))
  const shots = shotsOfPattern(pattern, people, [{ id: asId('A'), taking: TAKING }], TAKING)
  test('makes shots that can be shot, with pairs on opposite sides of the frame', () => {
    expect(shots.length).toBeGreaterThanOrEqual(4)
    for (const { fields, pairs } of shots) {
      expect(fields.distanceM).toBeGreaterThan(0.3)
      expect(fields.distanceM).toBeLessThan(30)
      expect(fields.sees).not.toMatch(/undefined|Person/)
      if (pairs !== null) expect([fields.frameSide, shots[pairs]!.fields.frameSide].sort()).toEqual(['left', 'right'])
    }
  })
  test('for fewer people than it wants it still names who is there', () =>
    expect(shotsOfPattern(pattern, [], [], TAKING).flatMap((s) => s.fields.personIds!)).toEqual([]))
})

describe('codes', () => {
  test.each([
    ['3', ['3A', '3b'], 2, ['3C', '3D']],
    ['3', [], 9, ['3A', '3B', '3C', '3D', '3E', '3F', '3G', '3H', '3J']],
  ])('free codes of scene %s beside %j', (scene, used, count, codes) =>
    expect(freeCodes(scene, used, count)).toEqual(codes),
  )
  test('after Z comes AA, and I and O are never used', () => {
    const codes = freeCodes('1', [], 60)
    expect(codes.slice(22, 26)).toEqual(['1Y', '1Z', '1AA', '1AB'])
    expect(codes.join('')).not.toMatch(/[IO]/)
  })
  test('where the house says so the whole alphabet is used', () => {
    expect(freeCodes('1', [], 9, 'all').at(-1)).toBe('1I')
    expect(nextCode('1H', [], 'all')).toBe('1I')
    expect(nextCode('1H', [])).toBe('1J')
  })
  test.each([
    ['3C', ['3C', '3D'], '3E'],
    ['3Z', [], '3AA'],
    ['12', ['12A'], '12B'],
  ])('a copy of %s beside %j is %s', (code, used, next) => expect(nextCode(code, used)).toBe(next))
})
