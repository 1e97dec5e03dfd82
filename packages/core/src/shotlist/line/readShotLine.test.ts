import { asId } from '../../records/index.ts'
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { type LineContext, putBack, readShotLine } from './index.ts'

const TAKING = { sensorWidthMm: 36, sensorHeightMm: 15.06, squeeze: 1 }
const CONTEXT: LineContext = {
  people: [
    { id: asId('bride'), name: 'Ama Okoro' },
    { id: asId('groom'), name: 'Jonas Okoro' },
    { id: asId('yuki'), name: '山田 雪' },
    { id: asId('edda'), name: 'Edda Marsh' },
    { id: asId('corin'), name: 'Corin Marsh' },
  ],
  setups: [{ id: asId('d'), letter: 'D' }],
  cameras: [
    { id: asId('a'), letter: 'A', taking: TAKING },
    { id: asId('b'), letter: 'B', taking: TAKING },
  ],
  shots: [{ id: asId('3a'), code: '3A' }],
  scenes: [{ id: asId('three'), number: '3' }],
  rigs: ['sled'],
  taking: TAKING,
  fps: 25,
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
    ['3D macro slider', { rig: 'macro slider', sees: '' }],
    ['3D sled', { rig: 'sled' }],
    ['3D seated quiet must', { figure: 'seated', quiet: true, mustHave: true }],
    ['3D once', { onceOnly: true, takesExpected: 1 }],
    ['3D 1.8x', { squeeze: 1.8 }],
    ['3D "left by the tide, 85 boats" dusk', { sees: 'left by the tide, 85 boats', window: 'dusk' }],
    ['3D Edda and Corin at the bench', { personIds: ['edda', 'corin'], sees: 'Edda and Corin at the bench' }],
    ['3D gulls on the ways', { sees: 'gulls on the ways', figure: 'none' }],
  ])('%s', (line, fields) => expect(read(line).fields).toMatchObject(fields))
  test('in feet, an apostrophe is feet', () =>
    expect(read(`3D 7'6"`, 'feet').fields).toMatchObject({ distanceM: expect.closeTo(2.286, 3) }))
  test('with a size and no distance the camera is put where that size comes out', () => {
    const { fields, understood } = read('3C Corin close 85')
    expect(fields.distanceM).toBeCloseTo(2.2, 1)
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
  test.each([
    ['3D 180 fps', { fpsNum: 180, fpsDen: 1, sees: '' }],
    ['3D ISO 1250', { iso: 1250, sees: '' }],
    ['3D 1/400', { shutterDeg: 22.5, sees: '' }],
    ['3D 1/400 200fps', { shutterDeg: 180, fpsNum: 200 }],
    ['3D 1/50 23.976 fps', { shutterDeg: 172.63 }],
    ['3D 20 min', { minutes: 20, sees: '' }],
    ['3D 20 mins', { minutes: 20 }],
    ['3D T 2.8', { tStop: 2.8 }],
    ['3D f/2.8', { tStop: 2.8 }],
    ['3D ND 0.6', { ndStops: 2 }],
    ['3D 2.1 m', { distanceM: 2.1 }],
    ['3D 7 ft', { distanceM: 2.134 }],
    ['3D 3 takes', { takesExpected: 3 }],
    ['3D tripod', { rig: 'tripod', sees: '' }],
    ['3D on the pier on sticks', { rig: 'sticks', sees: 'on the pier' }],
    ['3D night', { window: 'night', sees: '' }],
    ['3D the boats come in at night', { window: 'night', sees: 'the boats come in' }],
    ['3D Corin close 85 A', { cameraId: 'a', personIds: ['corin'] }],
    ['3D A Corin close', { cameraId: 'a' }],
    ['3D B-cam Corin', { cameraId: 'b' }],
    [
      '3D Corin over the shoulder',
      { personIds: ['corin'], figures: [{ behindM: -0.8 }], sees: 'Corin over the shoulder' },
    ],
    ['3D Corin over the shoulder of Edda', { personIds: ['corin', 'edda'], sees: 'Corin over the shoulder of Edda' }],
    ['3D OTS Corin', { figures: [{ figure: 'standing' }] }],
    ['3D from inside', { side: 'in' }],
    ['3D frame left', { frameSide: 'left' }],
    ['3D must have', { mustHave: true, sees: '' }],
    ['3D must-have boats', { mustHave: true, sees: 'boats' }],
    ['3D Ama and Jonas close', { personIds: ['bride', 'groom'], sees: 'Ama and Jonas, close' }],
    ['3D 山田 雪 close', { personIds: ['yuki'] }],
    ['3D close of Corin', { personIds: ['corin'], sees: 'Corin, close' }],
    ['3D wide of the square', { sees: 'wide of the square' }],
    ['3D hands on the rope CU', { sees: 'hands on the rope' }],
    ['3D 85 at the window', { focalLengthMm: 85, sees: 'at the window' }],
    ['sc 3 Corin', { sceneId: 'three', code: '3B' }],
    ['Scene 3 Corin', { sceneId: 'three', code: '3B' }],
  ])('as crews type: %s', (line, fields) => {
    const { problems, fields: got } = read(line)
    expect(problems).toEqual([])
    expect(got).toMatchObject({
      ...fields,
      ...('sees' in fields && fields.sees === '' ? { sees: expect.any(String) } : {}),
    })
    if ('sees' in fields && fields.sees === '') expect(['', 'close']).toContain(got.sees)
  })
  test.each([
    ['in the stairwell', ['side']],
    ['not in script', ['side']],
    ['must not see the street', ['mustHave']],
    ['a boat, two gulls, and the quiet sea', ['quiet']],
    ['A boat goes by', ['cameraId']],
    ['they close the door', ['distanceM']],
    ['she turns left at the corner', ['frameSide']],
    ['12 guests arrive', ['focalLengthMm']],
    ['room 12', ['focalLengthMm']],
    ['light on the water', ['setupId']],
    ['the camera crew rests', ['cameraId']],
    ['children like cake', ['matchId']],
    ['a dolly of toys, the crane', ['rig']],
    ['once upon a time', ['onceOnly']],
    ['a letter for Corin', ['personIds']],
    ['Okoro', ['personIds']],
  ])('a sentence stays one: %s', (sentence, unset) => {
    const { fields } = read(`3D ${sentence}`)
    expect(fields.sees).toBe(sentence)
    for (const field of unset) expect(fields).not.toHaveProperty(field)
  })
  test('a second value of a field, and a second name, stay words', () => {
    expect(read('3D Corin T2.8 T4 Corin').fields).toMatchObject({ tStop: 2.8, personIds: ['corin'], sees: 'T4 Corin' })
  })
  test('scenes 3 and 3A are told apart by what is left for the letter', () => {
    const scenes = [{ id: asId<'scene'>('three'), number: '3' }, { id: asId<'scene'>('threeA'), number: '3A' }] // prettier-ignore
    const sceneOf = (code: string) => readShotLine(code, { ...CONTEXT, scenes }).fields.sceneId
    expect([sceneOf('3AB'), sceneOf('3A'), sceneOf('3C')]).toEqual(['threeA', 'three', 'three'])
  })
  test.each([
    ['sc 9 Corin', 'There is no scene 9.'],
    ['3D 1/20 25fps', '1/20 s is longer than a frame at 25 fps.'],
  ])('%s: %s', (line, says) => expect(read(line).problems).toEqual([says]))

  const WORDS = [
    ...[
      'in',
      'the',
      'stairwell',
      'not',
      'must',
      'see',
      'Corin',
      'Edda',
      'and',
      'A',
      'B',
      'close',
      'wide',
      'of',
      'left',
    ],
    ...['85', '1/400', 'ISO', '1250', '180', 'fps', '20', 'min', 'night', 'quiet', 'T2.8', '"as it is"', 'ND', '0.6'],
    ...[
      'macro',
      'slider',
      'over',
      'shoulder',
      'pairs',
      '3A',
      'light',
      'D',
      'cam',
      '山田',
      '雪',
      'x3',
      'once',
      'at',
      '2.1m',
    ],
  ]
  const lines = fc
    .array(fc.tuple(fc.constantFrom(...WORDS), fc.constantFrom('', '', '', ',', ';')), { maxLength: 12 })
    .map((words) => ['3D', ...words.map(([word, comma]) => word + comma)].join(' '))
  /** Words by hand: no comma, no quote. */
  const wordsOf = (text: string) => text.replace(/[",;]/g, ' ').split(' ').filter(Boolean).sort()

  test('the description and what was understood give back every word', () =>
    fc.assert(
      fc.property(lines, (line) => {
        const { understood, fields } = read(line)
        const placed = understood.filter((u) => u.from !== null)
        // No word is understood twice.
        const took = placed.filter((u) => u.field !== 'figures')
        took.slice(1).forEach((u, i) => expect(u.from).toBeGreaterThanOrEqual(took[i]!.to!))
        const gone = took.filter((u) => u.field !== 'sees' && !u.kept).map((u) => line.slice(u.from!, u.to!))
        const isSentence = took.some((u) => u.field === 'sees' || u.kept)
        expect([...wordsOf(gone.join(' ')), ...(isSentence ? wordsOf(fields.sees!) : [])].sort()).toEqual(wordsOf(line))
      }),
      { numRuns: 500 },
    ))
  test('whatever was understood can be put back, and is then what we see, whole', () =>
    fc.assert(
      fc.property(lines, fc.nat(), (line, n) => {
        const pieces = read(line).understood.filter((u) => u.from !== null && u.field !== 'sees' && u.field !== 'code')
        const piece = pieces[n % Math.max(1, pieces.length)]
        if (!piece) return
        const after = read(putBack(line, piece))
        expect(after.fields.sees).toContain(line.slice(piece.from!, piece.to!).replaceAll('"', ''))
      }),
    ))
  test('no line makes it fail, and what was understood lies within it', () =>
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), (line) =>
        read(line).understood.every((u) => u.from === null || (u.from < u.to! && u.to! <= line.length)),
      ),
    ))
})
