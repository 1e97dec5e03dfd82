import { asId } from '../records/index.ts'
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { productionWith } from '../testing/index.ts'
import { freeCodes, nextCode } from './codes.ts'
import { coverage, sizeOfShot } from './coverage.ts'
import { PATTERNS, shotsOfPattern } from './patterns.ts'
import { type LineContext, readShotLine } from './readShotLine.ts'
import { distanceForSize, SHOT_SIZES } from './size.ts'

const TAKING = { sensorWidthMm: 36, sensorHeightMm: 15.06, squeeze: 1 }
const CONTEXT: LineContext = {
  people: [
    { id: asId('edda'), name: 'Edda Marsh' },
    { id: asId('corin'), name: 'Corin Marsh' },
  ],
  setups: [{ id: asId('d'), letter: 'D' }],
  cameras: [{ id: asId('b'), letter: 'B', taking: TAKING }],
  shots: [{ id: asId('3a'), code: '3A' }],
  scenes: [{ id: asId('three'), number: '3' }],
  rigs: ['sled'],
  taking: TAKING,
  units: 'metric',
}
const read = (line: string, units: LineContext['units'] = 'metric') => readShotLine(line, { ...CONTEXT, units })

describe('a typed line', () => {
  test('is understood piece by piece', () => {
    const { fields, size, problems } = read('3C Corin close 85 T2.8 2.1m left N 20m pairs 3A')
    expect([size, problems]).toEqual(['close', []])
    expect(fields).toEqual({
      code: '3C',
      sceneId: 'three',
      sees: 'Corin, close',
      personIds: ['corin'],
      focalLengthMm: 85,
      tStop: 2.8,
      distanceM: 2.1,
      frameSide: 'left',
      side: 'N',
      minutes: 20,
      pairId: '3a',
    })
  })
  test('says of each piece, in the order of the line, what it was taken for', () =>
    expect(read('3C Corin 85 light D cam B').understood.map((u) => u.says)).toEqual([
      'shot 3C of scene 3',
      'Corin Marsh',
      '85 mm',
      'light D',
      'camera B',
    ]))
  test.each([
    ['3D 200fps', { fpsNum: 200, fpsDen: 1 }],
    ['3D 23.976fps', { fpsNum: 24000, fpsDen: 1001 }],
    ['3D 172.8°', { shutterDeg: 172.8 }],
    ['3D iso1600', { iso: 1600 }],
    ['3D nd0.9', { ndStops: 3 }],
    ['3D nd6', { ndStops: 6 }],
    ['3D x5', { takesExpected: 5 }],
    ['3D 45min', { minutes: 45 }],
    ['3D 3m 15m', { distanceM: 3, minutes: 15 }],
    ['3D 15m', { minutes: 15 }],
    ['3D 15.0m', { distanceM: 15 }],
    ['3D 60cm', { distanceM: 0.6 }],
    ['3D 2,5m', { distanceM: 2.5 }],
    ['3D macro slider', { rig: 'slider', sees: 'macro' }],
    ['3D sled', { rig: 'sled' }],
    ['3D seated quiet must', { figure: 'seated', quiet: true, mustHave: true }],
    ['3D once', { onceOnly: true, takesExpected: 1 }],
    ['3D 1.8x', { squeeze: 1.8 }],
    ['3D "left by the tide, 85 boats" dusk', { sees: 'left by the tide, 85 boats', window: 'dusk' }],
    ['3D Edda and Corin at the bench', { personIds: ['edda', 'corin'], sees: 'and at the bench' }],
    ['3D gulls on the ways', { sees: 'gulls on the ways', figure: 'none' }],
  ])('%s', (line, fields) => expect(read(line).fields).toMatchObject(fields))
  test('in feet, an apostrophe is feet', () =>
    expect(read(`3D 7'6"`, 'feet').fields).toMatchObject({ distanceM: expect.closeTo(2.286, 3) }))
  test('with a size and no distance the camera is put where that size comes out', () => {
    const { fields, understood } = read('3C Corin close 85')
    expect(fields.distanceM).toBeCloseTo(2.1, 1)
    expect(understood.at(-1)!.says).toBe(`${(fields.distanceM as number).toFixed(2)} m away, for close on the 85`)
  })
  test.each([
    ['3A Corin', 'There is a shot 3A already.'],
    ['3C pairs 9Z', 'There is no shot 9Z to pair with.'],
    ['3C light Q', 'There is no setup Q.'],
    ['3C cam X', 'There is no camera X.'],
    ['Corin close', 'Begin with the shot’s code, such as 3C.'],
  ])('%s: %s', (line, says) => expect(read(line).problems).toContain(says))
  test.each(['constructor', '__proto__', 'toString', 'valueOf'])(
    'the word %s is what we see, like any other',
    (word) => {
      expect(read(`3C ${word}`).fields.sees).toBe(word)
    },
  )
  test('no line makes it fail, and what was understood lies within it', () =>
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), (line) =>
        read(line).understood.every(
          (u) => u.from === Number.MAX_SAFE_INTEGER || (u.from < u.to && u.to <= line.length),
        ),
      ),
    ))
})

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
  test.each([
    ['3C', ['3C', '3D'], '3E'],
    ['3Z', [], '3AA'],
    ['12', ['12A'], '12B'],
  ])('a copy of %s beside %j is %s', (code, used, next) => expect(nextCode(code, used)).toBe(next))
})
