import { describe, expect, test } from 'vitest'
import { asId, type Production, tryChanges, withNewIds } from '../records/index.ts'
import { rollTogether } from '../shotlist/index.ts'
import { productionWith } from '../testing/index.ts'
import { checkScriptHours } from './checkScript.ts'
import { checkCamerasTogether, checkMustHaves } from './checkTogether.ts'
import type { Finding } from './finding.ts'

const fixed = (production: Production, [finding]: readonly Finding[], at = 0) =>
  tryChanges(
    production,
    withNewIds(finding!.fixes[at]!.changes, () => 'made'),
  )

describe('shots that roll together', () => {
  const given = (second: string) =>
    productionWith({
      camera: { A: { letter: 'A' }, B: { letter: 'B' } },
      shot: { a: { code: '3A', cameraId: 'A' }, b: { code: '3B', cameraId: second } },
      orderItem: { i: { dayId: 'day', shotIds: ['a', 'b'] } },
    })
  test('on one camera are told, and led out of by a free camera or one after the other', () => {
    const production = given('A')
    const found = checkCamerasTogether(production)
    expect(found.map((f) => [f.severity, f.says])).toEqual([['stop', 'Camera A is in 3A and 3B, which roll together.']])
    for (const at of [0, 1]) expect(checkCamerasTogether(fixed(production, found, at))).toEqual([])
    expect(Object.values(fixed(production, found, 1).orderItem).map((i) => i.shotIds)).toEqual([['a'], ['b']])
  })
  test('on a camera each are fine', () => expect(checkCamerasTogether(given('B'))).toEqual([]))

  test('leave the rows that had them, of that day alone; a row that is left with none goes', () => {
    const production = productionWith({
      day: { other: { date: '2026-05-15' } },
      shot: Object.fromEntries(['a', 'b', 'c', 'd'].map((id) => [id, { code: `3${id}` }])),
      orderItem: {
        one: { dayId: 'day', shotIds: ['a'] },
        two: { dayId: 'day', shotIds: ['b', 'd'] },
        three: { dayId: 'day', shotIds: ['c'] },
        elsewhere: { dayId: 'other', shotIds: ['c'] },
      },
    })
    const changes = rollTogether(production, production.orderItem.one!, ['a', 'b', 'c'].map(asId<'shot'>))
    const after = tryChanges(production, changes)
    expect(Object.fromEntries(Object.values(after.orderItem).map((i) => [i.id, i.shotIds]))).toEqual({
      one: ['a', 'b', 'c'],
      two: ['d'],
      elsewhere: ['c'],
    })
  })
})

describe('a must-have', () => {
  const given = (shotIds: string[], dropped = false) =>
    productionWith({
      scene: { scene: { dropped } },
      shot: { must: { code: '5A', sceneId: 'scene', mustHave: true }, other: { code: '5B', sceneId: 'scene' } },
      orderItem: shotIds.length > 0 ? { i: { dayId: 'day', shotIds } } : {},
    })
  test('that an order leaves out of every day stops, and is put at the end of the last', () => {
    const production = given(['other'])
    const found = checkMustHaves(production)
    expect(found.map((f) => [f.severity, f.says])).toEqual([['stop', '5A is a must-have and on no day.']])
    expect(checkMustHaves(fixed(production, found))).toEqual([])
  })
  test('on a day is fine; before anything is ordered nothing is missing; a dropped scene wants nothing', () => {
    expect(checkMustHaves(given(['must']))).toEqual([])
    expect(checkMustHaves(given([]))).toEqual([])
    expect(checkMustHaves(given(['other'], true))).toEqual([])
  })
})

describe('the hour that the script says', () => {
  const given = (timeOfDay: string, callMin: number, more: { inOut?: string; window?: string } = {}) =>
    productionWith({
      place: { place: { latitudeDeg: 51.5, longitudeDeg: 1 } },
      day: { day: { placeId: 'place', callMin, date: '2026-05-14' } },
      scene: { scene: { number: '5', timeOfDay, inOut: (more.inOut ?? 'outside') as 'outside' } },
      shot: { s: { code: '5A', sceneId: 'scene', window: (more.window ?? 'none') as 'none' } },
      orderItem: { i: { dayId: 'day', shotIds: ['s'], minutes: 20 } },
    })
  test.each([
    ['night', 893, true],
    ['NIGHT', 1380, false],
    ['day', 893, false],
    ['dawn', 893, true],
    ['later', 893, false],
    ['', 893, false],
    ['morning', 60, true],
  ])('%s outside at minute %d: told %s', (timeOfDay, callMin, told) =>
    expect(checkScriptHours(given(timeOfDay, callMin)).length > 0).toBe(told),
  )
  test('inside, and where the shot asks for light of its own, the script says nothing more', () => {
    expect(checkScriptHours(given('night', 893, { inOut: 'inside' }))).toEqual([])
    expect(checkScriptHours(given('night', 893, { window: 'night' }))).toEqual([])
  })
  test('it says the hour, and when there is such light', () =>
    expect(checkScriptHours(given('night', 893))[0]!.says).toMatch(
      /^Scene 5 is “night” outside; Day 1 shoots 5A at 14:53, and night is from 21:\d\d to 0\d:\d\d/,
    ))
})
