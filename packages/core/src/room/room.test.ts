import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { areaM2, isInside, longestRunM, outlineFaults, rectangle, snapToPlan } from '../geometry/index.ts'
import { type OnWall, onWallFaults, placedOnWall, type PlacedOnWall } from './opening.ts'
import { lineCrossing, type PlanCamera, reflections, type Seen, sideOfLine } from './sight.ts'
import { shadowM, sunInRoom, sunOnFace, sunOnPlan, sunOutdoors, sunPatch, sunSpells } from './sunlight.ts'

const ROOM = rectangle(12, 9.5)
/** An L: the lower right quarter is missing. */
const ELL = [
  { xM: 0, yM: 0 },
  { xM: 8, yM: 0 },
  { xM: 8, yM: 3 },
  { xM: 3, yM: 3 },
  { xM: 3, yM: 6 },
  { xM: 0, yM: 6 },
]
const onWall = (given: Partial<OnWall>): OnWall => ({
  id: 'w',
  name: 'Window',
  wall: 0,
  alongM: 1,
  widthM: 2,
  sillM: 0.9,
  headM: 2.3,
  ...given,
})
const placed = (given: Partial<OnWall>, outline = ROOM): PlacedOnWall => placedOnWall(outline, onWall(given))!

describe('a room', () => {
  test('its area, and how far one can stand apart in it', () => {
    expect([areaM2(ROOM), longestRunM(ROOM)]).toEqual([114, Math.hypot(12, 9.5)])
    expect([areaM2(ELL), longestRunM(ELL)]).toEqual([33, Math.hypot(8, 3)])
  })
  test('inside, on a wall, and in the missing quarter', () =>
    expect([
      isInside(ELL, { xM: 1, yM: 5 }),
      isInside(ELL, { xM: 3, yM: 4 }),
      isInside(ELL, { xM: 6, yM: 5 }),
      isInside(ELL, { xM: -1, yM: 1 }),
    ]).toEqual([true, true, false, false]))
  test('one that crosses itself is told where', () => {
    const bow = [
      { xM: 0, yM: 0 },
      { xM: 4, yM: 4 },
      { xM: 4, yM: 0 },
      { xM: 0, yM: 4 },
    ]
    expect(outlineFaults(bow)).toEqual([{ code: 'walls-cross', walls: [0, 2], at: { xM: 2, yM: 2 } }])
    expect(outlineFaults(ELL)).toEqual([])
    expect(outlineFaults(bow.slice(0, 2))).toEqual([{ code: 'too-few-corners', corners: 2 }])
    expect(outlineFaults([...ELL.slice(0, 2), ELL[1]!, ...ELL.slice(2)])).toEqual([{ code: 'no-length', wall: 1 }])
  })
  test('measures go in steps of 5 cm', () => expect(snapToPlan(3.173)).toBeCloseTo(3.15, 12))
  test.each([
    ['beyond-wall', { alongM: 11 }, { overM: 1, wallM: 12 }],
    ['beyond-wall', { alongM: -0.5 }, { overM: 0.5 }],
    ['no-such-wall', { wall: 4 }, { walls: 4 }],
    ['higher-than-room', { headM: 3.2 }, { ceilingM: 3.1 }],
    ['no-height', { headM: 0.9 }, {}],
  ])('%s: a window that does not fit', (code, given, facts) =>
    expect(onWallFaults(ROOM, 3.1, [onWall(given)])).toEqual([expect.objectContaining({ code, ...facts })]),
  )
  test('the way out of each wall, whichever way round the corners go', () => {
    const ways = (outline: typeof ROOM) => [0, 1, 2, 3].map((wall) => placed({ wall }, outline).outwardDeg)
    expect(ways(ROOM)).toEqual([0, 90, 180, 270])
    expect(ways([...ROOM].reverse())).toEqual([180, 90, 0, 270])
  })
})

describe('sun in a room', () => {
  const west = placed({ wall: 3, alongM: 2.75, widthM: 1.7, sillM: 0.9, headM: 1.9 })
  const afternoon = sunOnPlan(270, 35, 0)
  test('a west window throws its patch straight in, as far as its heights say', () => {
    const patch = sunPatch(ROOM, 3.1, west, afternoon)!
    const xs = patch.floor.map((p) => p.xM).sort((a, b) => a - b)
    expect([xs[0], xs.at(-1)]).toEqual([
      expect.closeTo(0.9 / Math.tan((35 * Math.PI) / 180), 6),
      expect.closeTo(1.9 / Math.tan((35 * Math.PI) / 180), 6),
    ])
    expect(patch.walls).toEqual([])
  })
  test('a low sun reaches the far wall and leaves the floor', () => {
    const patch = sunPatch(ROOM, 3.1, west, sunOnPlan(270, 3, 0))!
    expect(patch.floor).toEqual([])
    expect(patch.walls).toMatchObject([{ wall: 1 }])
    for (const [, height] of patch.walls[0]!.corners) expect(height).toBeLessThan(1.9)
  })
  test.each([
    ['behind the wall', sunOnPlan(90, 35, 0)],
    ['under the horizon', sunOnPlan(270, -2, 0)],
  ])('the sun %s throws none', (_, sun) => expect(sunPatch(ROOM, 3.1, west, sun)).toBeNull())
  test('the plan may be turned: where its top faces west, a west window is on the top wall', () =>
    expect(sunPatch(ROOM, 3.1, placed({ wall: 0 }), sunOnPlan(270, 35, 270))).not.toBeNull())
  test('a point on the floor is lit exactly where the patch lies', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 11.99, noNaN: true }),
        fc.double({ min: 0.01, max: 9.49, noNaN: true }),
        fc.double({ min: 200, max: 340, noNaN: true }),
        fc.double({ min: 5, max: 70, noNaN: true }),
        (xM, yM, azimuth, altitude) => {
          const sun = sunOnPlan(azimuth, altitude, 0)
          const floor = sunPatch(ROOM, 3.1, west, sun)?.floor ?? []
          const point = { xM, yM }
          const lit = sunInRoom(ROOM, [west], point, 0, sun).lit
          return lit === (floor.length > 2 && isInside(floor, point))
        },
      ),
      { numRuns: 500 },
    ))
  test('all the light that a window lets in lands on floor and walls, wherever the window is', () =>
    fc.assert(
      fc.property(
        fc.constantFrom(0, 1, 2, 3),
        fc.constantFrom(0, 0.3, 1),
        fc.double({ min: 0.3, max: 6, noNaN: true }),
        fc.double({ min: 0, max: 360, noNaN: true }),
        fc.double({ min: 2, max: 75, noNaN: true }),
        (wall, share, widthM, azimuth, altitude) => {
          // At a corner of the room (0 and 1), or between.
          const lengthM = wall % 2 === 0 ? 12 : 9.5
          const opening = placed({ wall, alongM: (lengthM - widthM) * share, widthM, sillM: 0, headM: 2.5 })
          const sun = sunOnPlan(azimuth, altitude, 0)
          const patch = sunPatch(ROOM, 2.5, opening, sun)
          const rad = (deg: number) => (deg * Math.PI) / 180
          const facing = Math.cos(rad(sun.bearingDeg - opening.outwardDeg))
          if (facing <= 0.01) return
          const flat = (corners: readonly (readonly [number, number])[]) =>
            Math.abs(
              corners.reduce((sum, [x, y], i) => {
                const [nx, ny] = corners[(i + 1) % corners.length]!
                return sum + x * ny - nx * y
              }, 0),
            ) / 2
          const floor = flat(patch!.floor.map((p) => [p.xM, p.yM] as const)) * Math.sin(rad(altitude))
          const outward = [0, 90, 180, 270]
          const walls = patch!.walls.map(
            (w) =>
              flat(w.corners) * Math.cos(rad(altitude)) * Math.abs(Math.cos(rad(sun.bearingDeg - outward[w.wall]!))),
          )
          const came = widthM * 2.5 * Math.cos(rad(altitude)) * facing
          expect((floor + walls.reduce((a, b) => a + b, 0)) / came).toBeCloseTo(1, 6)
        },
      ),
      { numRuns: 500 },
    ))
  test('the sun is there from its rising to its setting, as the almanac has them', () => {
    expect(sunOutdoors([], { xM: 0, yM: 0 }, 1, sunOnPlan(90, -0.5, 0)).lit).toBe(true)
    expect(sunOutdoors([], { xM: 0, yM: 0 }, 1, sunOnPlan(90, -0.9, 0)).lit).toBe(false)
    expect(sunInRoom(ROOM, [west], { xM: 0.5, yM: 6 }, 1.5, sunOnPlan(270, -0.4, 0)).lit).toBe(true)
  })
  test('an upper floor or a wall between keeps it out, and says what does', () => {
    expect(sunInRoom(ROOM, [west], { xM: 2, yM: 6 }, 1.2, sunOnPlan(0, 30, 0))).toEqual({
      lit: false,
      because: 'wall',
      by: '0',
    })
    expect(sunInRoom(ROOM, [west], { xM: 2, yM: 6 }, 1.2, sunOnPlan(270, -1, 0)).lit).toBe(false)
  })
})

describe('sun outdoors', () => {
  const shed = { id: 'shed', name: 'Shed', corners: rectangle(4, 3), heightM: 4 }
  test('stands in the shadow of what is in the way, and out of it further off', () => {
    const sun = sunOnPlan(0, 30, 0)
    expect(sunOutdoors([shed], { xM: 2, yM: 6 }, 0, sun)).toEqual({ lit: false, because: 'obstacle', by: 'shed' })
    expect(sunOutdoors([shed], { xM: 2, yM: 3 + shadowM(4, 30) + 0.1 }, 0, sun).lit).toBe(true)
    expect(sunOutdoors([shed], { xM: 2, yM: 6 }, 3.9, sun).lit).toBe(true)
  })
  test.each([
    [180, 40, 'in the eyes', 'good height'],
    [130, 12, 'three-quarter', 'flat'],
    [90, 60, 'from the side', 'steep'],
    [45, 75, 'from behind the shoulder', 'from overhead'],
    [0, 20, 'from behind', 'good height'],
  ])('a face to the south with the sun at %s°, %s° high has it %s', (azimuth, altitude, says, height) =>
    expect(sunOnFace(180, sunOnPlan(azimuth, altitude, 0))).toMatchObject({ says, height }),
  )
  test('spells of light begin and end to the step', () => {
    const at = (ms: number) =>
      (ms >= 120 && ms < 300) || ms >= 540
        ? ({ lit: true, through: 'w' } as const)
        : ({ lit: false, because: 'wall', by: null } as const)
    expect(sunSpells(0, 600, 60, at)).toEqual([
      { fromMs: 120, toMs: 300, through: 'w' },
      { fromMs: 540, toMs: 600, through: 'w' },
    ])
  })
})

describe('what a mirror shows', () => {
  const mirror = placed({ id: 'm', wall: 1, alongM: 4, widthM: 2.2, sillM: 0.4, headM: 2.2 })
  const camera: PlanCamera = {
    id: 'A',
    name: 'A',
    at: { xM: 6, yM: 5.1 },
    heightM: 1.5,
    bearingDeg: 90,
    angleDeg: 40,
    verticalDeg: 24,
  }
  const thing = (xM: number, yM: number, fromM = 0, toM = 1.8): Seen => ({
    id: 't',
    name: 'Lamp',
    at: { xM, yM },
    fromM,
    toM,
  })
  const sees = (c: PlanCamera, t: Seen) => reflections([c], [mirror], [t]).length > 0
  test('a camera straight before it sees itself', () => expect(sees(camera, thing(6, 5.1))).toBe(true))
  test('turned away it does not', () => expect(sees({ ...camera, bearingDeg: 270 }, thing(6, 5.1))).toBe(false))
  test('a lamp by the angle of incidence is seen, one beside that is not', () => {
    const low = { ...camera, at: { xM: 9, yM: 7 }, bearingDeg: 50, angleDeg: 60 }
    expect([sees(low, thing(9, 3)), sees(low, thing(9, 0.5))]).toEqual([true, false])
  })
  test('a lamp above what the mirror can show is not seen', () =>
    expect([sees(camera, thing(4, 5.1, 4, 4.3)), sees(camera, thing(4, 5.1, 0, 4.3))]).toEqual([false, true]))
  test('light goes the same way back: who sees is seen', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 11, noNaN: true }),
        fc.double({ min: 0.5, max: 9, noNaN: true }),
        fc.double({ min: 0.5, max: 11, noNaN: true }),
        fc.double({ min: 0.5, max: 9, noNaN: true }),
        (ax, ay, bx, by) => {
          const wide = { angleDeg: 179.9, verticalDeg: 179.9, bearingDeg: 90 }
          const one = { ...camera, ...wide, at: { xM: ax, yM: ay } },
            two = { ...camera, ...wide, at: { xM: bx, yM: by } }
          return sees(one, thing(bx, by, 1.5, 1.5)) === sees(two, thing(ax, ay, 1.5, 1.5))
        },
      ),
    ))
})

describe('the line between two people', () => {
  const [left, right] = [
    { xM: 2, yM: 3 },
    { xM: 6, yM: 3 },
  ]
  test('cameras on one side keep it, the one across is named', () => {
    const at = (id: string, xM: number, yM: number) => ({ id, at: { xM, yM } })
    const found = lineCrossing(left, right, [at('A', 3, 5), at('B', 5, 6), at('C', 4, 1)])!
    expect([found.kept, found.crossing]).toEqual(['right', ['C']])
  })
  test('one behind a shoulder is on the line, and crosses nothing', () => {
    expect(sideOfLine(left, right, { xM: -1, yM: 3 })).toBe('on the line')
    expect(lineCrossing(left, right, [{ id: 'A', at: { xM: 9, yM: 3.05 } }])).toBeNull()
  })
  test('seen from the other person the sides change places', () =>
    fc.assert(
      fc.property(
        fc.double({ min: -5, max: 12, noNaN: true }),
        fc.double({ min: -5, max: 12, noNaN: true }),
        (xM, yM) => {
          const one = sideOfLine(left, right, { xM, yM }),
            other = sideOfLine(right, left, { xM, yM })
          return one === 'on the line' ? other === one : one !== other
        },
      ),
    ))
})
