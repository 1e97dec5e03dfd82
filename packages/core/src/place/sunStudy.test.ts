import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { isInside } from '../geometry/index.ts'
import { roofPatch } from '../room/index.ts'
import { minuteOfDay } from '../time/index.ts'
import { productionWith } from '../testing/index.ts'
import { spotPlan, sunAt } from './spotPlan.ts'
import { sunStudy } from './sunStudy.ts'

const PLACE = { latitudeDeg: 53.71, longitudeDeg: -3.16, timeZone: 'Europe/London' }
const production = productionWith({
  spot: { spot: { widthM: 12, depthM: 9.5, heightM: 3.1 }, out: { outdoors: true, widthM: 40, depthM: 30 } },
  fitting: {
    west: { wall: 3, alongM: 2.75, widthM: 1.7, sillM: 0.9, headM: 1.9 },
    north: { wall: 0, alongM: 2, widthM: 3.6, sillM: 0.9, headM: 2.3 },
    shed: { spotId: 'out', type: 'obstacle', xM: 5, yM: 20, widthM: 4, depthM: 4, headM: 5 },
  },
})
const loft = spotPlan(production, production.spot.spot!)
const clock = (ms: number, date = '2026-05-14') => Math.round(minuteOfDay(ms, date, PLACE.timeZone))

describe('the sun over a room', () => {
  const study = sunStudy(loft, PLACE, '2026-05-14')
  test('a west window lets it in in the afternoon, a north one early and late in summer only', () => {
    const [west, north] = ['west', 'north'].map((id) => study.spellsOfWindows().find((w) => w.windowId === id)!.spells)
    expect(west).toHaveLength(1)
    expect(clock(west![0]!.fromMs)).toBeGreaterThan(12 * 60)
    expect(north!.length).toBe(2)
    const winter = sunStudy(loft, PLACE, '2026-12-14').spellsOfWindows()
    expect(winter.find((w) => w.windowId === 'north')!.spells).toEqual([])
  })
  test('on a chair it is when the patch lies there, and nobody else’s time', () => {
    const chair = { xM: 2.2, yM: 5.8 }
    const [spell] = study.spellsAt(chair, 1.2)
    expect(spell).toMatchObject({ through: 'west' })
    const [from, to] = [clock(spell!.fromMs), clock(spell!.toMs)]
    expect(from).toBeGreaterThan(13 * 60)
    expect(to - from).toBeGreaterThan(20)
    expect(study.patchesAt(from + 5).length).toBeGreaterThan(0)
    expect(study.spellsAt({ xM: 11, yM: 0.5 }, 2.9)).toEqual([])
  })
  test('at night there is no patch', () => expect(study.patchesAt(60)).toEqual([]))
})

test('on the day the clocks go forward the day is 23 hours long and the spells stay right', () => {
  const spells = sunStudy(loft, PLACE, '2026-03-29')
    .spellsOfWindows()
    .find((w) => w.windowId === 'west')!.spells
  expect(clock(spells[0]!.toMs, '2026-03-29')).toBeGreaterThan(18 * 60)
})

test('in the high north in winter there is none, and it says so by giving none', () => {
  const study = sunStudy(loft, { latitudeDeg: 71, longitudeDeg: 25, timeZone: 'Europe/Oslo' }, '2026-12-20')
  expect(study.day.crossings.rise.kind).toBe('below-all-day')
  expect(study.spellsOfWindows().flatMap((w) => w.spells)).toEqual([])
})

test('outdoors what stands south shades what is north of it about noon', () => {
  const study = sunStudy(spotPlan(production, production.spot.out!), PLACE, '2026-11-20')
  const spells = study.spellsAt({ xM: 5, yM: 12 }, 0)
  expect(spells.length).toBe(2)
  expect(clock(spells[0]!.toMs, '2026-11-20')).toBeLessThan(12 * 60 + 10)
  expect(clock(spells[1]!.fromMs, '2026-11-20')).toBeGreaterThan(12 * 60 + 10)
})

describe('a window in the roof', () => {
  const attic = spotPlan(
    productionWith({
      spot: { spot: { widthM: 8, depthM: 6, heightM: 3 } },
      fitting: {
        roof: { type: 'roof window', name: 'Roof light', xM: 4, yM: 3, widthM: 1.2, depthM: 0.8, turnDeg: 30 },
      },
    }),
    { ...production.spot.spot!, widthM: 8, depthM: 6, heightM: 3 },
  )
  test('lets the sun in about noon, and not before it stands high enough', () => {
    const study = sunStudy(attic, PLACE, '2026-06-21')
    const [own] = study.spellsOfWindows()
    expect(own!.windowId).toBe('roof')
    const noon = study.patchesAt(13 * 60 + 15)
    expect(noon.map(({ through }) => through)).toEqual(['roof'])
    expect(noon[0]!.floor.length).toBeGreaterThanOrEqual(3)
  })
  test('lights those points of the floor that lie in its patch, and no others', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 360, noNaN: true }), fc.double({ min: 3, max: 85, noNaN: true }), fc.double({ min: 0.05, max: 7.95, noNaN: true }), fc.double({ min: 0.05, max: 5.95, noNaN: true }), (bearingDeg, altitudeDeg, xM, yM) => {
        const sun = { bearingDeg, altitudeDeg }
        const floor = roofPatch(attic.outline, 3, attic.roofs[0]!, sun)?.floor ?? []
        const isLit = sunAt(attic, { xM, yM }, 0, sun)
        const nearEdge = floor.some((a, i) => offLine({ xM, yM }, a, floor[(i + 1) % floor.length]!) < 1e-6)
        if (!nearEdge) expect(isLit.lit).toBe(floor.length >= 3 && isInside(floor, { xM, yM }))
      }),
      { numRuns: 400 },
    ) // prettier-ignore
  })
  test('a point above the ceiling or in the shade of a wall is not lit by it', () => {
    expect(sunAt(attic, { xM: 4, yM: 3 }, 1, { bearingDeg: 180, altitudeDeg: 89.9 })).toEqual({ lit: true, through: 'roof' })
    expect(sunAt(attic, { xM: 4, yM: 3 }, 1, { bearingDeg: 180, altitudeDeg: -5 })).toMatchObject({ because: 'down' })
    expect(sunAt(attic, { xM: 0.2, yM: 3 }, 1, { bearingDeg: 270, altitudeDeg: 20 })).toMatchObject({ because: 'wall' })
  }) // prettier-ignore
})

const offLine = (p: { xM: number; yM: number }, a: { xM: number; yM: number }, b: { xM: number; yM: number }) =>
  Math.abs((b.xM - a.xM) * (p.yM - a.yM) - (b.yM - a.yM) * (p.xM - a.xM)) / (Math.hypot(b.xM - a.xM, b.yM - a.yM) || 1)
