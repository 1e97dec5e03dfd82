import { along, basis, cross, dot, minus, unit, type Vec } from '../geometry/index.ts'
import { seeded } from '../chance/index.ts'
import { spread } from './spread.ts'
import type { Effort } from './effort.ts'
import { type Facet, firstHit, type Hit } from './facet.ts'

/** A face cut into cells, over the rectangle that holds it. */
interface Grid {
  readonly origin: Vec
  readonly right: Vec
  readonly up: Vec
  readonly columns: number
  readonly rows: number
  readonly cellRight: number
  readonly cellUp: number
  /** Number of its first cell. */
  readonly first: number
}

/** The height above a face at which light is looked at: on it, rays would meet it. */
const OFF_FACE_M = 1e-5

/** A direction over a surface, as often as light falls on it from there. */
function overSurface([u, v]: readonly [number, number], normal: Vec, [right, up]: readonly [Vec, Vec]): Vec {
  const r = Math.sqrt(u)
  const turn = 2 * Math.PI * v
  const x = r * Math.cos(turn)
  const y = r * Math.sin(turn)
  const z = Math.sqrt(Math.max(0, 1 - u))
  return [
    right[0] * x + up[0] * y + normal[0] * z,
    right[1] * x + up[1] * y + normal[1] * z,
    right[2] * x + up[2] * y + normal[2] * z,
  ]
}

const turned = (v: Vec): Vec => [-v[0], -v[1], -v[2]]
const reflects = (f: Facet, fromFront: boolean) => (fromFront ? f.front : f.back).reflectance

function gridOf(f: Facet, cellM: number, first: number): Grid {
  const right = unit(minus(f.corners[1]!, f.corners[0]!))
  const up = cross(f.normal, right)
  const xs = f.corners.map((c) => dot(minus(c, f.corners[0]!), right))
  const ys = f.corners.map((c) => dot(minus(c, f.corners[0]!), up))
  const [x0, y0] = [Math.min(...xs), Math.min(...ys)]
  const [width, height] = [Math.max(...xs) - x0, Math.max(...ys) - y0]
  const columns = Math.max(1, Math.round(width / cellM))
  const rows = Math.max(1, Math.round(height / cellM))
  const origin = along(along(f.corners[0]!, right, x0), up, y0)
  return { origin, right, up, columns, rows, cellRight: width / columns, cellUp: height / rows, first }
}

const clamp = (n: number, most: number) => (n < 0 ? 0 : n > most ? most : n)
function cellAt(g: Grid, p: Vec): number {
  const from = minus(p, g.origin)
  const column = clamp(Math.floor(dot(from, g.right) / g.cellRight), g.columns - 1)
  const row = clamp(Math.floor(dot(from, g.up) / g.cellUp), g.rows - 1)
  return g.first + row * g.columns + column
}

const isOn = (f: Facet, p: Vec) => f.edges.every(({ normal, offset }) => dot(normal, p) <= offset)

const areaOf = (f: Facet) => {
  let sum: Vec = [0, 0, 0]
  f.corners.forEach((a, i) => {
    const c = cross(a, f.corners[(i + 1) % f.corners.length]!)
    sum = [sum[0] + c[0], sum[1] + c[1], sum[2] + c[2]]
  })
  return Math.abs(dot(sum, f.normal)) / 2
}

/** The number of a face in lists of them. */
const faceOf = (facet: number, front: boolean) => facet * 2 + (front ? 0 : 1)

/** A place of a cell where direct light is looked at. */
interface CellPoint {
  readonly cell: number
  /** What it counts of its cell. */
  readonly share: number
  readonly at: Vec
  readonly normal: Vec
}

/** The faces of a scene cut into cells, and which cells each of them sees: the same whatever shines. */
export interface Cells {
  readonly count: number
  readonly reflectance: Float64Array
  readonly points: readonly CellPoint[]
  readonly rays: number
  /** For each cell and each of its rays the cell it meets; −1 where that sends nothing back. */
  readonly goesTo: Int32Array
  /** The cell at a place of a face; −1 on one that sends nothing back. */
  readonly at: (hit: Hit) => number
}

/** Cuts all faces that send light back into cells, and casts their rays over them. */
export function cellsOf(facets: readonly Facet[], effort: Effort, seed = 1): Cells {
  const chance = seeded(seed)
  const faces = facets.flatMap((f, i) =>
    [true, false].filter((front) => reflects(f, front) > 0).map((front) => ({ f, i, front })),
  )
  const area = faces.reduce((sum, { f }) => sum + areaOf(f), 0)
  const cellM = Math.max(0.1, Math.sqrt(area / effort.cells))
  const grids: (Grid | undefined)[] = []
  let count = 0
  for (const { f, i, front } of faces) {
    const grid = gridOf(f, cellM, count)
    grids[faceOf(i, front)] = grid
    count += grid.columns * grid.rows
  }
  const at = ({ facet, at: place, fromFront }: Hit) => {
    const grid = grids[faceOf(facet, fromFront)]
    return grid ? cellAt(grid, place) : -1
  }
  const rays = effort.raysPerCell
  const reflectance = new Float64Array(count)
  const goesTo = new Int32Array(count * rays).fill(-1)
  const points: CellPoint[] = []
  for (const { f, i, front } of faces) {
    const g = grids[faceOf(i, front)]!
    const normal = front ? f.normal : turned(f.normal)
    const across = basis(normal)
    for (let row = 0; row < g.rows; row++)
      for (let column = 0; column < g.columns; column++) {
        const cell = g.first + row * g.columns + column
        const own = pointsIn(f, g, row, column, chance).map((p) => along(p, normal, OFF_FACE_M))
        if (own.length === 0) continue
        reflectance[cell] = reflects(f, front)
        const [u, v] = [chance(), chance()]
        own.forEach((from, k) => {
          points.push({ cell, share: 1 / own.length, at: from, normal })
          for (let ray = k; ray < rays; ray += own.length) {
            const hit = firstHit(facets, from, overSurface(spread(ray, u, v), normal, across))
            if (hit) goesTo[cell * rays + ray] = at(hit)
          }
        })
      }
  }
  return { count, reflectance, points, rays, goesTo, at }
}

/** Where a cell is looked at: four places of it, those that are on the facet. */
function pointsIn(f: Facet, g: Grid, row: number, column: number, chance: () => number): Vec[] {
  const points = [0, 1, 2, 3].map((k) => {
    const x = (column + ((k % 2) + chance()) / 2) * g.cellRight
    const y = (row + ((k >> 1) + chance()) / 2) * g.cellUp
    return along(along(g.origin, g.right, x), g.up, y)
  })
  return points.filter((p) => isOn(f, p))
}

/** What a receiver sees of faces that send light back, in lots of as many rays. */
export interface Sight {
  readonly lots: readonly (readonly Seen[])[]
  readonly perLot: number
}
interface Seen {
  readonly reflectance: number
  readonly cell: number
  readonly at: Vec
  readonly normal: Vec
}

/**
 * Looks over a small one-sided surface: where each ray of it ends, the same whatever shines.
 * @param without facets that are looked through
 */
export function sightOf(
  facets: readonly Facet[],
  cells: Cells,
  at: Vec,
  normal: Vec,
  effort: Effort,
  seed = 1,
  without?: ReadonlySet<number>,
): Sight {
  const chance = seeded(seed)
  const across = basis(normal)
  const perLot = Math.ceil(effort.raysPerReceiver / effort.lots)
  const lots = Array.from({ length: effort.lots }, () => {
    const [u, v] = [chance(), chance()]
    const seen: Seen[] = []
    for (let ray = 0; ray < perLot; ray++) {
      const hit = firstHit(facets, at, overSurface(spread(ray, u, v), normal, across), without)
      if (!hit) continue
      const f = facets[hit.facet]!
      const reflectance = reflects(f, hit.fromFront)
      if (reflectance === 0) continue
      const back = hit.fromFront ? f.normal : turned(f.normal)
      seen.push({ reflectance, cell: cells.at(hit), at: along(hit.at, back, OFF_FACE_M), normal: back })
    }
    return seen
  })
  return { lots, perLot }
}
