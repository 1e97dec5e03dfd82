import { describe, expect, test } from 'vitest'
import { alikeColours } from '../colour/index.ts'
import { asId, type Production, type Shot, tryChanges } from '../records/index.ts'
import { mirrorWays } from '../setup/index.ts'
import { productionWith } from '../testing/index.ts'
import { checkBudget, checkDroppedScenes, checkSceneNumbers } from './checkBrief.ts'
import { checkColours, checkPalettes } from './checkColour.ts'
import { checkLenses, checkRoomForShots, checkScreens } from './checkLenses.ts'
import { checkPairMatch } from './checkMatching.ts'
import { checkNoise, checkOperators, checkPlaceGaps } from './checkPlaces.ts'
import { checkLine, checkMirrors, checkSpots } from './checkPlan.ts'
import type { Finding } from './finding.ts'

type Given = Parameters<typeof productionWith>[0]
const checks = (found: readonly Finding[]) => found.map((f) => f.check)

/** Every way out that is offered really leads out, each tried on its own. */
function leadsOut(production: Production, check: (p: Production) => Finding[]): void {
  for (const finding of check(production))
    for (const fix of finding.fixes) {
      const left = check(tryChanges(production, fix.changes))
      expect([fix.says, left.some((f) => f.check === finding.check && f.about.id === finding.about.id)]).toEqual([
        fix.says,
        false,
      ])
    }
}

describe('colours', () => {
  test('a scene in the stretch of a palette is held to it as one that is chosen', () => {
    const production = productionWith({
      rules: { strayLimit: 20 },
      scene: { one: { number: '1' }, two: { number: '2', rank: 1 } },
      palette: {
        shed: { name: 'Shed', sceneIds: ['one'], stretch: '1-2', colours: [{ hex: '#3a2a1e', name: '', role: '' }] },
      },
      lookItem: { jacket: { name: 'Blue jacket', hex: '#2040ff', sceneIds: ['two'] } },
    })
    expect(checkColours(production)[0]!.says).toMatch(/^Blue jacket .* strays from Shed/)
    const named = productionWith({
      ...{ rules: { strayLimit: 20 }, scene: { one: { number: '1' }, two: { number: '2', rank: 1 } } },
      palette: {
        shed: {
          name: 'Shed',
          sceneIds: ['one'],
          stretch: 'the cold part',
          colours: [{ hex: '#3a2a1e', name: '', role: '' }],
        },
      },
      lookItem: { jacket: { name: 'Blue jacket', hex: '#2040ff', sceneIds: ['two'] } },
    })
    expect(checkColours(named)).toEqual([])
  })

  const colours = (...hexes: string[]) => hexes.map((hex) => ({ hex, name: '', role: '' as const }))
  const given = (jacket: string, limit = 20): Given => ({
    rules: { strayLimit: limit },
    palette: { shed: { name: 'Shed', colours: colours('#3a2a1e', '#8a5a2e', '#d9a55c') } },
    lookItem: { jacket: { name: 'Blue jacket', hex: jacket } },
  })
  test('a blue jacket strays from timber and lamps; both ways out lead out', () => {
    const production = productionWith(given('#2d4f93'))
    const [found] = checkColours(production)
    expect(found!.says).toMatch(/^Blue jacket \(.*blue\) strays from Shed: \d+ from its nearest colour/)
    expect(found!.fixes).toHaveLength(2)
    leadsOut(production, checkColours)
  })
  test.each([
    ['near enough', given('#8d5c31')],
    ['within the house rule', given('#2d4f93', 90)],
    ['in another scene', { ...given('#2d4f93'), lookItem: { jacket: { hex: '#2d4f93', sceneIds: ['other'] } } }],
    ['with no colours in the palette yet', { ...given('#2d4f93'), palette: { shed: { colours: [] } } }],
  ])('%s it does not', (_, other) => expect(checkColours(productionWith(other))).toEqual([]))
  test('two palettes that nobody could tell apart are named, and one may serve for both', () => {
    const production = productionWith({
      scene: { scene: {}, bench: {} },
      palette: {
        one: { name: 'Shed', rank: 0, colours: colours('#3a2a1e', '#8a5a2e') },
        two: { name: 'Bench', rank: 1, sceneIds: ['bench'], colours: colours('#3c2c20', '#8d5c31') },
        three: { name: 'Dusk', rank: 2, colours: colours('#1f2846', '#da8b4a') },
      },
    })
    expect(checkPalettes(production).map((f) => f.says)).toEqual([
      expect.stringMatching(/^Shed and Bench are too alike/),
    ])
    leadsOut(production, checkPalettes)
  })
  test('colours of one palette that look the same are found', () =>
    expect(alikeColours({ colours: colours('#3a2a1e', '#d9a55c', '#3a2b1f') })).toEqual([[0, 2]]))
})

describe('money and scenes', () => {
  const lines: Given = { moneyLine: { a: { rateMinor: 90_000 } } }
  test('what is kept back may be kept smaller; over the budget as it is stops you', () => {
    const tight = productionWith({ ...lines, rules: { budgetMinor: 95_000 } })
    expect(checkBudget(tight)[0]).toMatchObject({ severity: 'watch', says: expect.stringContaining('€ 40 over') })
    leadsOut(tight, checkBudget)
    const over = checkBudget(productionWith({ ...lines, rules: { budgetMinor: 80_000 } }))[0]!
    expect([over.severity, over.fixes]).toEqual(['stop', []])
    expect(checkBudget(productionWith({ ...lines, rules: { budgetMinor: 99_000 } }))).toEqual([])
    expect(checkBudget(productionWith(lines))).toEqual([])
  })
  test('a scene that is left out and still has shots', () => {
    const production = productionWith({
      scene: { scene: { dropped: true }, empty: { dropped: true } },
      shot: { a: {} },
    })
    expect(checks(checkDroppedScenes(production))).toEqual(['shots.scene-left-out'])
    leadsOut(production, checkDroppedScenes)
  })
})

describe('pairs that are cut against each other', () => {
  const pair = (own: Partial<Shot>): Given => ({
    camera: { camera: {} },
    shot: {
      a: { code: '3A', pairId: 'b', cameraId: 'camera', focalLengthMm: 85, distanceM: 2, frameSide: 'left' },
      b: { code: '3B', cameraId: 'camera', focalLengthMm: 85, distanceM: 2, frameSide: 'right', ...own },
    },
  })
  test('alike in everything: nothing to say', () => expect(checkPairMatch(productionWith(pair({})))).toEqual([]))
  test.each([
    ['shots.pair-sizes-differ', { distanceM: 3 }],
    ['shots.pair-heights-differ', { cameraHeightM: 1.9 }],
    ['shots.pair-lenses-differ', { focalLengthMm: 50, distanceM: 1.18 }],
    ['shots.pair-eyes-miss', { looks: 'right' }],
    ['shots.pair-eyes-miss', { looks: 'camera' }],
  ] as const)('%s', (check, own) => {
    const production = productionWith(pair(own))
    expect(checks(checkPairMatch(production))).toEqual([check])
    leadsOut(production, checkPairMatch)
  })
  test('a pair named from both ends is told of once', () =>
    expect(checkPairMatch(productionWith(pair({ distanceM: 3, pairId: asId('a') })))).toHaveLength(1))
  test('one seated and one standing may look up and down', () =>
    expect(checks(checkPairMatch(productionWith(pair({ cameraHeightM: 1.1, figure: 'seated' }))))).toEqual([]))
})

describe('lens, mode, room and screen', () => {
  const shot = (own: object, lens: object = {}): Given => ({
    camera: { camera: {} },
    lens: { lens },
    shot: { a: { code: '1A', cameraId: 'camera', lensId: 'lens', focalLengthMm: 50, tStop: 2.8, ...own } },
  })
  test('a lens that can do it is not spoken of', () => expect(checkLenses(productionWith(shot({})))).toEqual([]))
  test.each([
    ['shots.lens-not-that-long', { focalLengthMm: 85 }, {}],
    ['shots.lens-not-that-fast', { tStop: 1.4 }, {}],
    ['shots.lens-not-that-near', { distanceM: 0.3 }, {}],
    ['shots.lens-other-squeeze', { squeeze: 1.8 }, {}],
    ['shots.lens-too-small-circle', {}, { imageCircleMm: 31 }],
  ])('%s', (check, own, lens) => {
    const production = productionWith(shot(own, lens))
    expect(checks(checkLenses(production))).toEqual([check])
    leadsOut(production, checkLenses)
  })
  test('a zoom holds all that lies between its ends', () =>
    expect(checkLenses(productionWith(shot({ focalLengthMm: 70 }, { focalLengthMm: 24, longestMm: 70 })))).toEqual([]))
  test.each([
    ['shots.mode-too-slow', { fpsNum: 200 }],
    ['shots.mode-of-other-camera', { cameraId: 'other' }],
  ])('%s', (check, own) => {
    const given = shot({ ...own, modeId: 'mode', lensId: null })
    const production = productionWith({ ...given, camera: { camera: {}, other: {} }, sensorMode: { mode: {} } })
    expect(checks(checkLenses(production))).toEqual([check])
    leadsOut(production, checkLenses)
  })
  test('more distance than the room has, corner to corner', () => {
    const production = productionWith({ shot: { a: { code: '1A', distanceM: 9, focalLengthMm: 85 } } })
    expect(checkRoomForShots(production)[0]!.says).toContain('wants 9 m on the 85')
    leadsOut(production, checkRoomForShots)
    expect(checkRoomForShots(productionWith({ shot: { a: { distanceM: 6 } } }))).toEqual([])
    expect(
      checkRoomForShots(productionWith({ spot: { spot: { outdoors: true } }, shot: { a: { distanceM: 90 } } })),
    ).toEqual([])
  })
  test('a 60 Hz screen rolls at 25 frames and half a turn; 150° holds it', () => {
    const production = productionWith({ shot: { a: { screenHz: 60 } } })
    expect(checkScreens(production)).toHaveLength(1)
    leadsOut(production, checkScreens)
    expect(checkScreens(productionWith({ shot: { a: { screenHz: 60, shutterDeg: 150 } } }))).toEqual([])
    expect(checkScreens(productionWith({ shot: { a: {} } }))).toEqual([])
  })
})

test('no two findings are of one check about one record: each can be told from the others', () => {
  const star = [0, 2, 4, 1, 3].map((i) => [3 + 3 * Math.sin(i * 1.2566), 3 - 3 * Math.cos(i * 1.2566)])
  const found = checkSpots(
    productionWith({ spot: { s: { outline: star } }, fitting: { w: { spotId: 's', alongM: 99 } } } as never),
  )
  expect(found.map((f) => f.check)).toEqual(['scout.walls-cross', 'scout.beyond-wall'])
})

describe('the plan of a spot', () => {
  test.each([
    [
      'walls-cross',
      {
        outline: [
          [0, 0],
          [4, 4],
          [4, 0],
          [0, 4],
        ],
      },
      {},
    ],
    ['beyond-wall', {}, { alongM: 5.5, widthM: 2 }],
    ['higher-than-room', {}, { headM: 3.4 }],
    ['no-such-wall', {}, { wall: 7 }],
  ])('%s is told with its place', (code, spot, fitting) => {
    const production = productionWith({ spot: { spot: spot as never }, fitting: { window: fitting } })
    const found = checkSpots(production).filter((f) => f.check === `scout.${code}`)
    expect(found).toHaveLength(1)
    if (found[0]!.fixes.length > 0)
      expect(checks(checkSpots(tryChanges(production, found[0]!.fixes[0]!.changes)))).not.toContain(`scout.${code}`)
  })
  test('a room that fits says nothing', () =>
    expect(checkSpots(productionWith({ fitting: { window: {} } }))).toEqual([]))

  const setup: Given = {
    setup: { setup: {} },
    camera: { A: { letter: 'A' }, B: { letter: 'B' }, C: { letter: 'C' } },
    mark: { m1: { name: 'Edda', xM: 2, yM: 2 }, m2: { name: 'Corin', xM: 4, yM: 2 } },
    shot: Object.fromEntries(['A', 'B', 'C'].map((c) => [c, { cameraId: c, setupId: 'setup', focalLengthMm: 50 }])),
  }
  test('the camera across the line is named and can be put back', () => {
    const production = productionWith({
      ...setup,
      cameraPosition: {
        p1: { cameraId: 'A', xM: 2, yM: 4 },
        p2: { cameraId: 'B', xM: 4, yM: 4.5 },
        p3: { cameraId: 'C', xM: 3, yM: 0.4 },
      },
    })
    expect(checkLine(production).map((f) => [f.about.id, f.says])).toEqual([
      ['p3', expect.stringContaining('camera C stands across the line between Edda and Corin')],
    ])
    leadsOut(production, checkLine)
  })
  test('with one camera, or one person, there is no line to cross', () => {
    expect(checkLine(productionWith({ ...setup, cameraPosition: { p: { cameraId: 'A' } } }))).toEqual([])
    expect(
      checkLine(
        productionWith({ ...setup, mark: { m1: {} }, cameraPosition: { p: { cameraId: 'A' }, q: { cameraId: 'B' } } }),
      ),
    ).toEqual([])
  })
  const mirror: Given = {
    ...setup,
    fitting: { mirror: { type: 'mirror', name: 'mirror', wall: 0, alongM: 1, widthM: 2, sillM: 0.3, headM: 2.2 } },
    cameraPosition: { p: { cameraId: 'A', xM: 2, yM: 4, bearingDeg: 0 } },
  }
  test('a mirror behind the mark shows the camera itself; a step aside is offered that was tried', () => {
    const production = productionWith(mirror)
    const [found] = checkMirrors(production)
    expect(found!.says).toBe('In setup A camera A sees itself in mirror.')
    expect(found!.fixes).toHaveLength(1)
    leadsOut(production, checkMirrors)
  })
  test('the way of the light goes from the camera by the glass to what it sees', () => {
    const production = productionWith(mirror)
    const [way] = mirrorWays(production, Object.values(production.setup)[0]!)
    const camera = Object.values(production.cameraPosition)[0]!
    expect(way).toMatchObject({ cameraId: camera.id, says: 'A: A sees itself', from: camera, to: camera })
    // It falls on the mirror's wall, straight across from where the camera stands.
    expect(way!.by.xM).toBeCloseTo(camera.xM, 6)
    expect(way!.by.yM).toBeCloseTo(0, 6)
    expect(mirrorWays(productionWith({ ...mirror, fitting: {} }), Object.values(production.setup)[0]!)).toEqual([])
  })
  test('turned away, or in a room without one, nothing is seen', () => {
    const away = { ...mirror, cameraPosition: { p: { cameraId: 'A', xM: 2, yM: 4, bearingDeg: 180 } } }
    expect(checkMirrors(productionWith(away))).toEqual([])
    expect(checkMirrors(productionWith({ ...mirror, fitting: {} }))).toEqual([])
  })
})

describe('what a place lacks and the plan needs', () => {
  const day: Given = {
    shot: { a: { minutes: 60 }, b: { minutes: 120, code: '1B' } },
    orderItem: { i: { shotIds: ['a'] }, j: { rank: 1, shotIds: ['b'] } },
  }
  const known = { address: 'x', hospital: 'x', permission: 'x', parking: 'x', toilets: 'x', food: 'x' }
  test('a long day asks for toilets and food, every day for a hospital; a hospital stops you', () => {
    const found = checkPlaceGaps(productionWith(day))
    expect(checks(found).sort()).toEqual([
      'scout.no-address',
      'scout.no-food',
      'scout.no-hospital',
      'scout.no-parking',
      'scout.no-permission',
      'scout.no-toilets',
    ])
    expect(found.find((f) => f.check === 'scout.no-hospital')!.severity).toBe('stop')
  })
  test('what is known is not asked for, and a place nobody goes to is left alone', () => {
    expect(checkPlaceGaps(productionWith({ ...day, place: { place: known } }))).toEqual([])
    expect(
      checkPlaceGaps(productionWith({ place: { place: {}, other: {} } })).some((f) => f.about.id === 'other'),
    ).toBe(false)
  })
  test('outdoors asks for shelter, lamps for a circuit', () => {
    const outdoors = productionWith({
      ...day,
      place: { place: known },
      spot: { spot: { outdoors: true } },
      setup: { setup: {} },
      lamp: { l: {} },
    })
    expect(checks(checkPlaceGaps(outdoors)).sort()).toEqual(['scout.no-power', 'scout.no-shelter'])
  })
})

describe('noise, and people at two cameras', () => {
  test('a quiet shot while the saw runs; moved after something else, it is quiet', () => {
    const production = productionWith({
      noiseSource: { saw: { fromMin: 480, toMin: 510 } },
      shot: { a: { code: '1A', quiet: true, minutes: 30 }, b: { code: '1B', minutes: 60 } },
      orderItem: { i: { shotIds: ['a'], rank: 0 }, j: { shotIds: ['b'], rank: 1 } },
    })
    const [found] = checkNoise(production)
    expect(found!.says).toBe('1A needs quiet and runs 08:00 to 08:30; Band saw is on 08:00 to 08:30.')
    expect(found!.fixes[0]!.says).toBe('Shoot 1A after 1B')
    leadsOut(production, checkNoise)
  })
  test('a loud shot may be as loud as it likes, and a saw elsewhere is not heard', () => {
    const order = { orderItem: { i: { shotIds: ['a'] } } }
    expect(checkNoise(productionWith({ ...order, noiseSource: { saw: {} }, shot: { a: {} } }))).toEqual([])
    expect(
      checkNoise(productionWith({ ...order, noiseSource: { saw: { placeId: 'far' } }, shot: { a: { quiet: true } } })),
    ).toEqual([])
  })
  test('one operator at two cameras that roll together', () => {
    const production = productionWith({
      person: { tobias: { name: 'Tobias' } },
      camera: { A: { letter: 'A', operatorId: 'tobias' }, B: { letter: 'B' } },
      shot: { a: { code: '1A', cameraId: 'A' }, b: { code: '1B', cameraId: 'B', operatorId: 'tobias' } },
      orderItem: { i: { shotIds: ['a', 'b'] } },
    })
    expect(checkOperators(production)[0]!.says).toBe('Tobias operates 1A and 1B, which roll together on 2 cameras.')
    leadsOut(production, checkOperators)
  })
})

test('a scene number that is there twice is told, and the second gets a free one', () => {
  const production = productionWith({
    scene: { scene: { number: '4', rank: 1 }, other: { number: '4', rank: 2 }, third: { number: '4A', rank: 3 } },
  })
  const found = checkSceneNumbers(production)
  expect(found.map((f) => f.says)).toEqual(['There are two scenes 4.'])
  expect(found[0]!.fixes[0]!.says).toBe('Call the second 4B')
  leadsOut(production, checkSceneNumbers)
})
