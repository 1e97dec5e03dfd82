import { describe, expect, test } from 'vitest'
import { tryChanges } from '../records/index.ts'
import { productionWith } from '../testing/index.ts'
import { findSnags } from './index.ts'

type Rows = Parameters<typeof productionWith>[0]
const room = (rows: Rows = {}) =>
  productionWith({
    spot: { spot: { widthM: 6, depthM: 5, heightM: 3 } },
    setup: { setup: { cautions: ['cable'] } },
    mark: { mark: { xM: 3, yM: 2, heightM: 1.5, facingDeg: 180 } },
    lamp: { key: { xM: 3, yM: 4, heightM: 1.5, bearingDeg: 0, tiltDeg: 0, luxAt1m: 4000 } },
    camera: { camera: {} },
    shot: { a: { setupId: 'setup', cameraId: 'camera', tStop: 8 } },
    ...rows,
  })
const outdoors = (rows: Rows = {}) => room({ spot: { spot: { widthM: 20, depthM: 20, outdoors: true } }, ...rows })
const found = (p: ReturnType<typeof room>, check: string) => findSnags(p).filter((f) => f.check === check)
/** What is left of a finding once its first way out is taken. */
const after = (p: ReturnType<typeof room>, check: string) =>
  found(tryChanges(p, found(p, check)[0]!.fixes[0]!.changes), check)
const SOMEBODY = { xM: 3, yM: 2, heightM: 1.5, facingDeg: 180, what: 'standing' } as const

describe('each is found, says what, and its first way out ends it', () => {
  const cases: readonly (readonly [string, ReturnType<typeof room>, RegExp])[] = [
    ['power.battery-too-short', room({ orderItem: { i: { shotIds: ['a'], minutes: 90 } }, lamp: { key: { batteryWh: 60, watts: 70, levelPct: 100, bearingDeg: 0 } } }), /lasts 43 minutes .* take 90: 3 batteries/], // prettier-ignore
    ['power.cable-too-long', room({ spot: { spot: { widthM: 90, depthM: 5, heightM: 3 } }, circuit: { far: { name: 'Far' }, near: { name: 'Near' } }, lamp: { key: { xM: 1, yM: 1, watts: 3000, circuitId: 'far', bearingDeg: 0 } }, fitting: { f: { spotId: 'spot', type: 'socket', xM: 89, yM: 1, circuitId: 'far' }, n: { spotId: 'spot', type: 'socket', xM: 2, yM: 1, circuitId: 'near' } } }), /of cable from its socket/], // prettier-ignore
    ['light.caution-cable', outdoors({ setup: { setup: {} }, circuit: { c: {} }, lamp: { key: { circuitId: 'c', xM: 3, yM: 4, bearingDeg: 0 } }, fitting: { s: { spotId: 'spot', type: 'socket', xM: 12, yM: 4, circuitId: 'c' } } }), /1 cable cross/], // prettier-ignore
    ['light.caution-wind', outdoors({ panel: { p: { widthM: 2.4, tallM: 2.4 } } }), /no word on wind/],
    [
      'light.caution-height',
      outdoors({ lamp: { key: { heightM: 5, xM: 3, yM: 4, bearingDeg: 0 } } }),
      /no word on height/,
    ],
    ['light.spectacles-glare', room({ mark: { mark: { ...SOMEBODY, spectacles: true } }, cameraPosition: { c: { xM: 3, yM: 4, heightM: 1.5, bearingDeg: 0 } }, lamp: { key: { xM: 3.4, yM: 4, heightM: 1.5, bearingDeg: 0 } } }), /spectacles of Mark show Lamp to camera A/], // prettier-ignore
    ['light.camera-shadow', room({ cameraPosition: { c: { xM: 3, yM: 3.6, heightM: 1.5, bearingDeg: 0 } }, lamp: { key: { xM: 3, yM: 4.8, heightM: 1.6, bearingDeg: 0 } } }), /throws its shadow on Mark/], // prettier-ignore
    ['light.hot-spot', room({ spot: { spot: { widthM: 6, depthM: 5, heightM: 3, wallPct: 60 } }, cameraPosition: { c: { xM: 3, yM: 4.5, heightM: 1.5, bearingDeg: 0 } }, lamp: { wash: { name: 'Wash', xM: 3, yM: 0.4, heightM: 1.6, bearingDeg: 0, tiltDeg: 0, luxAt1m: 8000, beamDeg: 40, role: 'background' } } }), /Wash makes a hot spot on the wall 1/], // prettier-ignore
    ['light.panel-in-view', room({ cameraPosition: { c: { xM: 3, yM: 4.5, heightM: 1.5, bearingDeg: 0 } }, panel: { p: { name: 'Flag', type: 'flag', xM: 2.4, yM: 2.2, heightM: 1.5, widthM: 0.6, tallM: 0.6 } } }), /Flag of setup A reaches into the picture/], // prettier-ignore
    ['light.stand-in-view', room({ mark: { mark: { ...SOMEBODY, xM: 4.5 } }, cameraPosition: { c: { xM: 4.5, yM: 4.8, heightM: 1.2, bearingDeg: 0 } }, shot: { a: { setupId: 'setup', cameraId: 'camera', focalLengthMm: 50 } }, lamp: { edge: { name: 'Tube', role: 'edge', xM: 3.8, yM: 0.8, heightM: 2.9, bearingDeg: 150, tiltDeg: -30 } } }), /The stand of Tube of setup A is in the picture of camera A, if it stands on the floor/], // prettier-ignore
    ['light.fixed-lamp-unknown', room({ fitting: { f: { spotId: 'spot', type: 'fixed lamp', name: 'Pendant', xM: 1, yM: 1 } } }), /Pendant hangs where setup A is, and nobody said what it gives/], // prettier-ignore
    ['light.haze-and-filter', room({ setup: { setup: { cautions: ['haze', 'cable'] } }, shot: { a: { setupId: 'setup', cameraId: 'camera', diffusion: 'soft 1/4' } } }), /has soft 1\/4 on the lens/], // prettier-ignore
    [
      'light.cue-off',
      room({ lightCue: { c: { name: 'The door opens', levels: { key: 5 } } } }),
      /After “The door opens”/,
    ],
    ['light.role-otherwise', room({ mark: { mark: SOMEBODY }, lamp: { edge: { name: 'Tube', role: 'edge', xM: 3.2, yM: 4, bearingDeg: 0 } } }), /Tube of setup A is called an edge and comes from before/], // prettier-ignore
    ['light.cannot-stand-there', room({ lamp: { key: { xM: 3, yM: 2, heightM: 1.5 } } }), /stands on Mark/],
    ['light.wind-tips', outdoors({ setup: { setup: { gustMs: 8 } }, panel: { p: { name: 'Frame', widthM: 1, tallM: 1, heightM: 2, xM: 3, yM: 3 } } }), /Frame .* tips in gusts of 8 m\/s.*Mark stands there/], // prettier-ignore
  ]
  test.each(cases)('%s', (check, p, says) => {
    const [finding] = found(p, check)
    expect(finding?.says).toMatch(says)
    expect(after(p, check).filter((f) => f.about.id === finding!.about.id)).toEqual([])
  })
})

describe('what nobody can mend says what it takes', () => {
  test('a lamp outside a window may be higher than any stand goes', () => {
    const high = (groundBelowM: number) => room({ lamp: { key: { xM: 3, yM: -1, heightM: 2, bearingDeg: 180 } }, fitting: { w: { spotId: 'spot', type: 'window', wall: 0, alongM: 2, widthM: 2, groundBelowM, name: 'bay' } } }) // prettier-ignore
    expect(found(high(1), 'light.stand-too-short')).toEqual([])
    expect(found(high(3), 'light.stand-too-short')).toMatchObject([{ severity: 'watch', says: expect.stringMatching(/5\.0 m above the ground outside bay: a wind-up stand/) as string }]) // prettier-ignore
    expect(found(high(6), 'light.stand-too-short')).toMatchObject([{ severity: 'stop' }])
  })
  test('a roof window outside of the walls lets no light in, and that is said', () => {
    const at = (xM: number) => room({ fitting: { r: { spotId: 'spot', type: 'roof window', xM, yM: 2, widthM: 1, depthM: 1 } } }) // prettier-ignore
    expect(found(at(3), 'scout.roof-window-outside')).toEqual([])
    expect(found(at(5.8), 'scout.roof-window-outside')).toHaveLength(1)
  })
  test('a meter that is far from the plan is told, one that is near is not', () => {
    const metered = (lux: number) =>
      found(room({ meterReading: { m: { markId: 'mark', lux } } }), 'light.meter-disagrees')
    expect(metered(950)).toEqual([])
    expect(metered(500)).toMatchObject([{ says: expect.stringMatching(/the meter said 500 lx of all lamps, the plan says 1000 lx: 1\.0 stops less/) as string }]) // prettier-ignore
  })
})

test('what falls falls with the wind, where it is known', () => {
  const frame = { p: { name: 'Frame', widthM: 1, tallM: 1, heightM: 2, xM: 3, yM: 3 } }
  const blown = (gustFromDeg: number | null) =>
    found(outdoors({ setup: { setup: { gustMs: 8, gustFromDeg } }, panel: frame }), 'light.wind-tips')[0]!.says
  // The mark is up the page of the frame.
  expect(blown(180)).toMatch(/Mark stands there/)
  expect(blown(0)).not.toMatch(/stands? there/)
})

test('what else is plugged in counts on its circuit, and is moved with the lamps', () => {
  const p = room({
    circuit: { a: { name: 'A ring', ratingA: 13 }, b: { name: 'B ring', ratingA: 16 } },
    lamp: { key: { bearingDeg: 0, watts: 500, circuitId: 'a' } },
    load: { h: { name: 'Haze machine', watts: 2300, circuitId: 'a' } },
  })
  expect(found(p, 'power.circuit-over-headroom')[0]!.fixes[0]!.says).toMatch(
    /Haze machine into B ring|the key into B ring/,
  )
  expect(after(p, 'power.circuit-over-headroom')).toEqual([])
  expect(found({ ...p, load: {} }, 'power.circuit-over-headroom')).toEqual([])
})

test('a lamp of one’s own is asked what it is: hot, and how far its dial goes', () => {
  const own = (hot: boolean) =>
    room({ ownLamp: { mine: { hot } }, lamp: { key: { ownLampId: 'mine', bearingDeg: 0 } } })
  expect(found(own(true), 'light.caution-heat')).toHaveLength(1)
  expect(found(own(false), 'light.caution-heat')).toEqual([])
})

describe('ways out of too little light', () => {
  const ways = (p: ReturnType<typeof room>) => found(p, 'light.too-dark-for-shot')[0]!.fixes.map(({ says }) => says)
  const dark = (lens: Rows['lens'], lensId: string | null) =>
    room({ lens, shot: { a: { setupId: 'setup', cameraId: 'camera', tStop: 4, lensId, iso: 100, focalLengthMm: 50 } }, lamp: { key: { xM: 3, yM: 4, heightM: 1.5, bearingDeg: 0, tiltDeg: 0, luxAt1m: 2000 } } }) // prettier-ignore
  test('a lens opens as far as it goes, and a faster one that has the length is offered', () => {
    const lens = { slow: { name: 'Zoom', focalLengthMm: 24, longestMm: 70, tStop: 4 }, fast: { name: 'Prime', focalLengthMm: 50, longestMm: 50, tStop: 1.4 }, long: { name: 'Long', focalLengthMm: 85, longestMm: 85, tStop: 1.4 } } // prettier-ignore
    expect(ways(dark(lens, 'slow'))).toContain('Prime at T2')
    expect(ways(dark(lens, 'slow'))).not.toContain('Open to T2')
    expect(ways(dark(lens, 'fast'))).toContain('Open to T2')
    expect(ways(dark({ slow: lens.slow }, 'slow')).some((says) => says.includes(' at T2'))).toBe(false)
  })
  test('where the sky does it, waiting for it is one; the shot is then right', () => {
    const p = room({
      place: { place: { latitudeDeg: 53.7, longitudeDeg: -3.2, timeZone: 'Europe/London' } },
      spot: { spot: { widthM: 6, depthM: 5, outdoors: true } },
      day: { day: { date: '2026-05-14', callMin: 330, outByMin: null } },
      setup: { setup: { daylight: 'overcast' } },
      lamp: {},
      shot: { a: { setupId: 'setup', cameraId: 'camera', tStop: 11, iso: 800, ndStops: 0, minutes: 20 } },
      orderItem: { i: { shotIds: ['a'], minutes: 20 } },
    })
    const finding = found(p, 'light.too-dark-for-shot')[0]!
    const wait = finding.fixes.find(({ says }) => says.startsWith('Wait with it until'))!
    expect(wait).toBeDefined()
    expect(found(tryChanges(p, wait.changes), 'light.too-dark-for-shot')).toEqual([])
  })
})

test('daylight that changes within a scene is met by windows hung with black', () => {
  const p = room({
    place: { place: { latitudeDeg: 53.7, longitudeDeg: -3.2, timeZone: 'Europe/London' } },
    day: { day: { date: '2026-05-14', callMin: 360, outByMin: null } },
    setup: { setup: { daylight: 'overcast' } },
    fitting: { w: { spotId: 'spot', type: 'window', wall: 2, alongM: 1, widthM: 3, sillM: 0.5, headM: 2.5 } },
    lamp: {},
    shot: { a: { setupId: 'setup', cameraId: 'camera' }, b: { setupId: 'setup', code: '1B', cameraId: 'camera' } },
    orderItem: { i: { shotIds: ['a'], minutes: 30, rank: 0 }, j: { shotIds: ['b'], minutes: 30, rank: 1, notBeforeMin: 780 } }, // prettier-ignore
  })
  expect(found(p, 'light.moves-meanwhile')[0]!.fixes[0]!.says).toBe('Hang the window with black, and make its light')
  expect(after(p, 'light.moves-meanwhile')).toEqual([])
})

describe('neutral density is put in from what is there', () => {
  const bright = (items: Rows['kitItem']) =>
    found(room({ shot: { a: { setupId: 'setup', cameraId: 'camera', tStop: 2 } }, kitItem: items }), 'light.too-bright-for-shot')[0]! // prettier-ignore
  const offered = (items: Rows['kitItem']) => bright(items).fixes.map(({ says }) => says).filter((says) => /density/.test(says)) // prettier-ignore
  test('where nobody said which filters there are, any is offered', () => {
    expect(offered({})).toEqual([expect.stringMatching(/^Put in [\d.]+ stops of neutral density$/)])
  })
  test('one or two that are there go first; what would have to be rented says so', () => {
    const stops = Number(/Put in ([\d.]+)/.exec(offered({})[0]!)![1])
    const ways = offered({ a: { ndStops: stops - 2 + 0.2, owned: 1 }, b: { ndStops: 2, rented: 1 }, c: { ndStops: 9, owned: 0 } }) // prettier-ignore
    expect(ways[0]).toMatch(/that you have$/)
    const to = bright({ a: { ndStops: stops - 2 + 0.2, owned: 1 }, b: { ndStops: 2, rented: 1 } }).fixes.find(({ says }) => /rent|density$/.test(says))! // prettier-ignore
    expect(to.costs).toMatch(/a filter to rent/)
  })
  test('filters of which there are none are not used', () => {
    expect(offered({ a: { ndStops: 3, owned: 0, rented: 0 } })).toEqual(offered({}))
  })
})

describe('a lamp of the spot itself', () => {
  const pendant = (fields: object, rows: Parameters<typeof room>[0] = {}) =>
    room({
      lamp: { key: { levelPct: 0 } },
      fitting: { pendant: { spotId: 'spot', type: 'fixed lamp', name: 'Pendant', lumens: 900, throws: 'all round', sillM: 0, ...fields } },
      ...rows,
    } as never) // prettier-ignore
  const cleared = (p: ReturnType<typeof room>, check: string) => {
    const [told] = found(p, check)
    expect(told!.says).toMatch(/Pendant/)
    expect(told!.fixes.map(({ says }) => says)).toEqual(['Have Pendant off'])
    return found(tryChanges(p, told!.fixes[0]!.changes), check)
  }
  test('shows in spectacles, and is had off, for nobody raises it', () =>
    expect(cleared(pendant({ xM: 3.4, yM: 4, headM: 1.5 }, { mark: { mark: { ...SOMEBODY, spectacles: true } }, cameraPosition: { c: { xM: 3, yM: 4, heightM: 1.5, bearingDeg: 0 } } }), 'light.spectacles-glare')).toEqual([])) // prettier-ignore
  test('makes a hot spot on the wall behind', () =>
    expect(cleared(pendant({ xM: 3, yM: 0.2, headM: 1.6, lumens: 9000 }, { spot: { spot: { widthM: 6, depthM: 5, heightM: 3, wallPct: 60 } }, shot: { a: { setupId: 'setup', cameraId: 'camera', tStop: 2.8 } }, cameraPosition: { c: { xM: 3, yM: 4.5, heightM: 1.5, bearingDeg: 0 } } }), 'light.hot-spot')).toEqual([])) // prettier-ignore
})
