import { describe, expect, test } from 'vitest'
import { tryChanges } from '../records/index.ts'
import { productionWith } from '../testing/index.ts'
import { backgrounds, cableRuns, cameraShadows, correctionsOf, glares, metered, misplaced, onBatteries, predictedLux, readCues, readSetup, simulatedMeter, standingOf, withoutPieces } from './index.ts' // prettier-ignore

type Rows = Parameters<typeof productionWith>[0]
const room = (rows: Rows = {}) =>
  productionWith({
    spot: { spot: { widthM: 6, depthM: 5, heightM: 3 } },
    setup: { setup: {} },
    mark: { mark: { xM: 3, yM: 2, heightM: 1.5, facingDeg: 180 } },
    lamp: { key: { xM: 3, yM: 4, heightM: 1.5, bearingDeg: 0, tiltDeg: 0, luxAt1m: 4000 } },
    camera: { camera: {} },
    shot: { a: { setupId: 'setup', cameraId: 'camera', tStop: 8 } },
    ...rows,
  })
const setupOf = (p: ReturnType<typeof room>) => p.setup['setup']!
let n = 0
const newId = () => `new-${n++}`

describe('cables', () => {
  const wired = (lamp: object, more: Rows = {}) =>
    room({
      circuit: { ring: {} },
      lamp: { key: { xM: 5.8, yM: 4.5, heightM: 2, circuitId: 'ring', watts: 2000, ...lamp } },
      fitting: { s: { spotId: 'spot', type: 'socket', xM: 0.1, yM: 4.5, circuitId: 'ring' } },
      ...more,
    })
  const way = (p: ReturnType<typeof room>) => cableRuns(p, setupOf(p))[0]!.way
  test('go along the walls, up to the lamp, with something to spare', () => {
    // Down the left wall, along the lower one, up the right one: half a metre to each corner.
    expect(way(wired({}))!.lengthM).toBeCloseTo(0.1 + 0.5 + 6 + 0.5 + 0.2 + 2 + 1, 1)
    expect(way(wired({}))!.cables).toEqual([20])
  })
  test('go round by the other side where a door is on the way and that is not twice as far', () => {
    const door = { d: { spotId: 'spot', type: 'door', wall: 2, alongM: 2, widthM: 1, sillM: 0, headM: 2 } } as const
    const high = { fitting: { s: { spotId: 'spot', type: 'socket', xM: 0.1, yM: 2.5, circuitId: 'ring' }, ...door } } as Rows // prettier-ignore
    const round = way(wired({ yM: 2.5 }, high))!
    expect(round.doors).toEqual([])
    const low = {
      fitting: { s: { spotId: 'spot', type: 'socket', xM: 0.1, yM: 4.5, circuitId: 'ring' }, ...door },
    } as Rows
    expect(way(wired({}, low))!.doors).toEqual(['door'])
  })
  test('are of a length that nobody knows where no socket of the circuit is on the plan', () => {
    expect(way(wired({}, { fitting: {} }))).toBeNull()
    expect(cableRuns(wired({ circuitId: null }), setupOf(wired({})))).toEqual([])
  })
})

describe('batteries', () => {
  const shots = { orderItem: { i: { shotIds: ['a'], minutes: 90 } } }
  test('last by level, and are wanted as long as the shots take', () => {
    const p = room({ ...shots, lamp: { key: { batteryWh: 98, watts: 70, levelPct: 50 } } })
    expect(onBatteries(p, setupOf(p))).toMatchObject([{ lastsMin: expect.closeTo(142.8, 1) as number, wantedMin: 90 }])
    const plugged = room({ circuit: { c: {} }, lamp: { key: { batteryWh: 98, circuitId: 'c' } } })
    expect(onBatteries(plugged, setupOf(plugged))).toEqual([])
    const unordered = room({ lamp: { key: { batteryWh: 98 } } })
    expect(onBatteries(unordered, setupOf(unordered))[0]!.wantedMin).toBeNull()
  })
})

describe('where things stand', () => {
  test('outside a window a lamp stands on the ground that was scouted there', () => {
    const fitting = { w: { spotId: 'spot', type: 'window', wall: 0, alongM: 2, widthM: 2, groundBelowM: 4.2 } } as const
    const p = room({ fitting })
    const at = (yM: number) => standingOf(p, setupOf(p), { xM: 3, yM, heightM: 1.5 })
    expect(at(-1).heightM).toBeCloseTo(5.7, 9)
    expect(at(1)).toEqual({ heightM: 1.5, outside: null })
  })
  test('in a wall, in furniture, above the ceiling and on a face nothing can; all else may', () => {
    const fitting = { f: { spotId: 'spot', type: 'furniture', name: 'table', xM: 1, yM: 1, widthM: 1, depthM: 1, headM: 1 } } as const // prettier-ignore
    const said = (lamp: object) => { const p = room({ fitting, lamp: { key: lamp } }); return misplaced(p, setupOf(p)).map(({ says }) => says) } // prettier-ignore
    expect(said({ xM: 0.01, yM: 2.5, heightM: 1 })).toEqual(['stands in a wall'])
    expect(said({ xM: 1, yM: 1, heightM: 0.5 })).toEqual(['stands in table'])
    expect(said({ xM: 1, yM: 1, heightM: 1.5 })).toEqual([])
    expect(said({ xM: 4, yM: 4, heightM: 3.2 })).toEqual(['is above the ceiling'])
    expect(said({ xM: 3, yM: 2, heightM: 1.5 })).toEqual(['stands on Mark'])
    const p = room({ mark: { mark: { xM: 9, yM: 2 } } })
    expect(misplaced(p, setupOf(p))).toMatchObject([{ kind: 'mark', says: 'is outside of the walls' }])
  })
})

describe('what a camera sees', () => {
  const filmed = (rows: Rows = {}) =>
    room({ cameraPosition: { c: { xM: 3, yM: 4, heightM: 1.5, bearingDeg: 0 } }, ...rows })
  test('a wall behind that has the light the shot asks for, and sends back a fifth of it, is as bright as middle grey', () => {
    // T8, ISO 800, 1/50 s wants 1000 lx; only what is there anyway lights it.
    const grey = (ambientLux: number) => {
      const p = filmed({ spot: { spot: { widthM: 6, depthM: 5, heightM: 3, wallPct: 18 } }, lamp: {}, setup: { setup: { ambientLux } } }) // prettier-ignore
      return backgrounds(p, setupOf(p))[0]!
    }
    expect(grey(1000).meanStops).toBeCloseTo(0, 1)
    expect(grey(250).meanStops).toBeCloseTo(-2, 1)
    expect(grey(1000).brightest.lamp).toBeNull()
  })
  test('a lamp close to the wall makes a hot spot, and is named for it', () => {
    const wash = { xM: 3, yM: 0.6, heightM: 1.6, bearingDeg: 0, tiltDeg: 0, luxAt1m: 20000, role: 'background' } as const // prettier-ignore
    const p = filmed({ spot: { spot: { widthM: 6, depthM: 5, heightM: 3, wallPct: 50 } }, lamp: { wash } })
    const [behind] = backgrounds(p, setupOf(p))
    expect(behind!.brightest.stops - behind!.meanStops).toBeGreaterThan(1)
    expect(behind!.brightest.lamp?.id).toBe('wash')
  })
  test('a lamp shows in spectacles where a mirror in their place would show it', () => {
    const worn = (lamp: object) => {
      const p = filmed({ mark: { mark: { xM: 3, yM: 2, heightM: 1.5, facingDeg: 180, what: 'standing', spectacles: true } }, lamp: { key: lamp } }) // prettier-ignore
      return glares(p, setupOf(p))
    }
    // Beside the lens, at its height: glass that leans down by 10° sends it lower than the lens, but it is curved.
    const [beside] = worn({ xM: 3.4, yM: 4, heightM: 1.5 })
    expect(beside).toBeDefined()
    expect(beside!.clearM).toBeGreaterThan(1.5)
    expect(worn({ xM: 3.4, yM: 4, heightM: beside!.clearM! })).toEqual([])
    expect(worn({ xM: 5.5, yM: 2.2, heightM: 2.4 })).toEqual([])
    const bare = filmed({ lamp: { key: { xM: 3.4, yM: 4 } } })
    expect(glares(bare, setupOf(bare))).toEqual([])
  })
  test('a camera between a lamp and a face throws its shadow, one beside it or under the light does not', () => {
    const shadows = (lamp: object, camera: object = {}) => {
      const p = room({
        cameraPosition: { c: { xM: 3, yM: 4, heightM: 1.5, bearingDeg: 0, ...camera } },
        lamp: { key: lamp },
      })
      return cameraShadows(p, setupOf(p)).length
    }
    expect(shadows({ xM: 3, yM: 4.8, heightM: 1.6 })).toBe(1)
    expect(shadows({ xM: 3, yM: 4.8, heightM: 1.6 }, { xM: 3.6 })).toBe(0)
    expect(shadows({ xM: 3, yM: 4.8, heightM: 2.9 })).toBe(0)
    expect(shadows({ xM: 3, yM: 4.8, heightM: 1.6, faceWidthM: 1.5, faceTallM: 1.5 })).toBe(0)
  })
})

describe('cues', () => {
  const lamps = { key: { xM: 3, yM: 4, bearingDeg: 0, luxAt1m: 4000 }, fill: { xM: 2, yM: 4, bearingDeg: 20, luxAt1m: 400, role: 'fill' } } as const // prettier-ignore
  test('come one upon the other, and each is read as the shot is', () => {
    const p = room({ lamp: lamps, lightCue: { one: { levels: { key: 50 }, rank: 0 }, two: { levels: { fill: 0 }, rank: 1 } } }) // prettier-ignore
    const [one, two] = readCues(p, setupOf(p))
    expect(one!.changes).toMatchObject([{ lamp: { id: 'key' }, fromPct: 100, toPct: 50 }])
    expect(two!.changes).toMatchObject([{ lamp: { id: 'fill' }, fromPct: 100, toPct: 0 }])
    const lux = (tried: Parameters<typeof tryChanges>[1]) =>
      readSetup(tryChanges(p, tried), setupOf(p)).shots[0]!.errorStops
    const set = (id: string, levelPct: number) => ({ op: 'update', kind: 'lamp', id, fields: { levelPct } }) as never
    expect(one!.shots[0]!.errorStops).toBeCloseTo(lux([set('key', 50)]), 9)
    expect(two!.shots[0]!.errorStops).toBeCloseTo(lux([set('key', 50), set('fill', 0)]), 9)
  })
  test('of a shot are of it alone, and do not come upon those of another', () => {
    const shot = { a: { setupId: 'setup', code: '1A' }, b: { setupId: 'setup', code: '1B' } }
    const p = room({ lamp: lamps, shot, lightCue: { one: { shotId: 'a', levels: { key: 50 }, rank: 0 }, two: { shotId: 'b', levels: { fill: 0 }, rank: 1 } } }) // prettier-ignore
    const [one, two] = readCues(p, setupOf(p))
    expect(one!.shots.map((s) => s.shot.id)).toEqual(['a'])
    expect(two!.changes[0]!.fromPct).toBe(100)
    expect(two!.shots.map((s) => s.shot.id)).toEqual(['b'])
  })
})

describe('the meter', () => {
  const pale = { spot: { spot: { widthM: 6, depthM: 5, heightM: 3, wallPct: 40, ceilingPct: 60, floorPct: 20 } } }
  const said = (lux: number, more: Rows = {}, fields: object = {}) =>
    room({ ...pale, meterReading: { m: { markId: 'mark', lux, ...fields } }, ...more })
  const corrected = (p: ReturnType<typeof room>) => {
    const [one] = metered(p, setupOf(p))
    return correctionsOf(p, setupOf(p), one!, newId).map(({ says, changes }) => {
      const after = tryChanges(p, changes)
      return { says, off: metered(after, setupOf(after))[0]!.offStops, after }
    })
  }
  test('that agrees corrects nothing', () => {
    const plan = predictedLux(readSetup(room(pale), setupOf(room(pale))), 'mark', null)!
    const [one] = metered(said(plan), setupOf(room(pale)))
    expect(one!.offStops).toBeCloseTo(0, 6)
    expect(corrected(said(plan * 1.1))).toEqual([])
  })
  test('of one lamp corrects that lamp, or keeps its kind as one’s own for all of them', () => {
    const lamp = { key: { xM: 3, yM: 4, bearingDeg: 0, luxAt1m: 4000, libraryKey: 'led-120-bare' }, other: { setupId: 'setup', libraryKey: 'led-120-bare', levelPct: 0, luxAt1m: 4000 } } // prettier-ignore
    const p = said(400, { lamp }, { lampId: 'key' })
    const ways = corrected(p)
    expect(ways).toHaveLength(2)
    for (const way of ways) expect(way.off).toBeCloseTo(0, 1)
    const kept = ways[1]!.after
    expect(Object.keys(kept.ownLamp)).toHaveLength(1)
    expect(kept.lamp['other']!.luxAt1m).toBe(kept.lamp['key']!.luxAt1m)
    expect(kept.lamp['other']!.ownLampId).toBe(Object.keys(kept.ownLamp)[0])
  })
  test('of all of them corrects what the room sends back, which stays with the spot', () => {
    const plan = predictedLux(readSetup(room(pale), setupOf(room(pale))), 'mark', null)!
    const ways = corrected(said(plan * 1.2))
    expect(ways[0]!.says).toMatch(/sends back/)
    expect(ways[0]!.off).toBeCloseTo(0, 1)
    expect(ways[0]!.after.spot['spot']!.wallPct).toBeGreaterThan(40)
    // More than any surface could send back: then it can only be the lamps.
    const [only] = corrected(said(plan * 8))
    expect(only!.says).toMatch(/^All lamps stronger by 3\.0 stops/)
    expect(only!.off).toBeCloseTo(0, 1)
  })
  test('to practise with is about what the plan says, the same lamp always off by as much, and never quite the same', () => {
    const p = room(pale)
    const ask = (turn: number) => simulatedMeter(p, setupOf(p), 'mark', 'key', turn)
    const plan = predictedLux(readSetup(p, setupOf(p)), 'mark', 'key')!
    expect(Math.abs(Math.log2(ask(1) / plan))).toBeLessThan(1.2)
    expect(new Set([1, 2, 3, 4].map(ask)).size).toBeGreaterThan(1)
    expect(Math.max(...[1, 2, 3, 4].map(ask)) / Math.min(...[1, 2, 3, 4].map(ask))).toBeLessThan(1.3)
  })
  test('of what is gone says so', () => {
    const p = said(400, {}, { lampId: null, markId: 'nowhere' })
    expect(metered(p, setupOf(p))[0]).toMatchObject({ predictedLux: null, offStops: null })
  })
})

test('what spoils nothing can be left out first, with what it saves and what it changes', () => {
  const lamp = {
    key: { xM: 3, yM: 4, bearingDeg: 0, luxAt1m: 4000 },
    edge: { xM: 3, yM: 0.5, luxAt1m: 400, role: 'edge' },
  } as const
  const pieces = withoutPieces(room({ lamp }), setupOf(room()))
  expect(pieces.map(({ thing, spoils, stops }) => [thing.id, spoils, Math.round(stops)])).toEqual([
    ['edge', [], 0],
    ['key', ['1A'], expect.any(Number) as number],
  ])
  expect(pieces[1]!.savesMin).toBeGreaterThan(0)
})
