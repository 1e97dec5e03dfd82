import { seeded, spread } from './chance.ts'
import { directLux, emittersOf, type Scene } from './direct.ts'
import { type Facet, firstHit, type Hit } from './facet.ts'
import { along, basis, cross, dot, minus, unit, type Vec } from '../geometry/index.ts'

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

/** What each cell of each face of a scene gets from all others, after any number of reflections. */
export interface BouncedLight {
  /** Lux at a place of a facet that light has already been reflected to, once at the least. */
  readonly at: (hit: Hit) => number
  readonly cells: number
  /** Mean of what is lost by stopping, lux. */
  readonly leftLux: number
}

/** How finely, and with how many rays. */
export interface Effort {
  /** Cells at most. */
  readonly cells: number
  readonly raysPerCell: number
  readonly raysPerReceiver: number
  /** The receiver's rays are cast in so many lots, from whose spread the error is known. */
  readonly lots: number
}

export const FINE: Effort = { cells: 4000, raysPerCell: 160, raysPerReceiver: 12_288, lots: 12 }

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

/**
 * Light between matt surfaces, to the end: each cell of each face gathers what the cells in its sight send back, over
 * and over. Where its rays go is found once.
 * @source radiosity: Goral, Torrance, Greenberg and Battaile, SIGGRAPH 1984; gathered by cosine-weighted rays
 */
export function bouncedLight(scene: Scene, effort: Effort, seed = 1): BouncedLight {
  const chance = seeded(seed)
  const { facets } = scene
  const emitters = emittersOf(scene)
  const faces = facets.flatMap((f, i) =>
    [true, false].filter((front) => reflects(f, front) > 0).map((front) => ({ f, i, front })),
  )
  const area = faces.reduce((sum, { f }) => sum + areaOf(f), 0)
  const cellM = Math.max(0.1, Math.sqrt(area / effort.cells))
  const grids = new Map<number, Grid>()
  let cells = 0
  for (const { f, i, front } of faces) {
    const grid = gridOf(f, cellM, cells)
    grids.set(i * 2 + (front ? 0 : 1), grid)
    cells += grid.columns * grid.rows
  }
  const reflectance = new Float64Array(cells)
  const direct = new Float64Array(cells)
  const rays = effort.raysPerCell
  const goesTo = new Int32Array(cells * rays).fill(-1)
  for (const { f, i, front } of faces) {
    const g = grids.get(i * 2 + (front ? 0 : 1))!
    const normal = front ? f.normal : turned(f.normal)
    const across = basis(normal)
    for (let row = 0; row < g.rows; row++)
      for (let column = 0; column < g.columns; column++) {
        const cell = g.first + row * g.columns + column
        const points = pointsIn(f, g, row, column, chance)
        if (points.length === 0) continue
        reflectance[cell] = reflects(f, front)
        const [u, v] = [chance(), chance()]
        points.forEach((p, k) => {
          const from = along(p, normal, OFF_FACE_M)
          direct[cell]! += directLux(scene, emitters, from, normal) / points.length
          for (let ray = k; ray < rays; ray += points.length) {
            const hit = firstHit(facets, from, overSurface(spread(ray, u, v), normal, across))
            const grid = hit && grids.get(hit.facet * 2 + (hit.fromFront ? 0 : 1))
            if (hit && grid) goesTo[cell * rays + ray] = cellAt(grid, hit.at)
          }
        })
      }
  }
  const { total, leftLux } = settle(direct, reflectance, goesTo, rays)
  return {
    at: ({ facet, at, fromFront }) => {
      const grid = grids.get(facet * 2 + (fromFront ? 0 : 1))
      return grid ? total[cellAt(grid, at)]! : 0
    },
    cells,
    leftLux,
  }
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

/** Light is handed on until no cell gets a thousandth more. */
const ENOUGH = 1e-3
const MOST_BOUNCES = 60

function settle(direct: Float64Array, reflectance: Float64Array, goesTo: Int32Array, rays: number) {
  const cells = direct.length
  const total = new Float64Array(cells)
  let last = direct
  let leftLux = 0
  for (let bounce = 0; bounce < MOST_BOUNCES; bounce++) {
    const next = new Float64Array(cells)
    let gained = 0
    let had = 0
    for (let cell = 0; cell < cells; cell++) {
      let sum = 0
      for (let k = cell * rays; k < (cell + 1) * rays; k++) {
        const to = goesTo[k]!
        if (to >= 0) sum += reflectance[to]! * last[to]!
      }
      next[cell] = sum / rays
      total[cell]! += next[cell]!
      gained += next[cell]!
      had += total[cell]! + direct[cell]!
    }
    last = next
    leftLux = cells > 0 ? gained / cells : 0
    if (gained <= ENOUGH * had) break
  }
  return { total, leftLux }
}

/** What a small one-sided surface gets, lux. */
export interface Reading {
  readonly directLux: number
  /** Direct, and what was reflected exactly once. */
  readonly oneBounceLux: number
  /** Direct, and everything that was reflected. */
  readonly fullLux: number
  /** Standard errors of the last two from one lot of rays to another. */
  readonly oneBounceError: number
  readonly fullError: number
  /** Where all the light lies eight times in ten. */
  readonly rangeLux: readonly [least: number, most: number]
}

/** Eight of ten draws of a normal distribution lie within so many deviations. */
const EIGHT_IN_TEN = 1.2816
/** What cells of one brightness leave out, as a deviation of what was reflected more than once. */
const CELLS_SHARE = 0.0073

/** Reads a surface: what is direct exactly, what is reflected by rays over it. */
export function read(scene: Scene, bounced: BouncedLight, at: Vec, normal: Vec, effort: Effort, seed = 1): Reading {
  const chance = seeded(seed)
  const emitters = emittersOf(scene)
  const direct = directLux(scene, emitters, at, normal)
  const across = basis(normal)
  const perLot = Math.ceil(effort.raysPerReceiver / effort.lots)
  const once: number[] = []
  const all: number[] = []
  for (let lot = 0; lot < effort.lots; lot++) {
    const [u, v] = [chance(), chance()]
    let one = 0
    let rest = 0
    for (let ray = 0; ray < perLot; ray++) {
      const hit = firstHit(scene.facets, at, overSurface(spread(ray, u, v), normal, across))
      if (!hit) continue
      const f = scene.facets[hit.facet]!
      const share = reflects(f, hit.fromFront)
      if (share === 0) continue
      const back = hit.fromFront ? f.normal : turned(f.normal)
      one += share * directLux(scene, emitters, along(hit.at, back, OFF_FACE_M), back)
      rest += share * bounced.at(hit)
    }
    once.push(direct + one / perLot)
    all.push(direct + (one + rest) / perLot)
  }
  const [oneBounceLux, oneBounceError] = meanAndError(once)
  const [fullLux, fullError] = meanAndError(all)
  const deviation = Math.hypot(fullError, CELLS_SHARE * (fullLux - oneBounceLux))
  const rangeLux = [fullLux - EIGHT_IN_TEN * deviation, fullLux + EIGHT_IN_TEN * deviation] as const
  return { directLux: direct, oneBounceLux, fullLux, oneBounceError, fullError, rangeLux }
}

function meanAndError(lots: readonly number[]): readonly [mean: number, error: number] {
  const mean = lots.reduce((sum, x) => sum + x, 0) / lots.length
  const squares = lots.reduce((sum, x) => sum + (x - mean) ** 2, 0)
  return [mean, lots.length > 1 ? Math.sqrt(squares / (lots.length - 1) / lots.length) : 0]
}
