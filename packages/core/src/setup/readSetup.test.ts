import { describe, expect, test } from 'vitest'
import { productionWith } from '../testing/index.ts'
import { readSetup, tooBright } from './index.ts'

type Rows = Parameters<typeof productionWith>[0]

/** A key of 4000 lx at 1 m, 2 m before a face that looks at it, in a room of 6 by 5 m. */
const lit = (rows: Rows = {}, spot: NonNullable<Rows['spot']>[string] = {}) =>
  productionWith({
    spot: { spot: { widthM: 6, depthM: 5, heightM: 3, ...spot } },
    setup: { setup: {} },
    mark: { mark: { xM: 3, yM: 2, heightM: 1.5, facingDeg: 180 } },
    lamp: { key: { xM: 3, yM: 4, heightM: 1.5, bearingDeg: 0, tiltDeg: 0, luxAt1m: 4000 } },
    camera: { camera: {} },
    shot: { a: { setupId: 'setup', cameraId: 'camera', tStop: 8 } },
    ...rows,
  })
const at = (production: ReturnType<typeof lit>, mark = 0) => readSetup(production, production.setup['setup']!).marks[mark]!.reading // prettier-ignore
const errors = (production: ReturnType<typeof lit>) =>
  readSetup(production, production.setup['setup']!).shots.map((s) => [s.shot.code, s.mark.id, Math.round(s.errorStops * 10) / 10]) // prettier-ignore

describe('the room as scouted is the room that is lit', () => {
  test('hung with black, a lamp gives what it gives straight', () => {
    expect(at(lit()).totalLux).toBeCloseTo(1000, 6)
    expect(at(lit()).returnedLux).toBe(0)
  })
  test('a pale room sends light back, and it counts as fill', () => {
    const pale = at(lit({}, { wallPct: 70, ceilingPct: 85, floorPct: 40 }))
    expect(pale.keyLux).toBeCloseTo(1000, 6)
    expect(pale.returnedLux).toBeGreaterThan(50)
    expect(pale.fillLux).toBe(pale.returnedLux)
    expect(pale.totalLux).toBe(pale.keyLux + pale.returnedLux)
    expect(pale.rangeLux[0]).toBeLessThan(pale.totalLux)
    expect(pale.rangeLux[1]).toBeGreaterThan(pale.totalLux)
  })
  test('a wall between them leaves nothing but what comes round it', () => {
    // An L: the lamp is in its other arm.
    const outline: [number, number][] = [[0, 0], [6, 0], [6, 2.5], [3, 2.5], [3, 5], [0, 5]] // prettier-ignore
    const far = { mark: { mark: { xM: 5, yM: 1, heightM: 1.5, facingDeg: 270 } }, lamp: { key: { xM: 1, yM: 4.5, heightM: 1.5, bearingDeg: 0, tiltDeg: 0, luxAt1m: 4000 } } } // prettier-ignore
    expect(at(lit(far, { outline })).totalLux).toBe(0)
    const white = at(lit(far, { outline, wallPct: 80, ceilingPct: 80, floorPct: 30 }))
    expect(white.keyLux).toBe(0)
    expect(white.totalLux).toBeGreaterThan(1)
  })
  test('a lamp outside comes in by the window and by nothing else', () => {
    const outside = (alongM: number) => ({
      lamp: { key: { xM: 3, yM: 7, heightM: 1.5, bearingDeg: 0, tiltDeg: 0, luxAt1m: 4000 } },
      fitting: { w: { spotId: 'spot', type: 'window', wall: 2, alongM, widthM: 1.5, sillM: 0.9, headM: 2.1 } },
    })
    expect(at(lit(outside(2.25) as Rows)).totalLux).toBeCloseTo(160, 6)
    expect(at(lit(outside(4) as Rows)).totalLux).toBe(0)
    expect(at(lit({ ...outside(4), fitting: {} })).totalLux).toBe(0)
  })
  test('a room whose walls cross is no room, and that is said', () => {
    const crossed = lit({}, { outline: [[0, 0], [6, 5], [6, 0], [0, 5]] }) // prettier-ignore
    expect(readSetup(crossed, crossed.setup['setup']!).withoutWalls).toBe(true)
    expect(readSetup(lit(), lit().setup['setup']!).withoutWalls).toBe(false)
  })
  test('furniture stands in the way', () => {
    const wardrobe = { fitting: { f: { spotId: 'spot', type: 'furniture', xM: 3, yM: 3, widthM: 1, depthM: 0.5, headM: 2 } } } // prettier-ignore
    expect(at(lit(wardrobe as Rows)).totalLux).toBe(0)
    expect(at(lit({ fitting: { f: { ...wardrobe.fitting.f, headM: 1 } } } as Rows)).keyLux).toBeCloseTo(1000, 6)
  })
})

describe('what is put up', () => {
  const panel = (fields: object) => ({ panel: { p: { setupId: 'setup', xM: 3, yM: 3, heightM: 1.5, widthM: 1.2, tallM: 1.2, bearingDeg: 0, tiltDeg: 0, backPct: 0, ...fields } } }) as unknown as Rows // prettier-ignore
  test('a flag takes the light away', () => expect(at(lit(panel({ type: 'flag' }))).totalLux).toBe(0))
  test('a cloth becomes the source: less light, by its own size', () => {
    const soft = at(lit(panel({ type: 'cloth', lossStops: 1 })))
    // 4000 lx on its middle, a little less at its edges; half of it on from 1.44 m² at 1 m.
    const inverseSquare = (0.5 * 4000 * 1.44) / Math.PI
    expect(soft.keyLux).toBeLessThan(inverseSquare * 0.85)
    expect(soft.keyLux).toBeGreaterThan(inverseSquare * 0.35)
    const another = at(lit(panel({ type: 'cloth', lossStops: 2 })))
    expect(another.keyLux).toBeCloseTo(soft.keyLux / 2, 6)
  })
  test('a white board on the shadow side fills, and a black one on it takes fill away', () => {
    const side = { mark: { mark: { xM: 3, yM: 2, heightM: 1.5, facingDeg: 90 } } }
    const beside = (fields: object) => panel({ xM: 3.8, yM: 2, bearingDeg: 235, widthM: 1.8, tallM: 1.8, ...fields })
    const white = at(lit({ ...side, ...beside({ type: 'board', backPct: 90 }) }))
    expect(white.returnedLux).toBeGreaterThan(20)
    const pale = { wallPct: 60, ceilingPct: 80, floorPct: 30 }
    const open = at(lit(side, pale)).returnedLux
    const closed = at(lit({ ...side, ...beside({ type: 'black', backPct: 3 }) }, pale)).returnedLux
    expect(closed).toBeLessThan(open * 0.8)
  })
})

describe('every shot is judged at the marks in its frame', () => {
  const two = {
    mark: {
      near: { xM: 3, yM: 2, heightM: 1.5, facingDeg: 180 },
      dark: { xM: 1, yM: 2, heightM: 1.5, facingDeg: 0 },
    },
  }
  test('the darkest decides, wherever it stands in the list', () =>
    expect(errors(lit(two as Rows))).toEqual([['1A', 'dark', -Infinity]]))
  test('not one that the camera does not see', () => {
    const camera = { cameraPosition: { c: { setupId: 'setup', cameraId: 'camera', xM: 3, yM: 4.5, bearingDeg: 0 } } }
    expect(errors(lit({ ...two, ...camera }))).toEqual([['1A', 'near', 0]])
  })
  test('what is meant dark is meant, and what is not judged says nothing', () => {
    const under = { ...two, mark: { near: { ...two.mark.near, wantStops: -2 } } }
    const reading = readSetup(lit(under), lit(under).setup['setup']!).shots[0]!
    expect(reading.errorStops).toBeCloseTo(2, 1)
    expect(tooBright(reading)?.mark.id).toBe('near')
    const silhouette = lit({ ...two, mark: { dark: { ...two.mark.dark, judged: false } } })
    const { shots, unread } = readSetup(silhouette, silhouette.setup['setup']!)
    expect([shots.length, unread.map((s) => s.code)]).toEqual([0, ['1A']])
  })
})

describe('sun and sky at the hour of the order', () => {
  /** No lamps; one window of 2 by 1.5 m in the lower wall, which faces south; the face is 2 m from it and looks at it. */
  const byWindow = (setup: NonNullable<Rows['setup']>[string] = {}, rows: Rows = {}, spot = {}) =>
    productionWith({
      place: { place: { latitudeDeg: 50, longitudeDeg: 13.2, timeZone: 'Europe/Prague' } },
      day: { day: { placeId: 'place', date: '2026-06-21', callMin: 480 } },
      spot: { spot: { placeId: 'place', widthM: 6, depthM: 5, heightM: 3, upBearingDeg: 0, wallPct: 0, ceilingPct: 0, floorPct: 0, ...spot } },
      fitting: { w: { spotId: 'spot', type: 'window', wall: 2, alongM: 2, widthM: 2, sillM: 0.5, headM: 2 } },
      setup: { setup: { daylight: 'overcast', buildMin: 0, ...setup } },
      mark: { mark: { xM: 3, yM: 3, heightM: 1.25, facingDeg: 180 } },
      camera: { camera: {} },
      shot: { a: { setupId: 'setup', cameraId: 'camera', tStop: 2.8 } },
      ...rows,
    }) // prettier-ignore
  const item = (fixedAtMin: number) => ({
    orderItem: { item: { dayId: 'day', type: 'shots' as const, shotIds: ['a' as never], minutes: 2, fixedAtMin } },
  })

  test('a window is a bright surface of what the sky behind it gives', () => {
    const reading = at(byWindow({}, item(13 * 60 + 6)))
    // By hand: the sun at 63.4° (13:07 summer time is noon there), 1 cd/m² of a 2 × 1.5 m rectangle square on at 2 m.
    const [x, y] = [1 / 2, 0.75 / 2]
    const corner = (x / Math.hypot(1, x)) * Math.atan(y / Math.hypot(1, x)) + (y / Math.hypot(1, y)) * Math.atan(x / Math.hypot(1, y))
    const skyLux = 300 + 21_000 * Math.sin((63.43 * Math.PI) / 180)
    expect(reading.daylightLux / (((0.8 * 1.2 * skyLux) / (2 * Math.PI)) * (2 * corner))).toBeCloseTo(1, 2)
    expect(reading.keyLux).toBe(reading.daylightLux)
    // Of the sky nobody knows more than its kind.
    expect(reading.rangeLux[0]).toBeLessThan(0.6 * reading.totalLux)
  }) // prettier-ignore
  test('the sun comes in by the window at the hours when it can, and only then', () => {
    const clear = (minute: number, mark = {}) => at(byWindow({ daylight: 'clear' }, { ...item(minute), mark: { mark: { xM: 3, yM: 4.6, heightM: 1, facingDeg: 180, ...mark } } })) // prettier-ignore
    const sunny = clear(13 * 60 + 6).daylightLux
    // 127.5 klx through the air and the glass, at 63° on an upright face, and some of the sky.
    expect(sunny).toBeGreaterThan(0.8 * 127_500 * Math.exp(-0.21 / Math.sin(1.107)) * Math.cos(1.107) * 0.99)
    // Two metres in, at noon in June, it is on the floor already.
    expect(clear(13 * 60 + 6, { yM: 3, heightM: 1.25 }).daylightLux).toBeLessThan(10_000)
    // Before eight it is in the north-east, behind the wall.
    expect(clear(8 * 60 + 1).daylightLux).toBeLessThan(10_000)
  })
  test('each shot is read at its own hour', () => {
    const rows = {
      shot: { a: { setupId: 'setup', cameraId: 'camera', code: '1A', tStop: 2.8 }, b: { setupId: 'setup', cameraId: 'camera', code: '1B', tStop: 2.8 } },
      orderItem: {
        one: { dayId: 'day', type: 'shots', rank: 'a', shotIds: ['a'], minutes: 10 },
        two: { dayId: 'day', type: 'shots', rank: 'b', shotIds: ['b'], minutes: 10, fixedAtMin: 21 * 60 },
      },
    } as unknown as Rows // prettier-ignore
    const evening = byWindow({}, rows)
    const [a, b] = readSetup(evening, evening.setup['setup']!).shots
    expect(a!.reading.totalLux).toBeGreaterThan(5 * b!.reading.totalLux)
  })
  test('where nobody knows when or where, nothing is said of the sky', () => {
    const nowhere = byWindow({}, { place: { place: { latitudeDeg: null, longitudeDeg: null } } })
    expect(readSetup(nowhere, nowhere.setup['setup']!).moments).toEqual({ unknown: 'nobody has said where on the map it is' })
    expect(at(nowhere).daylightLux).toBe(0)
    const elsewhere = { place: { place: { latitudeDeg: 50, longitudeDeg: 13.2 }, other: { latitudeDeg: 50, longitudeDeg: 13.2 } }, day: { day: { placeId: 'other' } } }
    const noDay = byWindow({}, elsewhere)
    expect(readSetup(noDay, noDay.setup['setup']!).moments).toEqual({ unknown: 'no day is planned there' })
    const unplanned = byWindow()
    expect(readSetup(unplanned, unplanned.setup['setup']!).moments).toMatchObject({ at: [{ isInOrder: false }] })
    const leftOut = byWindow({ daylight: 'left out' })
    expect(readSetup(leftOut, leftOut.setup['setup']!).moments).toBeNull()
  }) // prettier-ignore
  test('out of doors a face has half the sky and the sun past what stands there', () => {
    const open = { outdoors: true, floorPct: 20 }
    const overcast = at(byWindow({}, item(13 * 60 + 6), open))
    const skyLux = 300 + 21_000 * Math.sin((63.43 * Math.PI) / 180)
    expect(overcast.daylightLux / (skyLux * 0.6)).toBeCloseTo(1, 2)
    const sunny = at(byWindow({ daylight: 'clear' }, item(13 * 60 + 6), open)).daylightLux
    const cloth = { panel: { p: { setupId: 'setup', type: 'flag', widthM: 4, tallM: 4, xM: 3, yM: 4, heightM: 2.8, bearingDeg: 180, tiltDeg: 60 } } } // prettier-ignore
    const shaded = at(byWindow({ daylight: 'clear' }, { ...item(13 * 60 + 6), ...cloth } as Rows, open)).daylightLux
    expect(shaded).toBeLessThan(0.5 * sunny)
  })
})
