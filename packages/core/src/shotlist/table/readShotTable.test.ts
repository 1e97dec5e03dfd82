import { expect, test } from 'vitest'
import { asId, blank, KINDS, type Names, type RecordOf } from '../../records/index.ts'
import { SHOT_COLUMNS, shotCell } from './columns.ts'
import { readShotTable, type ReadShotTable } from './readShotTable.ts'

const id = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`
const NAMES: Record<string, Names> = {
  personIds: new Map([
    [id(1), 'Edda Marsh'],
    [id(2), 'Corin Marsh'],
  ]),
  operatorId: new Map([[id(1), 'Edda Marsh']]),
  cameraId: new Map([[id(3), 'A']]),
  setupId: new Map([[id(4), 'D Sail loft']]),
  lensId: new Map([[id(5), '85 mm T1.5']]),
  modeId: new Map([[id(6), 'Open gate']]),
  pairId: new Map([[id(7), '3A']]),
  matchId: new Map([[id(7), '3A']]),
  sceneId: new Map([[id(8), '3 Sail loft']]),
}
const existing: RecordOf<'shot'> = {
  id: asId(id(7)),
  version: 1,
  ...blank('shot', { sceneId: asId(id(8)), code: '3A' }),
}
const context = (units: 'metric' | 'feet' = 'metric') => {
  let n = 100
  return {
    names: (field: string) => NAMES[field] ?? new Map<string, string>(),
    units,
    shots: [existing],
    scenes: [{ id: id(8), number: '3' }],
    newId: () => id(n++),
    taking: { sensorWidthMm: 36, sensorHeightMm: 20.25, squeeze: 1 },
  }
}
const read = (text: string, units?: 'metric' | 'feet'): ReadShotTable =>
  readShotTable(
    text.split('\n').map((line) => line.split('|')),
    context(units),
  )

const FULL: RecordOf<'shot'> = {
  id: asId(id(9)),
  version: 1,
  ...blank('shot', {
    sceneId: asId(id(8)),
    code: '3C',
    figures: [
      { across: 0.345, behindM: -0.4, figure: 'standing', looks: 'right' },
      { across: 0.7, behindM: 1.25, figure: 'seated', looks: 'ahead' },
    ],
    sees: '=Corin, "close" | and his hands',
    cameraId: asId(id(3)),
    personIds: [asId(id(2)), asId(id(1))],
    focalLengthMm: 85,
    squeeze: 1.8,
    tStop: 2.8,
    fpsNum: 24000,
    fpsDen: 1001,
    shutterDeg: 172.8,
    iso: 1600,
    ndStops: 0.9,
    distanceM: 2.1,
    size: 'medium close',
    notes: 'rain on the roof, keep wide of the door',
    figure: 'seated',
    side: 'N',
    frameSide: 'left',
    looks: 'camera',
    setupId: asId(id(4)),
    rig: 'slider',
    modeId: asId(id(6)),
    lensId: asId(id(5)),
    cameraHeightM: 1.2,
    diffusion: 'eighth',
    diffusionStops: 0.3,
    screenHz: 60,
    operatorId: asId(id(1)),
    matchId: asId(id(7)),
    pairId: asId(id(7)),
    wardrobe: 'grey jersey',
    props: 'adze',
    minutes: 35,
    takesExpected: 5,
    takeSeconds: 600,
    mustHave: true,
    onceOnly: true,
    slowMotion: true,
    quiet: true,
    hard: true,
    window: 'clock',
    windowFromMin: 480,
    windowToMin: 1470,
    tideMin: 60,
  }),
}

test('every field of a shot has a column, or is said to have none', () => {
  const columns = new Set<string>(SHOT_COLUMNS.map((c) => c.field))
  const without = ['fpsDen', 'rank']
  expect(Object.keys(KINDS.shot.fields).filter((f) => !columns.has(f))).toEqual(without)
})

test.each(['metric', 'feet'] as const)('in %s, out and in again is the same shot', (units) => {
  const heads = SHOT_COLUMNS.map((c) => c.head)
  const cells = SHOT_COLUMNS.map((c) => shotCell(FULL, c, context(units)))
  const { shots, remarks } = readShotTable([heads, cells], context(units))
  expect(remarks).toEqual([])
  const { id: _i, version: _v, rank: _r, ...fields } = FULL
  const { distanceM, cameraHeightM, ...rest } = fields
  expect(shots[0]!.fields).toMatchObject(rest)
  // Feet and inches are written to the half inch.
  const within = units === 'feet' ? 0.01 : 1e-9
  expect(Math.abs(shots[0]!.fields.distanceM! - distanceM)).toBeLessThan(within)
  expect(Math.abs(shots[0]!.fields.cameraHeightM! - cameraHeightM)).toBeLessThan(within)
})

test('heads in any order and by other names; what means nothing is named and left out', () => {
  const { columns, shots, remarks } = read('Mood|T-Stop|Code|Description\nblue|2.8|3d|Corin listens')
  expect(columns.map((c) => c.field)).toEqual([null, 'tStop', 'code', 'sees'])
  expect(shots).toMatchObject([
    { code: '3D', existing: null, fields: { tStop: 2.8, sees: 'Corin listens', sceneId: id(8) } },
  ])
  expect(remarks).toEqual([{ line: 1, head: 'Mood', says: 'The column “Mood” is left out, with “blue”.' }])
})

test('a code that is there changes that shot; an empty cell there empties what may be empty', () => {
  const { shots } = read('shot|pairs|lens\n3a||50')
  expect(shots).toMatchObject([{ existing: { code: '3A' }, fields: { pairId: null, focalLengthMm: 50 } }])
})

test('what cannot be read is told by line and head, and the rest of its line is kept', () => {
  const { shots, remarks } = read('shot|stop|lens|who\n3D|T0|85|Edda\n|2|35|\n3E|2.8|wide|Nobody\n3D|4|50|')
  expect(shots.map((s) => [s.code, s.fields.focalLengthMm, s.fields.tStop])).toEqual([
    ['3D', 85, undefined],
    ['3E', undefined, 2.8],
  ])
  expect(remarks.map((r) => [r.line, r.head])).toEqual([
    [2, 'stop'],
    [3, 'shot'],
    [4, 'lens'],
    [4, 'who'],
    [5, 'shot'],
  ])
  expect(remarks[0]!.says).toBe('“T0”: A stop is between T0.7 and T64, such as 2.8.')
})

test('decimal commas, and feet among metres, are read and the feet pointed at', () => {
  const { shots, remarks } = read(`shot|stop|distance\n3D|2,8|2,1\n3E|4|7'6"`)
  expect(shots.map((s) => [s.fields.tStop, s.fields.distanceM])).toEqual([
    [2.8, 2.1],
    [4, expect.closeTo(2.286, 3)],
  ])
  expect(remarks).toEqual([{ line: 3, head: 'distance', says: `“7'6"” was read as 2.29 m.` }])
})

test('shots of one table may pair with one another, and name scenes that are not there yet', () => {
  const { shots, newScenes } = read('shot|pairs\n7A|7B\n7B|7A')
  expect(shots[0]!.fields.pairId).toBe(shots[1]!.id)
  expect(shots[1]!.fields.pairId).toBe(shots[0]!.id)
  expect([newScenes, shots[0]!.fields.sceneId]).toEqual([['7'], 'new scene 7'])
})

test('a table without codes is refused with the reason', () =>
  expect(read('lens|stop\n85|2.8')).toMatchObject({
    shots: [],
    remarks: [{ says: expect.stringContaining('“shot”') }],
  }))

test('a title above the heads, units in cells and cells without a head: read, or said with what they hold', () => {
  const { shots, remarks } = read(
    'Harbour day|||\n|||\nShot|Time|Lens|Aperture\n3D|20 mins|85mm|T2.8|extra, lost|\n3E|45 min|50 mm|f/4',
  )
  expect(shots.map((s) => s.fields)).toMatchObject([
    { code: '3D', minutes: 20, focalLengthMm: 85, tStop: 2.8 },
    { code: '3E', minutes: 45, focalLengthMm: 50, tStop: 4 },
  ])
  expect(remarks.map((r) => [r.line, r.says])).toEqual([
    [1, 'Above the heads, left out: “Harbour day”.'],
    [3, 'Column 5, which has no head, is left out, with “extra, lost”.'],
  ])
})

test('scene and letter in two columns are one code, and numbers that begin anew in each scene', () => {
  expect(read('Scene|Letter|What\nSc 3|D|a\n7|a|b').shots.map((s) => [s.code, s.fields.sceneId])).toEqual([
    ['3D', id(8)],
    ['7A', 'new scene 7'],
  ])
  expect(read('Scene|No|What\n3|1|a\n3|2|b\n4|1|c').shots.map((s) => s.code)).toEqual(['3.1', '3.2', '4.1'])
  expect(read('Scene|No|What\n3|1|a\n3|2|b\n4|3|c').shots.map((s) => s.code)).toEqual(['1', '2', '3'])
})

test('a column means what somebody chose for it', () => {
  const table = [
    ['Shot', 'Mood', ''],
    ['3D', 'blue', 'Corin listens'],
  ]
  const assigned = new Map([['mood', 'notes'], ['#3', 'sees']] as const) // prettier-ignore
  const { shots, remarks } = readShotTable(table, { ...context(), assigned })
  expect([shots[0]!.fields, remarks]).toMatchObject([{ notes: 'blue', sees: 'Corin listens' }, []])
})

test('a size puts the camera; where neither is said nothing is claimed and nobody is drawn', () => {
  const { shots } = read('shot|size|lens|who\n3D|CU|85|Corin Marsh\n3E||85|Corin Marsh\n3F||35|')
  expect(shots.map((s) => s.fields)).toMatchObject([
    { size: 'close', distanceM: expect.closeTo(1.65, 1) },
    { size: 'unknown' },
    { size: 'unknown', figure: 'none' },
  ])
  expect(shots[1]!.fields).not.toHaveProperty('figure')
})
