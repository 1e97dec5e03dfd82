import { describe, expect, test } from 'vitest'
import { asId, tryChanges, withNewIds, createRecord } from '../records/index.ts'
import { productionWith } from '../testing/index.ts'
import { checkOnceOnly } from './checkCover.ts'
import { checkKit } from './checkKit.ts'
import { checkExposure, checkLampCautions, checkRatio } from './checkLight.ts'
import { checkCircuits } from './checkPower.ts'
import { checkFrameRates, checkMainsFlicker, checkPairs, checkShutterSchool } from './checkShots.ts'
import { findSnags } from './findSnags.ts'
import { evidenceHash, type Finding } from './finding.ts'

const says = (findings: readonly Finding[]) => findings.map((f) => f.says)
const fixesOf = (findings: readonly Finding[]) => findings.flatMap((f) => f.fixes.map((fix) => fix.says))
type Check = (production: ReturnType<typeof productionWith>) => Finding[]
/** Carries out each fix of what a check found, alone, and gives what the check finds then. */
const afterEachFix = (check: Check, production: ReturnType<typeof productionWith>) =>
  check(production)
    .flatMap((f) => f.fixes)
    .map((fix) => {
      let made = 0
      return says(
        check(
          tryChanges(
            production,
            withNewIds(fix.changes, () => `made ${made++}`),
          ),
        ),
      )
    })

describe('exposure', () => {
  // 4000 lx at 1 m, 2 m away, square on: 1000 lx. At ISO 800, 1/50 s that is T8: N² = 1000 × 800 / 50 / 250.
  const lit = (shot: object, lamp: object = {}, setup: object = {}) =>
    productionWith({
      setup: { setup },
      mark: { mark: {} },
      lamp: { key: lamp },
      camera: { camera: { mostIso: 1600 } },
      deliverable: { film: {} },
      shot: { a: { setupId: 'setup', cameraId: 'camera', ...shot } },
    })
  test('enough light is no finding, and a third of a stop is forgiven', () => {
    expect(checkExposure(lit({ tStop: 8 }))).toEqual([])
    expect(checkExposure(lit({ tStop: 8 * 2 ** (0.3 / 2) }))).toEqual([])
  })
  test('short by a stop stops you; every way out lifts it', () => {
    const p = lit({ tStop: 11.31 }, { levelPct: 100 })
    const found = checkExposure(p)
    expect(says(found)).toEqual(['1A is 1.0 stops too dark in setup A: the light gives T8.0, the shot wants T11.31.'])
    expect(found[0]).toMatchObject({ severity: 'watch', about: { kind: 'shot', id: 'a' } })
    expect(fixesOf(found)).toEqual([
      'Move the key to 1.41 m',
      'Open to T8',
      'ISO 1600',
      '600 W daylight lamp, 120 cm soft dome as key, at 82 %',
    ])
    expect(found[0]!.fixes.map((fix) => fix.costs)).toEqual([
      '4 minutes, then on the stop',
      'less depth, then on the stop',
      'more noise, then on the stop',
      '8 minutes, to be rented, then on the stop',
    ])
    expect(afterEachFix(checkExposure, p)).toEqual([[], [], [], []])
  })
  test('the metres of a way out are feet where the production counts in feet', () => {
    const p = lit({ tStop: 11.31 })
    expect(fixesOf(checkExposure({ ...p, production: { ...p.production, units: 'feet' } }))[0]).toBe(
      `Move the key to 4' 7½"`,
    )
  })
  test('a dimmed key is turned up before it is moved', () =>
    expect(fixesOf(checkExposure(lit({ tStop: 8 }, { levelPct: 40 })))[0]).toBe('Key to 100 %'))
  test('filters come out first, and slow motion can be less slow', () => {
    expect(fixesOf(checkExposure(lit({ tStop: 8, ndStops: 2 })))[0]).toBe('Take out 2 stops of neutral density')
    const fast = lit({ tStop: 4, fpsNum: 200, slowMotion: true })
    expect(fixesOf(checkExposure(fast))).toContain('Shoot at 100 fps')
    expect(afterEachFix(checkExposure, fast).flat()).toEqual([])
  })
  test('in the dark it says so and promises nothing', () => {
    const found = checkExposure(lit({}, { levelPct: 0 }))
    expect(says(found)).toEqual(['1A has no light at all in setup A.'])
    expect(fixesOf(found)).toEqual([])
  })
  test('a ratio outside what the setup wants is measured', () => {
    const p = productionWith({
      setup: { setup: { ratioLeast: 2, ratioMost: 4 } },
      mark: { mark: {} },
      lamp: { key: {}, fill: { role: 'fill', luxAt1m: 400 } },
    })
    const found = checkRatio(p)
    expect(found).toHaveLength(1)
    expect(found[0]!.says).toMatch(/setup A/i)
    expect(found[0]!.says).toMatch(/11.0 : 1, harder than the 2 : 1 to 4 : 1/)
    expect(fixesOf(found)).toEqual(['Key to 30 %'])
    expect(afterEachFix(checkRatio, p)).toEqual([[]])
    const flat = tryChanges(p, [{ op: 'update', kind: 'lamp', id: asId('fill'), fields: { luxAt1m: 8000 } }])
    expect(says(checkRatio(flat))[0]).toMatch(/1.5 : 1, flatter/)
    expect(fixesOf(checkRatio(flat))).toEqual(['Fill to 50 %'])
    expect(afterEachFix(checkRatio, flat)).toEqual([[]])
  })
})

describe('too much light', () => {
  // 1000 lx at ISO 800, 1/50 s is T8.
  const lit = (shot: object, rows: object = {}) =>
    productionWith({
      setup: { setup: {} },
      mark: { mark: {} },
      lamp: { key: {} },
      camera: { camera: { nativeIso: 400 } },
      shot: { a: { setupId: 'setup', cameraId: 'camera', ...shot } },
      ...rows,
    })
  test('is judged as too little is, and every way out takes it away', () => {
    const p = lit({ tStop: 4 })
    const found = checkExposure(p)
    expect(says(found)).toEqual(['1A is 2.0 stops too bright in setup A: the light gives T8.0, the shot wants T4.'])
    expect(found[0]!.severity).toBe('stop')
    expect(fixesOf(found)).toEqual(['Put in 2 stops of neutral density', 'Key to 25 %', 'Close to T8', 'Shutter 45°'])
    expect(afterEachFix(checkExposure, p).flat()).toEqual([])
  })
  test('what is meant to be over is not, and a mark left out says nothing', () => {
    expect(checkExposure(lit({ tStop: 4 }, { mark: { mark: { wantStops: 2 } } }))).toEqual([])
    expect(checkExposure(lit({ tStop: 4 }, { mark: { mark: { judged: false } } }))).toEqual([])
  })
  test('and a second mark in the dark is told by its name', () => {
    const p = lit({ tStop: 8 }, { mark: { mark: {}, second: { name: 'Second', facingDeg: 180 } } })
    expect(says(checkExposure(p))).toEqual(['1A has no light at all for Second in setup A.'])
  })
})

describe('what lamps ask people to take care of', () => {
  const setup = (cautions: string[], lamp: object) =>
    productionWith({ setup: { setup: { cautions } }, lamp: { key: { name: 'Big one', watts: 650, ...lamp } } })
  test('hot lamps want heat, mains beside water wants mains; one press puts it down', () => {
    const hot = setup([], { libraryKey: 'tungsten-650' })
    expect(says(checkLampCautions(hot))[0]).toMatch(
      /^Setup A has Big one and no word on heat\. Glass and housings burn/,
    )
    expect(afterEachFix(checkLampCautions, hot)).toEqual([[]])
    const wet = setup(['water'], { libraryKey: 'led-300-bare' })
    expect(says(checkLampCautions(wet))[0]).toMatch(/no word on mains\. .*a qualified person decide/)
    expect(afterEachFix(checkLampCautions, wet)).toEqual([[]])
  })
  test('not once it is said, nor of what is cold, off, or on batteries', () => {
    expect(checkLampCautions(setup(['heat'], { libraryKey: 'tungsten-650' }))).toEqual([])
    expect(checkLampCautions(setup([], { libraryKey: 'led-300-bare' }))).toEqual([])
    expect(checkLampCautions(setup([], { libraryKey: 'tungsten-650', levelPct: 0 }))).toEqual([])
    expect(checkLampCautions(setup(['water'], { libraryKey: 'battery-60' }))).toEqual([])
  })
})

describe('shutter and mains', () => {
  const under = (shot: object, rules: object = {}, lamp: object = {}) =>
    productionWith({
      rules,
      setup: { setup: {} },
      lamp: { lamp },
      shot: { a: { setupId: 'setup', ...shot } },
    })
  test.each([
    ['25 fps, 180°, 50 Hz', { fpsNum: 25 }, {}, []],
    ['24 fps, 180°, 50 Hz', { fpsNum: 24 }, {}, ['Shutter 172.8°']],
    ['30 fps, 180°, 50 Hz', { fpsNum: 30 }, {}, ['Shutter 216°']],
    ['30 fps, 180°, 60 Hz', { fpsNum: 30 }, { mainsHz: 60 }, []],
    ['120 fps, 180°, 50 Hz: too fast for any angle', { fpsNum: 120 }, {}, ['Shoot at 50 fps, 180°']],
  ])('%s', (_, shot, rules, fixes) => {
    const p = under(shot, rules)
    expect(fixesOf(checkMainsFlicker(p))).toEqual(fixes)
    expect(afterEachFix(checkMainsFlicker, p).flat()).toEqual([])
  })
  test('lamps that are off and daylight do not beat', () => {
    expect(checkMainsFlicker(under({ fpsNum: 24 }, {}, { levelPct: 0 }))).toEqual([])
    expect(checkMainsFlicker(productionWith({ shot: { a: { fpsNum: 24 } } }))).toEqual([])
  })

  const half = { shutterSchool: 'half' } as const
  test('where the school is twice the frame rate, a narrow shutter is told with its price', () => {
    const p = productionWith({ rules: half, shot: { a: { shutterDeg: 45 } } })
    expect(says(checkShutterSchool(p))).toEqual([
      '1A is at 45°, crisper than the house rule, and it costs 2 stops of light. Meant so? Accept it.',
    ])
    expect(checkShutterSchool(p)[0]!.rule).toBe('shutterSchool')
    expect(afterEachFix(checkShutterSchool, p)).toEqual([[]])
  })
  test('a wide one is told as what it gives', () =>
    expect(says(checkShutterSchool(productionWith({ rules: half, shot: { a: { shutterDeg: 360 } } })))).toEqual([
      '1A is at 360°, softer than the house rule, and it gives 1 stop of light. Meant so? Accept it.',
    ]))
  test('the other school is left alone, and so is the angle that mains ask for', () => {
    expect(checkShutterSchool(productionWith({ shot: { a: { shutterDeg: 45 } } }))).toEqual([])
    expect(checkShutterSchool(under({ fpsNum: 24, shutterDeg: 172.8 }, half))).toEqual([])
    expect(checkShutterSchool(under({ fpsNum: 30, shutterDeg: 216 }, half))).toEqual([])
  })
  test('no way out of one check leads into the other', () => {
    const p = under({ fpsNum: 30, shutterDeg: 90 }, half)
    expect(fixesOf(checkShutterSchool(p))).toEqual(['Shutter 216°'])
    const fixed = tryChanges(p, checkShutterSchool(p)[0]!.fixes[0]!.changes)
    expect([...checkMainsFlicker(fixed), ...checkShutterSchool(fixed)]).toEqual([])
  })
})

describe('rates and pairs', () => {
  const film = { film: { rateNum: 24000, rateDen: 1001 } }
  test.each([
    ['the same rate', { fpsNum: 24000, fpsDen: 1001 }, []],
    ['24.000 is not 23.976', { fpsNum: 24, fpsDen: 1 }, ['Set 23.976 fps', 'Mark as slow motion']],
    ['slower cannot be slow motion', { fpsNum: 12, fpsDen: 1 }, ['Set 23.976 fps']],
    ['meant as slow motion', { fpsNum: 120, fpsDen: 1, slowMotion: true }, []],
  ])('%s', (_, shot, fixes) => {
    const p = productionWith({ deliverable: film, shot: { a: shot } })
    expect(fixesOf(checkFrameRates(p))).toEqual(fixes)
    expect(afterEachFix(checkFrameRates, p).flat()).toEqual([])
  })
  test('a pair on one side is one finding even when both ends name it', () => {
    const p = productionWith({
      shot: { a: { code: '3A', frameSide: 'left', pairId: 'b' }, b: { code: '3C', frameSide: 'left', pairId: 'a' } },
    })
    expect(says(checkPairs(p))).toEqual(['3A and 3C both sit frame left. Cut together they will not face each other.'])
    expect(fixesOf(checkPairs(p))).toEqual(['Put 3C frame right', 'Unpair them'])
    expect(afterEachFix(checkPairs, p)).toEqual([[], []])
  })
  test('opposite sides, or the middle, cut together', () => {
    const pair = (a: 'left' | 'centre', b: 'right' | 'centre') =>
      checkPairs(productionWith({ shot: { a: { frameSide: a, pairId: 'b' }, b: { frameSide: b } } }))
    expect([pair('left', 'right'), pair('centre', 'centre')]).toEqual([[], []])
  })
})

describe('what happens once', () => {
  const bend = (item: object, extra: object = {}) =>
    productionWith({
      rules: { onceOnlyPictures: 3, onceOnlySounds: 2 },
      camera: { a: {}, b: { letter: 'B' }, c: { letter: 'C' } },
      recorder: { r: {}, s: { letter: 'S' } },
      shot: { one: { code: '2K', onceOnly: true, cameraId: 'a' }, two: { code: '2L', cameraId: 'b' } },
      orderItem: { bend: { shotIds: ['one', 'two'], ...item } },
      ...extra,
    })
  test('too few pictures and sounds, with more of each offered', () => {
    const p = bend({ recorderIds: ['r'] })
    expect(says(checkOnceOnly(p))).toEqual(['2K, 2L happen once and have 2 of 3 pictures and 1 of 2 sound recordings.'])
    expect(fixesOf(checkOnceOnly(p))).toEqual(['Put another recorder on it', 'Lock off camera C on it too'])
    expect(afterEachFix(checkOnceOnly, p)).toEqual([
      ['2K, 2L happen once and have 2 of 3 pictures.'],
      ['2K, 2L, 2K2 happen once and have 1 of 2 sound recordings.'],
    ])
  })
  test('two shots of one camera are one picture; recorders named twice are one sound', () => {
    const p = bend(
      { recorderIds: ['r', 'r'] },
      { shot: { one: { onceOnly: true, cameraId: 'a' }, two: { cameraId: 'a' } } },
    )
    expect(says(checkOnceOnly(p))[0]).toMatch(/1 of 3 pictures and 1 of 2 sound/)
  })
  test('the line cut is no picture more, and is not locked off on it', () => {
    const p = bend({ recorderIds: ['r', 's'] }, { camera: { a: {}, b: { letter: 'B', lineCut: true }, c: { letter: 'C', lineCut: true }, d: { letter: 'D' } } }) // prettier-ignore
    expect(says(checkOnceOnly(p))).toEqual(['2K, 2L happen once and have 1 of 3 pictures.'])
    expect(fixesOf(checkOnceOnly(p))).toEqual([])
  })
  test('the rule it names is the one that is broken', () => {
    const p = bend({ recorderIds: ['r', 's'] })
    expect(checkOnceOnly(p)[0]!.rule).toBe('onceOnlyPictures')
    const fixed = bend({ recorderIds: [] }, { rules: { onceOnlyPictures: 2, onceOnlySounds: 2 } })
    expect(checkOnceOnly(fixed)[0]!.rule).toBe('onceOnlySounds')
  })
  test('one that is in no order yet is put there with all the sound there is', () => {
    const p = bend({ shotIds: [] })
    expect(checkOnceOnly(p)[0]!.about).toEqual({ kind: 'shot', id: 'one' })
    expect(afterEachFix(checkOnceOnly, p)).toEqual([['2K happens once and has 1 of 3 pictures.']])
  })
})

describe('power and kit', () => {
  const wall = (lamps: object, circuits: object = {}) =>
    productionWith({
      circuit: { wall: { ratingA: 10, otherLoadW: 460, otherLoadNote: 'kettle' }, ...circuits },
      setup: { setup: {} },
      lamp: lamps as never,
    })
  test('over the headroom is to watch, over the rating stops you, and a qualified person decides', () => {
    const over = checkCircuits(wall({ a: { watts: 1610, circuitId: 'wall' } }))
    expect(says(over)).toEqual([
      'Setup A puts 9.4 A on Wall, over the 8.0 A the house rule allows (kettle takes 2.0 A). No way to share them among the circuits there keeps each within the rule: a generator of 2.1 kVA would carry them all. A qualified person decides.',
    ])
    expect(over[0]).toMatchObject({ severity: 'watch', rule: 'circuitHeadroomPct' })
    expect(checkCircuits(wall({ a: { watts: 2000, circuitId: 'wall' } }))[0]!.severity).toBe('stop')
  })
  test('a lamp moves to a circuit of the same place that can carry it', () => {
    const p = wall(
      { a: { watts: 1000, circuitId: 'wall' }, b: { watts: 600, role: 'fill', circuitId: 'wall' } },
      { bench: { name: 'Bench', ratingA: 16 }, far: { name: 'Far', ratingA: 32, placeId: 'elsewhere' } },
    )
    expect(fixesOf(checkCircuits(p))).toEqual(['Plug the fill into Bench'])
    expect(afterEachFix(checkCircuits, p)).toEqual([[]])
  })
  test('dimmed lamps draw less, and an unlisted circuit is not judged', () => {
    expect(checkCircuits(wall({ a: { watts: 1610, levelPct: 50, circuitId: 'wall' } }))).toEqual([])
    expect(checkCircuits(wall({ a: { watts: 9000, circuitId: 'gone' } }))).toEqual([])
  })
  test('what is missing is rented more of, or put on the list to rent', () => {
    const shots = { a: { focalLengthMm: 85 }, b: { code: '1B', focalLengthMm: 85 } }
    const together = { i: { shotIds: ['a', 'b'] } }
    const none = productionWith({ shot: shots, orderItem: together })
    expect(says(checkKit(none))[0]).toBe('2 × 85 mm lens missing, wanted by 1A, 1B.')
    expect(fixesOf(checkKit(none))).toContain('Put 2 × 85 mm lens on the list to rent')
    const one = productionWith({
      shot: shots,
      orderItem: together,
      kitItem: { lens: { answersTo: 'lens:85', owned: 1 } },
    })
    expect(fixesOf(checkKit(one))).toContain('Rent 1')
    for (const p of [none, one])
      expect(afterEachFix(checkKit, p).some((left) => !left.join().includes('85 mm'))).toBe(true)
  })
})

test('what stops you comes before what is to watch', () => {
  const p = productionWith({
    deliverable: { film: {} },
    shot: { a: { fpsNum: 30 } },
    orderItem: { i: { shotIds: ['a'] } },
  })
  const severities = findSnags(p).map((f) => f.severity)
  expect(severities).toEqual([...severities].sort())
  expect(severities).toContain('watch')
})

describe('an accepted finding', () => {
  const finding = (value: number) => ({ evidence: [{ label: 'short', value, unit: 'stops', from: '' }] })
  test('stays quiet through noise in the third digit and speaks when it grows', () => {
    expect(evidenceHash(finding(1.2341))).toBe(evidenceHash(finding(1.2339)))
    expect(evidenceHash(finding(1.23))).not.toBe(evidenceHash(finding(1.3)))
  })
})

test('records that a fix makes get their ids, and are named by them wherever else', () => {
  let n = 0
  const changes = withNewIds(
    [
      createRecord('shot', { code: '2L' }, asId('new:B')),
      createRecord('attendance', {}),
      {
        op: 'update',
        kind: 'orderItem',
        id: asId('i'),
        fields: { shotIds: [asId('a'), asId('new:B')], title: 'Bend' },
      },
      { op: 'remove', kind: 'shot', id: asId('a') },
    ],
    () => `id ${n++}`,
  )
  expect(changes).toMatchObject([
    { op: 'create', kind: 'shot', id: 'id 0', fields: { code: '2L' } },
    { op: 'create', kind: 'attendance', id: 'id 1' },
    { op: 'update', kind: 'orderItem', id: 'i', fields: { shotIds: ['a', 'id 0'], title: 'Bend' } },
    { op: 'remove', kind: 'shot', id: 'a' },
  ])
})
