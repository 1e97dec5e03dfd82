import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { asId, type PlainChange, type Production, tryChanges, updateRecord, withNewIds } from '../records/index.ts'
import { productionWith } from '../testing/index.ts'
import type { Finding } from './finding.ts'
import { findSnags } from './findSnags.ts'
import { wayHolds } from './wayHolds.ts'

let number = 0
const newId = () => `made ${number++}`
const stops = (found: readonly Finding[]) =>
  found.filter((f) => f.severity === 'stop').map((f) => `${f.check} ${f.about.id}`)

/** Days in trouble: too full, at hours when the place is shut, with screens, lamps and windows of light. */
const days = fc
  .record({
    callMin: fc.integer({ min: 0, max: 1300 }),
    outByMin: fc.option(fc.integer({ min: 300, max: 1439 })),
    opensMin: fc.integer({ min: 240, max: 700 }),
    closesMin: fc.integer({ min: 720, max: 1380 }),
    shots: fc.array(
      fc.record({
        minutes: fc.integer({ min: 5, max: 150 }),
        shutterDeg: fc.constantFrom(90, 144, 172.8, 180, 200),
        fpsNum: fc.constantFrom(24, 25, 50, 100),
        screenHz: fc.constantFrom(null, 60, 75, 144),
        window: fc.constantFrom('none', 'none', 'dawn', 'dusk', 'golden-evening', 'night'),
        mustHave: fc.boolean(),
        onceOnly: fc.boolean(),
        iso: fc.constantFrom(200, 800, 3200),
        size: fc.constantFrom('auto', 'close', 'wide'),
        fixedAtMin: fc.option(fc.integer({ min: 300, max: 1200 })),
      }),
      { minLength: 1, maxLength: 6 },
    ),
  })
  .map(({ callMin, outByMin, opensMin, closesMin, shots }) =>
    productionWith({
      place: { yard: { name: 'Yard', latitudeDeg: 51.5, longitudeDeg: 1, opensMin, closesMin } },
      day: { day: { placeId: asId('yard'), callMin, outByMin, date: '2026-05-14' } },
      spot: { shed: { placeId: 'yard', name: 'Shed' } },
      scene: { scene: { spotId: 'shed' } },
      setup: { setup: { spotId: 'shed' } },
      lamp: { key: { setupId: 'setup', xM: 1, yM: 1 } },
      camera: { A: { letter: 'A' } },
      deliverable: { film: {} },
      shot: Object.fromEntries(
        shots.map(({ fixedAtMin: _, ...shot }, i) => [
          `s${i}`,
          { ...shot, code: `1${'ABCDEF'[i]}`, sceneId: 'scene', setupId: 'setup', cameraId: 'A' },
        ]),
      ),
      orderItem: Object.fromEntries(
        shots.map(({ minutes, fixedAtMin }, i) => [
          `i${i}`,
          { dayId: 'day', type: 'shots', shotIds: [`s${i}`], minutes, fixedAtMin, rank: i },
        ]),
      ) as never,
    }),
  )

describe('a way out', () => {
  test('that is offered makes no stop, and about its own record nothing new; whatever trouble a day is in', () => {
    let offered = 0
    let refused = 0
    fc.assert(
      fc.property(days, (production) => {
        const before = findSnags(production)
        const known = new Set(before.map((f) => `${f.check} ${f.about.id}`))
        for (const finding of before)
          for (const fix of finding.fixes) {
            const after = findSnags(tryChanges(production, withNewIds(fix.changes, newId)))
            const worse = stops(after).filter((stop) => !stops(before).includes(stop))
            const fresh = after.filter((f) => f.about.id === finding.about.id && !known.has(`${f.check} ${f.about.id}`))
            const holds = wayHolds(production, before, finding, fix.changes, newId)
            expect([fix.says, holds]).toEqual([fix.says, worse.length + fresh.length === 0])
            if (holds) offered++
            else refused++
          }
      }),
      { numRuns: 30, seed: 7 },
    )
    // Both happen, or nothing was tried here.
    expect(offered).toBeGreaterThan(20)
    expect(refused).toBeGreaterThan(0)
  })
  test('that trades one stop for another is none', () => {
    const production: Production = productionWith({
      place: { yard: { latitudeDeg: 51.5, longitudeDeg: 1 } },
      day: { day: { placeId: 'yard', callMin: 480, outByMin: 600 } },
      scene: { scene: {} },
      shot: { s: { code: '1A', sceneId: 'scene', mustHave: true } },
      orderItem: { i: { dayId: 'day', type: 'shots', shotIds: ['s'], minutes: 30 } as never },
    })
    const before = findSnags(production)
    const tooLong: PlainChange[] = [updateRecord('orderItem', asId('i'), { minutes: 600 })]
    const about: Finding = { ...(before[0] ?? NONE), about: { kind: 'shot', id: 's' } }
    expect(wayHolds(production, before, about, tooLong, newId)).toBe(false)
    expect(wayHolds(production, before, about, [], newId)).toBe(true)
  })
})
const NONE: Finding = {
  check: 'x',
  severity: 'watch',
  says: '',
  evidence: [],
  rule: null,
  about: { kind: 'shot', id: 's' },
  stage: 'shots',
  fixes: [],
}
