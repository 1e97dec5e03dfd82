import { describe, expect, test } from 'vitest'
import { asId, tryChanges, withNewIds } from '../records/index.ts'
import { lampsInView, readSetup } from '../setup/index.ts'
import { productionWith } from '../testing/index.ts'
import { checkColourOfLight } from './checkColourOfLight.ts'
import { checkMovingLight } from './checkDaylight.ts'
import { checkLampsInView } from './checkInView.ts'
import { checkExposure, checkRatio } from './checkLight.ts'
import { checkWind } from './checkWind.ts'
import type { Finding } from './finding.ts'

type Rows = Parameters<typeof productionWith>[0]
type Production = ReturnType<typeof productionWith>

/** A key 2 m before a face, a camera behind it that sees the face from 3 m. */
const interview = (rows: Rows = {}) =>
  productionWith({
    spot: { spot: { widthM: 6, depthM: 8, heightM: 3 } },
    setup: { setup: {} },
    mark: { mark: { xM: 3, yM: 2, heightM: 1.5, facingDeg: 180 } },
    lamp: { key: { xM: 5, yM: 4, heightM: 2, bearingDeg: 315, tiltDeg: -10, luxAt1m: 8000 } },
    camera: { camera: { letter: 'A', mostIso: 1600 } },
    cameraPosition: { position: { setupId: 'setup', cameraId: 'camera', xM: 3, yM: 5, heightM: 1.5, bearingDeg: 0 } },
    deliverable: { film: {} },
    shot: { a: { setupId: 'setup', cameraId: 'camera', tStop: 8, focalLengthMm: 50 } },
    ...rows,
  })
const fixesOf = (found: readonly Finding[]) => found.flatMap((finding) => finding.fixes)
const after = (p: Production, fix: Finding['fixes'][number]) => {
  let made = 0
  return tryChanges(
    p,
    withNewIds(fix.changes, () => `made ${made++}`),
  )
}

describe('ways out of too little light', () => {
  test('each says what it leaves, and leaves it', () => {
    const p = interview()
    const ways = fixesOf(checkExposure(p))
    expect(ways.length).toBeGreaterThanOrEqual(4)
    for (const way of ways) {
      const then = readSetup(after(p, way), p.setup['setup']!).shots[0]!
      expect(Math.abs(then.errorStops)).toBeLessThan(0.34)
      expect(way.costs).toMatch(/then (on the stop|0\.[123] (stops short|over))/)
    }
  })
  test('a key that would come into the picture is not brought nearer', () => {
    // The camera looks along the way from the key to the face: nearer is in its frame.
    const wide = { a: { setupId: 'setup', cameraId: 'camera', tStop: 16, focalLengthMm: 18 } }
    const p = interview({ shot: wide, lamp: { key: { xM: 3, yM: 5.6, heightM: 1.9, bearingDeg: 0, tiltDeg: -6, luxAt1m: 12_000 } } }) // prettier-ignore
    expect(lampsInView(p, p.setup['setup']!, Object.values(p.lamp))).toEqual([])
    const says = fixesOf(checkExposure(p)).map((way) => way.says)
    expect(says.filter((way) => way.startsWith('Move the key'))).toEqual([])
    expect(says).not.toEqual([])
  })
  test('cloth comes off the key, and an owned lamp goes before one to rent', () => {
    const kit = { item: { name: 'Lamp', answersTo: 'lamp:led-600-bare', owned: 1 } }
    const p = interview({
      shot: { a: { setupId: 'setup', cameraId: 'camera', tStop: 4.5, focalLengthMm: 50 } },
      lamp: {
        key: { xM: 5, yM: 4, heightM: 2, bearingDeg: 315, tiltDeg: -10, luxAt1m: 8000, beamDeg: 120, lossStops: 2 },
      },
      kitItem: kit,
    })
    const ways = fixesOf(checkExposure(p))
    expect(ways.map((way) => way.says).join('; ')).toMatch(/Key with [\d.]+ stops? of cloth/)
    const lamps = ways.filter((way) => way.says.includes(' as key'))
    expect(lamps.find((way) => way.says.startsWith('600 W daylight lamp, bare'))?.costs).not.toMatch(/rented/)
  })
  test('no way out makes another shot of the setup wrong', () => {
    const shots = {
      a: { setupId: 'setup', cameraId: 'camera', code: '1A', tStop: 8, focalLengthMm: 50 },
      b: { setupId: 'setup', cameraId: 'camera', code: '1B', tStop: 5.6, focalLengthMm: 50 },
    }
    const p = interview({ shot: shots, lamp: { key: { xM: 5, yM: 4, heightM: 2, bearingDeg: 315, tiltDeg: -10, luxAt1m: 11_500, levelPct: 50 } } }) // prettier-ignore
    const [dark] = checkExposure(p).filter((finding) => finding.about.id === 'a')
    expect(dark!.check).toBe('light.too-dark-for-shot')
    for (const way of dark!.fixes) expect(checkExposure(after(p, way)).map((finding) => finding.about.id)).toEqual([])
    expect(dark!.fixes.some((way) => way.says.startsWith('Key to'))).toBe(false)
  })
})

describe('ratio', () => {
  test('a black where it is too flat in a pale room, a board where it is too hard, if that does it', () => {
    const pale: Rows = {
      spot: { spot: { widthM: 4, depthM: 5, heightM: 2.5, wallPct: 75, ceilingPct: 80, floorPct: 40 } },
      mark: { mark: { xM: 2, yM: 2, heightM: 1.5, facingDeg: 180 } },
      lamp: { key: { xM: 3.4, yM: 3.4, heightM: 2, bearingDeg: 315, tiltDeg: -10, luxAt1m: 8000 } },
      cameraPosition: {},
      shot: {},
    }
    const bare = interview(pale)
    const now = readSetup(bare, bare.setup['setup']!).marks[0]!.reading.ratio!
    const flat = interview({ ...pale, setup: { setup: { ratioLeast: now * 1.1 } } })
    const [finding] = checkRatio(flat)
    expect(finding!.says).toMatch(/flatter/)
    expect(finding!.fixes.map((way) => way.says)).toContain('Black beside Mark')
    for (const way of finding!.fixes) expect(checkRatio(after(flat, way))).toEqual([])
    const wide = { position: { setupId: 'setup', cameraId: 'camera', xM: 2, yM: 4.5, heightM: 1.5, bearingDeg: 0 } }
    const seen = interview({ ...pale, setup: { setup: { ratioLeast: now * 1.1 } }, cameraPosition: wide, shot: { a: { setupId: 'setup', cameraId: 'camera', focalLengthMm: 18 } } }) // prettier-ignore
    expect(checkRatio(seen)[0]!.fixes.map((way) => way.says)).not.toContain('Black beside Mark')
    const much = interview({ ...pale, setup: { setup: { ratioLeast: now * 4 } } })
    expect(checkRatio(much)[0]!.fixes.map((way) => way.says)).not.toContain('Black beside Mark')
    const hard = interview({ setup: { setup: { ratioMost: 40 } } })
    expect(checkRatio(hard)).toEqual([])
  })
})

describe('colours of light', () => {
  const with2 = (fill: object, setup: object = {}) =>
    interview({
      setup: { setup },
      lamp: {
        key: { xM: 5, yM: 4, heightM: 2, bearingDeg: 315, tiltDeg: -10, luxAt1m: 8000, cctK: 5600 },
        fill: { role: 'fill', xM: 1, yM: 4, heightM: 2, bearingDeg: 45, tiltDeg: -10, luxAt1m: 3000, ...fill },
      },
    })
  test('a warm fill beside a daylight key is seen, and each way out joins them', () => {
    const p = with2({ cctK: 3200, libraryKey: 'panel-120' })
    const [finding] = checkColourOfLight(p)
    expect(finding!.says).toMatch(
      /shadow side of Mark is warmer than its key: 32\d0 K against 56\d0 K|warmer than its key/,
    )
    expect(finding!.fixes.map((way) => way.says)).toContain('Dial fill to 5600 K')
    for (const way of finding!.fixes) expect(checkColourOfLight(after(p, way))).toEqual([])
  })
  test('what cannot be dialled is gelled, and the gel takes its light', () => {
    const p = with2({ cctK: 3200, libraryKey: 'tungsten-650' })
    const gel = checkColourOfLight(p)[0]!.fixes.find((way) => way.says.startsWith('Gel fill'))!
    expect(gel.says).toMatch(/−1[23]\d mired/)
    const after1 = after(p, gel)
    expect(after1.lamp['fill']).toMatchObject({ lossStops: 1.5 })
    expect(checkColourOfLight(after1)).toEqual([])
  })
  test('alike, faint or meant, nothing is said', () => {
    expect(checkColourOfLight(with2({ cctK: 5000 }))).toEqual([])
    expect(checkColourOfLight(with2({ cctK: 3200, levelPct: 2 }))).toEqual([])
    expect(checkColourOfLight(with2({ cctK: 3200 }, { coloursMeet: true }))).toEqual([])
  })
})

describe('lamps in the picture', () => {
  const seenAt = (lamp: object, rows: Rows = {}) =>
    checkLampsInView(interview({ lamp: { key: { bearingDeg: 0, ...lamp } }, ...rows }))
  test('between camera and edge of frame it is seen; beside, above and behind the camera it is not', () => {
    expect(seenAt({ xM: 3.2, yM: 1, heightM: 1.6 })[0]!.says).toMatch(/is in the picture of camera A/)
    expect(seenAt({ xM: 5.9, yM: 1, heightM: 1.6 })).toEqual([])
    expect(seenAt({ xM: 3.2, yM: 1, heightM: 2.9 })).toEqual([])
    expect(seenAt({ xM: 3, yM: 7, heightM: 1.6 })).toEqual([])
  })
  test('a wall hides it, a practical is meant, and raised it is out', () => {
    const flag = { panel: { p: { setupId: 'setup', type: 'flag', widthM: 2, tallM: 2, xM: 3, yM: 1.5, heightM: 1.5, bearingDeg: 180 } } } // prettier-ignore
    expect(seenAt({ xM: 3.2, yM: 1, heightM: 1.6 }, flag as Rows)).toEqual([])
    expect(seenAt({ xM: 3.2, yM: 1, heightM: 1.6, role: 'practical' })).toEqual([])
    const p = interview({ lamp: { key: { xM: 3.2, yM: 1, heightM: 1.6, bearingDeg: 0 } } })
    const ways = fixesOf(checkLampsInView(p))
    expect(ways[0]!.says).toMatch(/^Raise it to/)
    for (const way of ways) expect(checkLampsInView(after(p, way))).toEqual([])
  })
})

describe('light that moves', () => {
  const dusk = (daylight: string, later: number) =>
    productionWith({
      place: { place: { latitudeDeg: 50, longitudeDeg: 13.2, timeZone: 'Europe/Prague' } },
      day: { day: { placeId: 'place', date: '2026-06-21', callMin: 480 } },
      spot: { spot: { placeId: 'place', outdoors: true } },
      setup: { setup: { daylight, buildMin: 0 } },
      mark: { mark: {} },
      camera: { camera: {} },
      scene: { scene: {} },
      shot: {
        a: { setupId: 'setup', cameraId: 'camera', sceneId: 'scene', code: '1A' },
        b: { setupId: 'setup', cameraId: 'camera', sceneId: 'scene', code: '1B' },
      },
      orderItem: {
        one: { dayId: 'day', type: 'shots', rank: 'a', shotIds: [asId('a')], minutes: 10, fixedAtMin: 12 * 60 },
        two: { dayId: 'day', type: 'shots', rank: 'b', shotIds: [asId('b')], minutes: 10, fixedAtMin: later },
      },
    } as unknown as Rows)
  test('noon and evening do not match, noon and an hour later do', () => {
    expect(checkMovingLight(dusk('overcast', 20 * 60)).map((f) => f.says)[0]).toMatch(
      /falls by [\d.]+ stops between 1A .* and 1B/,
    )
    expect(checkMovingLight(dusk('overcast', 13 * 60))).toEqual([])
    expect(checkMovingLight(dusk('left out', 20 * 60))).toEqual([])
  })
  test('where the sky cannot be read that is said, once, and may be put off', () => {
    const p = dusk('clear', 20 * 60)
    const lost = tryChanges(p, [{ op: 'update', kind: 'place', id: asId('place'), fields: { latitudeDeg: null } }])
    const found = checkMovingLight(lost)
    expect(found.map((f) => f.says)).toEqual(['Setup A is to be read with daylight, and nobody has said where on the map it is: its light is read without.']) // prettier-ignore
    expect(checkMovingLight(after(lost, found[0]!.fixes[0]!))).toEqual([])
  })
})

describe('wind', () => {
  const out = (panel: object, setup: object = { gustMs: 6 }, spot: object = { outdoors: true }) =>
    productionWith({
      spot: { spot },
      setup: { setup },
      panel: { p: { name: 'Frame', setupId: 'setup', widthM: 1.2, tallM: 1.2, heightM: 2, ...panel } },
    })
  test('what tips in the gusts that are expected stops you, until bags hold it or it is down', () => {
    // ½ × 1.225 × 36 × 1.2 × 1.44 = 38.1 N, 2 m up: 76 Nm; a stand alone holds 38 Nm at half.
    const p = out({})
    const [finding] = checkWind(p)
    expect(finding).toMatchObject({ severity: 'stop', about: { kind: 'panel', id: 'p' } })
    expect(finding!.says).toMatch(
      /tips in gusts of 6 m\/s: no bags hold it only to 4 m\/s\. .*a qualified person decide/,
    )
    expect(finding!.says).not.toMatch(/\bsafe\b/i)
    expect(finding!.fixes.map((way) => way.says)).toEqual(['2 bags on Frame', 'Take down Frame'])
    for (const way of finding!.fixes) expect(checkWind(after(p, way))).toEqual([])
  })
  test('what no stand takes is only taken down', () => {
    const [big] = checkWind(out({ widthM: 3.6, tallM: 3.6, heightM: 3 }))
    expect(big!.fixes.map((way) => way.says)).toEqual(['Take down Frame'])
    expect(big!.says).toMatch(/no stand takes what it would need/)
  })
  test('indoors, in still air, or where nobody has said, nothing is judged', () => {
    expect(checkWind(out({}, { gustMs: 6 }, {}))).toEqual([])
    expect(checkWind(out({}, { gustMs: 0 }))).toEqual([])
    expect(checkWind(out({}, { gustMs: null }))).toEqual([])
  })
})
