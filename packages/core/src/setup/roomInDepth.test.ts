import { describe, expect, test } from 'vitest'
import { productionWith } from '../testing/index.ts'
import { ratioAt, readSetup } from './index.ts'

type Rows = Parameters<typeof productionWith>[0]
type Spot = NonNullable<NonNullable<Rows['spot']>[string]>

const lit = (rows: Rows = {}, spot: Spot = {}) =>
  productionWith({
    spot: { spot: { widthM: 6, depthM: 5, heightM: 3, ...spot } },
    mark: { mark: { xM: 3, yM: 2, heightM: 1.5, facingDeg: 180 } },
    lamp: { key: { xM: 3, yM: 4, heightM: 1.5, bearingDeg: 0, tiltDeg: 0, luxAt1m: 4000 } },
    ...rows,
    setup: { setup: {}, ...rows.setup },
  })
const read = (p: ReturnType<typeof lit>, id = 'mark') => readSetup(p, p.setup['setup']!).marks.find(({ mark }) => mark.id === id)!.reading // prettier-ignore
const SOMEBODY = { xM: 3, yM: 2, heightM: 1.5, facingDeg: 180, what: 'standing' } as const

describe('people stand in the light', () => {
  test('of one another, and not of themselves', () => {
    const alone = lit({ mark: { mark: SOMEBODY } })
    expect(read(alone).totalLux).toBeCloseTo(1000, 6)
    const before = lit({ mark: { mark: SOMEBODY, other: { ...SOMEBODY, yM: 3 } } })
    expect(read(before).totalLux).toBeLessThan(20)
    // Whoever stands nearer to the lamp has all of it.
    expect(read(before, 'other').totalLux).toBeCloseTo(4000, -2)
    expect(read(lit({ mark: { mark: SOMEBODY, other: { ...SOMEBODY, yM: 3, what: 'thing' } } })).totalLux).toBeCloseTo(1000, 6) // prettier-ignore
  })
  test('somebody seated is no wall: light passes over', () => {
    const seated = lit({ mark: { mark: SOMEBODY, other: { ...SOMEBODY, yM: 3, heightM: 1.15, what: 'seated' } } })
    expect(read(seated).totalLux).toBeCloseTo(1000, -1)
  })
})

describe('the sides of a face', () => {
  test('square on both cheeks have as much; from the side the nearer has more', () => {
    const front = read(lit({ mark: { mark: SOMEBODY } })).cheeks!
    expect(front.leftLux).toBeCloseTo(front.rightLux, 4)
    // Facing down the page somebody's own left is on the right of the plan.
    const side = read(lit({ mark: { mark: SOMEBODY }, lamp: { key: { xM: 5, yM: 3, heightM: 1.5, bearingDeg: 296, tiltDeg: 0, luxAt1m: 4000 } } })) // prettier-ignore
    expect(side.cheeks!.leftLux).toBeGreaterThan(2 * side.cheeks!.rightLux)
  })
  test('light from above is on the forehead first', () => {
    const { cheeks, totalLux } = read(lit({ mark: { mark: SOMEBODY }, lamp: { key: { xM: 3, yM: 3, heightM: 2.8, bearingDeg: 0, tiltDeg: -52, luxAt1m: 4000 } } })) // prettier-ignore
    expect(cheeks!.foreheadLux).toBeGreaterThan(totalLux)
  })
  test('a thing has none, and a ratio by cheeks is that of its setup where it asks for one', () => {
    expect(read(lit()).cheeks).toBeNull()
    const lamp = { key: { xM: 5, yM: 3, heightM: 1.5, bearingDeg: 296, tiltDeg: 0, luxAt1m: 4000 } }
    const p = lit({ mark: { mark: SOMEBODY }, lamp, setup: { setup: { ambientLux: 100, ratioOf: 'cheek to cheek' } } })
    const at = read(p)
    expect(ratioAt(p.setup['setup']!, at)).toBeCloseTo(at.cheeks!.leftLux / at.cheeks!.rightLux, 9)
    expect(ratioAt({ ratioOf: 'key to fill' }, at)).toBe(at.ratio)
  })
})

describe('what the walls let in and send back', () => {
  const outside = { key: { xM: 3, yM: 7, heightM: 1.5, bearingDeg: 0, tiltDeg: 0, luxAt1m: 4000 } }
  const door = (fields: object) => ({ fitting: { d: { spotId: 'spot', type: 'door', wall: 2, alongM: 2.25, widthM: 1.5, sillM: 0, headM: 2.1, ...fields } } }) as Rows // prettier-ignore
  test('a door that stands open does, as far as it does; a shut one does not', () => {
    expect(read(lit({ lamp: outside, ...door({}) })).totalLux).toBe(0)
    expect(read(lit({ lamp: outside, ...door({ openPct: 100 }) })).totalLux).toBeCloseTo(160, 6)
    // Wall 2 runs to the left: half of the door is what lies right of its middle.
    expect(read(lit({ lamp: { key: { ...outside.key, xM: 2.4, yM: 5.5 } }, mark: { mark: { xM: 2.4, yM: 2 } }, ...door({ openPct: 40 }) })).totalLux).toBe(0) // prettier-ignore
  })
  test('a curtain takes its stops of a lamp outside, and spreads what is left', () => {
    const window = (fields: object) => ({ fitting: { w: { spotId: 'spot', type: 'window', wall: 2, alongM: 2.25, widthM: 1.5, sillM: 0.9, headM: 2.1, ...fields } } }) as Rows // prettier-ignore
    const by = (curtainStops: number) => read(lit({ lamp: outside, ...window({ curtainStops }) })).totalLux
    expect(by(0)).toBeCloseTo(160, 6)
    expect(by(1)).toBeGreaterThan(2)
    expect(by(2) / by(1)).toBeCloseTo(0.5, 2)
  })
  test('one wall in black is darker than all of them pale, and brighter than all in black', () => {
    const wall = (wallsPct: (number | null)[], wallPct = 80) => read(lit({}, { wallPct, wallsPct, ceilingPct: 0, floorPct: 0 })).returnedLux // prettier-ignore
    expect(wall([])).toBeGreaterThan(wall([null, null, 0, null]) * 1.05)
    expect(wall([null, null, 0, null])).toBeGreaterThan(wall([], 5))
    expect(wall([80, 80, 80, 80], 5)).toBeCloseTo(wall([], 80), 6)
  })
  test('a mirror sends a lamp back onto a face that is turned away from it', () => {
    const behind = { mark: { mark: { xM: 3, yM: 2, heightM: 1.5, facingDeg: 0 } } }
    const mirror = { fitting: { m: { spotId: 'spot', type: 'mirror', wall: 0, alongM: 2, widthM: 2, sillM: 0.5, headM: 2.5 } } } as Rows // prettier-ignore
    expect(read(lit(behind)).totalLux).toBe(0)
    // 4 m to the glass and 2 m back, 0.9 of it.
    expect(read(lit({ ...behind, ...mirror })).totalLux).toBeCloseTo((0.9 * 4000) / 36, 4)
    expect(read(lit({ ...behind, fitting: { m: { ...mirror.fitting!['m'], type: 'glass' } } })).totalLux).toBeCloseTo((0.08 * 4000) / 36, 4) // prettier-ignore
  })
})

describe('daylight by what it comes through', () => {
  const DAY = { place: { place: { latitudeDeg: 53.7, longitudeDeg: -3.2, timeZone: 'Europe/London' } }, day: { day: { date: '2026-06-21', callMin: 600 } } } // prettier-ignore
  const sunny = (fitting: object, daylight: 'clear' | 'overcast' = 'overcast', facingDeg = 180) =>
    lit({
      ...DAY,
      lamp: {},
      setup: { setup: { daylight } },
      mark: { mark: { xM: 3, yM: 2, heightM: 1.2, facingDeg } },
      fitting: { w: { spotId: 'spot', widthM: 2, sillM: 0.9, headM: 2.4, ...fitting } },
    })
  const window = { type: 'window', wall: 2, alongM: 2 }
  const lux = (p: ReturnType<typeof lit>) => read(p).totalLux
  test('a window has as much less as is hidden of its sky, and as its curtain takes', () => {
    const open = lux(sunny(window))
    expect(open).toBeGreaterThan(50)
    expect(lux(sunny({ ...window, hiddenPct: 50 })) / open).toBeCloseTo(0.5, 6)
    expect(lux(sunny({ ...window, curtainStops: 2 })) / open).toBeCloseTo(0.25, 6)
  })
  test('an open door lets the sky in that a shut one keeps out, without glass', () => {
    const door = { type: 'door', wall: 2, alongM: 2, sillM: 0.9 }
    expect(lux(sunny(door))).toBe(0)
    expect(lux(sunny({ ...door, openPct: 100 })) / lux(sunny(window))).toBeCloseTo(1 / 0.8, 6)
  })
  test('a window in the roof lights who stands below; one outside of the walls lights nobody', () => {
    const roof = { type: 'roof window', xM: 3, yM: 3.2, widthM: 1.2, depthM: 1.2 }
    expect(lux(sunny(roof))).toBeGreaterThan(20)
    expect(lux(sunny({ ...roof, yM: 4.9 }))).toBe(0)
  })
  test('what stands opposite hides a low sun, and not a high one', () => {
    const at = (hour: number, hiddenPct: number) => {
      const p = sunny({ ...window, hiddenPct }, 'clear')
      const moved = { ...p, spot: { spot: { ...p.spot['spot']!, upBearingDeg: 0 } }, day: { day: { ...p.day['day']!, callMin: hour * 60 } } } as typeof p // prettier-ignore
      return moved
    }
    // Noon in June: the sun is 60° high, what hides half of the sky of a window rises to 30°.
    const noon = (hiddenPct: number) => read(at(12, hiddenPct)).totalLux
    expect(noon(50)).toBeGreaterThan(noon(95))
    // Its beam on the floor is sent back by a pale room only when it comes in.
    const pale = (hiddenPct: number) => {
      const p = at(12, hiddenPct)
      return read({ ...p, spot: { spot: { ...p.spot['spot']!, floorPct: 80, wallPct: 60 } } }).totalLux
    }
    expect(pale(50) / pale(95)).toBeGreaterThan(6)
  })
})
