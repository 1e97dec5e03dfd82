import earcut from 'earcut'
import { BLACK, type Face, facet, type Facet } from './facet.ts'
import { along, cross, facing, unit, type Vec } from '../geometry/index.ts'

/** A rectangle of a wall: along it from its first corner, and above the floor; metres. */
export interface WallRectangle {
  readonly wall: number
  readonly fromM: number
  readonly toM: number
  readonly bottomM: number
  readonly topM: number
}

/** A closed window as a surface of one brightness, which the sky behind it gives. */
export interface SkyWindow extends WallRectangle {
  readonly luminanceCdM2: number
  readonly reflectance: number
}

export interface Room {
  /** Corners of the floor in turn, either way round; wall i runs from corner i to the next. */
  readonly outlineM: readonly (readonly [x: number, y: number])[]
  readonly heightM: number
  readonly reflectance: { readonly floor: number; readonly ceiling: number; readonly walls: readonly number[] }
}

/** A flat opaque rectangle: a flag, a board, a frame of cloth. */
export interface Panel {
  readonly at: Vec
  readonly bearingDeg: number
  readonly tiltDeg: number
  readonly widthM: number
  readonly heightM: number
  /** Of both its faces. */
  readonly reflectance: number
  /** What its front sends out, lm/m²: of a cloth the light on its back times its transmission. */
  readonly exitance: number
  readonly name?: string
}

const matt = (reflectance: number): Face => ({ reflectance, exitance: 0 })

/** A rectangle in space, its front along its normal, its width across what is up. */
export function rectangleFacet(
  { at, normal, up, widthM, heightM }: { at: Vec; normal: Vec; up: Vec; widthM: number; heightM: number },
  front: Face,
  back: Face,
  name?: string,
): Facet {
  const right = unit(cross(up, normal))
  const upwards = cross(unit(normal), right)
  const corner = (x: number, y: number): Vec => along(along(at, right, (x * widthM) / 2), upwards, (y * heightM) / 2)
  return facet([corner(-1, -1), corner(1, -1), corner(1, 1), corner(-1, 1)], front, back, name)
}

/** A panel where it stands: its front looks along bearing and tilt, its width runs along the horizon. */
export function panelFacet({ bearingDeg, tiltDeg, reflectance, exitance, name, ...size }: Panel): Facet {
  // Up is where the front would look if it were tilted a quarter turn more.
  const placed = { ...size, normal: facing(bearingDeg, tiltDeg), up: facing(bearingDeg, tiltDeg + 90) }
  return rectangleFacet(placed, { reflectance, exitance }, matt(reflectance), name)
}

/** What of a wall is left beside its holes, in rectangles. */
function wallPieces(lengthM: number, heightM: number, holes: readonly WallRectangle[]) {
  const cuts = [...new Set([0, lengthM, ...holes.flatMap((hole) => [hole.fromM, hole.toM])])]
    .filter((m) => m >= 0 && m <= lengthM)
    .sort((a, b) => a - b)
  return cuts.slice(1).flatMap((toM, i) => {
    const fromM = cuts[i]!
    const middle = (fromM + toM) / 2
    const inColumn = holes
      .filter((hole) => hole.fromM < middle && hole.toM > middle)
      .sort((a, b) => a.bottomM - b.bottomM)
    const pieces: { fromM: number; toM: number; bottomM: number; topM: number }[] = []
    let at = 0
    for (const { bottomM, topM } of inColumn) {
      if (bottomM > at) pieces.push({ fromM, toM, bottomM: at, topM: bottomM })
      at = Math.max(at, topM)
    }
    if (at < heightM) pieces.push({ fromM, toM, bottomM: at, topM: heightM })
    return pieces
  })
}

const isConvex = (outline: readonly (readonly [number, number])[]): boolean =>
  outline.every(([x, y], i) => {
    const [bx, by] = outline[(i + 1) % outline.length]!
    const [cx, cy] = outline[(i + 2) % outline.length]!
    return (bx - x) * (cy - by) - (by - y) * (cx - bx) >= -1e-12
  })

/** A window in the ceiling: open, or of one brightness. */
export interface RoofWindow {
  /** Corners on the plan, in turn; within the room. */
  readonly corners: readonly (readonly [x: number, y: number])[]
  /** Null leaves it open. */
  readonly luminanceCdM2: number | null
  readonly reflectance: number
}

/** A flat piece in triangles that are turned as the plan is seen. */
function triangles(
  outline: readonly (readonly [number, number])[],
  holes: readonly (readonly (readonly [number, number])[])[] = [],
) {
  const all = [outline, ...holes].flat()
  const starts = holes.map((_, i) => outline.length + holes.slice(0, i).reduce((sum, hole) => sum + hole.length, 0))
  return chunked(earcut(all.flat(), starts), 3).map(([a, b, c]) => {
    const [p, q, r] = [all[a!]!, all[b!]!, all[c!]!]
    const sum = (q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0])
    return sum > 0 ? [p, q, r] : [p, r, q]
  })
}

type Corners = Room['outlineM']

/** Whether the corners of a room go round clockwise as the plan is seen: with y down the page the sum is positive then. */
const isClockwise = (outlineM: Corners): boolean =>
  outlineM.reduce((sum, [x, y], i) => {
    const [nx, ny] = outlineM[(i + 1) % outlineM.length]!
    return sum + x * ny - nx * y
  }, 0) > 0

/** A rectangle of a wall, its front inside the room; black outside. */
export function wallFacet(
  outlineM: Corners,
  { wall, fromM, toM, bottomM, topM }: WallRectangle,
  front: Face,
  name: string,
): Facet {
  // prettier-ignore
  const [ax, ay] = outlineM[wall]!
  const [bx, by] = outlineM[(wall + 1) % outlineM.length]!
  const lengthM = Math.hypot(bx - ax, by - ay)
  const on = (m: number, z: number): Vec => [ax + ((bx - ax) * m) / lengthM, ay + ((by - ay) * m) / lengthM, z]
  const corners = [on(fromM, bottomM), on(toM, bottomM), on(toM, topM), on(fromM, topM)]
  return facet(isClockwise(outlineM) ? corners.reverse() : corners, front, BLACK, name)
}

/**
 * Floor, walls and ceiling of a room: matt inside, black outside, as thin as paper. Openings are holes; windows are
 * closed by a surface that shines in.
 */
export function roomFacets(
  room: Room,
  openings: readonly WallRectangle[],
  windows: readonly SkyWindow[],
  { roof = [] }: { readonly roof?: readonly RoofWindow[] } = {},
): Facet[] {
  const { outlineM, heightM, reflectance } = room
  const turned = isClockwise(outlineM) ? outlineM : [...outlineM].reverse()
  const flats = isConvex(turned) ? [turned] : triangles(turned)
  const above = roof.length > 0 ? triangles(turned, roof.map(({ corners }) => corners)) : flats // prettier-ignore
  const level = (flat: readonly (readonly [number, number])[], z: number) => flat.map(([x, y]): Vec => [x, y, z])
  // In these axes (x right, y down the page, z up) a turn from x to y is anticlockwise as seen from above, by handedness
  // of the cross product: the floor keeps the order, the ceiling turns it.
  const under = (flat: readonly (readonly [number, number])[], front: Face, name: string) =>
    facet(level(flat, heightM).reverse(), front, BLACK, name)
  const facets = [
    ...flats.map((flat) => facet(level(flat, 0), matt(reflectance.floor), BLACK, 'floor')),
    ...above.map((flat) => under(flat, matt(reflectance.ceiling), 'ceiling')),
    ...roof.flatMap(({ corners, luminanceCdM2, reflectance: back }) =>
      luminanceCdM2 === null
        ? []
        : triangles(corners).map((flat) =>
            under(flat, { reflectance: back, exitance: Math.PI * luminanceCdM2 }, 'roof window'),
          ),
    ),
  ]
  outlineM.forEach(([ax, ay], wall) => {
    const [bx, by] = outlineM[(wall + 1) % outlineM.length]!
    const lengthM = Math.hypot(bx - ax, by - ay)
    const inside = matt(reflectance.walls[wall] ?? 0)
    const piece = (p: Omit<WallRectangle, 'wall'>, front: Face, name: string) =>
      wallFacet(outlineM, { ...p, wall }, front, name)
    const isHere = (hole: WallRectangle) => hole.wall === wall
    for (const p of wallPieces(lengthM, heightM, [...openings, ...windows].filter(isHere)))
      facets.push(piece(p, inside, `wall ${wall + 1}`))
    for (const w of windows.filter(isHere))
      facets.push(piece(w, { reflectance: w.reflectance, exitance: Math.PI * w.luminanceCdM2 }, 'window'))
  })
  return facets
}

const chunked = (list: readonly number[], size: number): number[][] =>
  Array.from({ length: list.length / size }, (_, i) => list.slice(i * size, (i + 1) * size))
