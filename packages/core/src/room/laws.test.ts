import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import {
  alongWall,
  areaM2,
  extentOf,
  isInside,
  longestRunM,
  type Outline,
  outlineFaults,
  type PlanPoint,
  wallsOf,
} from '../geometry/index.ts'
import { outwardDeg, placedOnWall } from './opening.ts'
import { walkWalls } from './walkWalls.ts'

/** Columns of whole metres side by side: any room of square corners whose upper wall is straight. */
const columns = fc.array(
  fc.record({ widthM: fc.integer({ min: 1, max: 4 }), depthM: fc.integer({ min: 1, max: 6 }) }),
  { minLength: 1, maxLength: 6 },
)
type Columns = typeof columns extends fc.Arbitrary<infer C> ? C : never

/** The outline round columns, clockwise from the upper left, without corners along a straight wall. */
function roundColumns(given: Columns): Outline {
  const width = given.reduce((sum, c) => sum + c.widthM, 0)
  const lower: PlanPoint[] = []
  let xM = width
  for (const { widthM, depthM } of given.toReversed()) {
    lower.push({ xM, yM: depthM }, { xM: xM - widthM, yM: depthM })
    xM -= widthM
  }
  const all = [{ xM: 0, yM: 0 }, { xM: width, yM: 0 }, ...lower]
  return all.filter((p, i) => {
    const [before, after] = [all[(i - 1 + all.length) % all.length]!, all[(i + 1) % all.length]!]
    return !(before.yM === p.yM && p.yM === after.yM)
  })
}
const rooms = columns.map(roundColumns)
const near = fc.record({ xM: fc.integer({ min: -20, max: 260 }), yM: fc.integer({ min: -20, max: 80 }) })

describe('any room of square corners', () => {
  test('has nothing wrong with it, and the floor of its columns', () =>
    fc.assert(
      fc.property(columns, (given) => {
        const outline = roundColumns(given)
        expect(outlineFaults(outline)).toEqual([])
        expect(areaM2(outline)).toBeCloseTo(
          given.reduce((sum, c) => sum + c.widthM * c.depthM, 0),
          9,
        )
      }),
    ))
  test('a point is in it when it is in one of its columns', () =>
    fc.assert(
      fc.property(columns, near, (given, tenths) => {
        const p = { xM: tenths.xM / 10, yM: tenths.yM / 10 }
        let left = 0
        const inOne = given.some(({ widthM, depthM }) => {
          left += widthM
          return p.xM >= left - widthM && p.xM <= left && p.yM >= 0 && p.yM <= depthM
        })
        expect(isInside(roundColumns(given), p)).toBe(inOne)
      }),
      { numRuns: 300 },
    ))
  test('out of a wall is out of the room, and the other way is in it', () =>
    fc.assert(
      fc.property(rooms, fc.nat(), fc.boolean(), (room, which, reversed) => {
        const outline = reversed ? room.toReversed() : room
        const wall = wallsOf(outline)[which % outline.length]!
        const bearing = (outwardDeg(outline, wall) * Math.PI) / 180
        const middle = alongWall(wall, wall.lengthM / 2)
        const step = (metres: number) => ({
          xM: middle.xM + Math.sin(bearing) * metres,
          yM: middle.yM - Math.cos(bearing) * metres,
        })
        expect([isInside(outline, step(0.01)), isInside(outline, step(-0.01))]).toEqual([false, true])
      }),
    ))
  test('what hangs on a wall lies on it, as wide as it is', () =>
    fc.assert(
      fc.property(rooms, fc.nat(), fc.double({ min: 0, max: 1, noNaN: true }), (outline, which, share) => {
        const wall = wallsOf(outline)[which % outline.length]!
        const widthM = wall.lengthM / 3
        const alongM = share * (wall.lengthM - widthM)
        const thing = { id: 'm', name: 'Mirror', wall: wall.index, alongM, widthM, sillM: 1, headM: 2 }
        const { from, to } = placedOnWall(outline, thing)!
        expect([isInside(outline, from), isInside(outline, to)]).toEqual([true, true])
        expect(Math.hypot(to.xM - from.xM, to.yM - from.yM)).toBeCloseTo(widthM, 9)
        expect(Math.hypot(from.xM - wall.from.xM, from.yM - wall.from.yM)).toBeCloseTo(alongM, 9)
      }),
    ))
  test('one can stand apart by its longest wall at least, and by no more than across all of it', () =>
    fc.assert(
      fc.property(rooms, (outline) => {
        const run = longestRunM(outline)
        const [xs, ys] = [outline.map((p) => p.xM), outline.map((p) => p.yM)]
        expect(run).toBeGreaterThanOrEqual(Math.max(...wallsOf(outline).map((w) => w.lengthM)) - 1e-9)
        expect(run).toBeLessThanOrEqual(Math.hypot(Math.max(...xs), Math.max(...ys)) + 1e-9)
      }),
    ))
  test('its extent is the least that holds every corner', () =>
    fc.assert(
      fc.property(rooms, fc.integer({ min: -9, max: 9 }), (outline, by) => {
        const moved = outline.map((p) => ({ xM: p.xM + by, yM: p.yM - by }))
        const { leftM, topM, widthM, depthM } = extentOf(moved)
        expect([leftM, topM]).toEqual([by, 0 - by])
        expect(moved.some((p) => p.xM === leftM + widthM) && moved.some((p) => p.yM === topM + depthM)).toBe(true)
        expect(moved.every((p) => p.xM <= leftM + widthM && p.yM <= topM + depthM)).toBe(true)
      }),
    ))
  test('begun at another corner, gone round the other way or put elsewhere it is the same room', () =>
    fc.assert(
      fc.property(rooms, fc.nat(), fc.integer({ min: -9, max: 9 }), (outline, by, dx) => {
        const turned = outline.map((_, i) => outline[(i + by) % outline.length]!)
        const moved = outline.map((p) => ({ xM: p.xM + dx, yM: p.yM - dx }))
        for (const same of [turned, outline.toReversed(), moved]) {
          expect(areaM2(same)).toBeCloseTo(areaM2(outline), 9)
          expect(longestRunM(same)).toBeCloseTo(longestRunM(outline), 9)
          expect(outlineFaults(same)).toEqual([])
        }
      }),
    ))
  test('walked round by its lengths and turns it comes out as it is', () =>
    fc.assert(
      fc.property(rooms, (outline) => {
        const walls = wallsOf(outline)
        const words = walls.flatMap((wall, i) => {
          const before = walls[(i - 1 + walls.length) % walls.length]!
          const turn =
            (before.to.xM - before.from.xM) * (wall.to.yM - wall.from.yM) -
            (before.to.yM - before.from.yM) * (wall.to.xM - wall.from.xM)
          return i === 0 ? [String(wall.lengthM)] : [turn > 0 ? 'r' : 'l', String(wall.lengthM)]
        })
        expect(walkWalls(words.join(' '), 'metric')).toEqual({ ok: true, value: outline })
      }),
    ))
})

describe('walls that lie on one another', () => {
  const corners = (...points: [number, number][]) => points.map(([xM, yM]) => ({ xM, yM }))
  test('a wall that runs back over the one before it', () =>
    expect(outlineFaults(corners([0, 0], [6, 0], [2, 0], [2, 4], [0, 4]))).toContainEqual({
      code: 'walls-overlap',
      walls: [0, 1],
      at: { xM: 4, yM: 0 },
    }))
  test('two that are no neighbours', () =>
    expect(outlineFaults(corners([0, 0], [8, 0], [8, 4], [5, 4], [5, 0], [3, 0], [3, 4], [0, 4]))).toContainEqual({
      code: 'walls-overlap',
      walls: [0, 4],
      at: { xM: 4, yM: 0 },
    }))
  test('corners along a straight wall are none', () =>
    expect(outlineFaults(corners([0, 0], [3, 0], [6, 0], [6, 4], [0, 4]))).toEqual([]))
})
