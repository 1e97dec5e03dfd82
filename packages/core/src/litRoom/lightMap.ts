import type { Vec } from '../geometry/index.ts'
import { bouncedLight, readReturn } from './bounce.ts'
import { type Cells, cellsOf, type Sight, sightOf } from './cells.ts'
import { emittersOf, type PointSource, type Scene } from './direct.ts'
import type { Effort } from './effort.ts'
import { type Facet, inFront } from './facet.ts'
import { litBy, type Stage } from './stage.ts'
import { visibleFormFactor } from './visible.ts'

export interface LightMap {
  readonly columns: number
  readonly rows: number
  /** Lux row by row from the top left, on surfaces turned towards each source, as a bare meter dome reads. */
  readonly lux: Float32Array
}

/** Where a map lies: a level rectangle, metres. */
export interface MapArea {
  readonly leftM: number
  readonly topM: number
  readonly widthM: number
  readonly depthM: number
  readonly heightM: number
}

/** What the room sends back changes slowly: it is read so many metres apart. */
const RETURN_STEP_M = 1.2
const RETURN: Effort = { cells: 300, raysPerCell: 32, raysPerReceiver: 96, lots: 1, cellsShare: 0.02 }
const LEVEL: readonly Vec[] = [[1, 0, 0], [-1, 0, 0], [0, 1, 0], [0, -1, 0]] // prettier-ignore

/** A stage with all its lamps on: cloths shine with what every lamp sends onto them. */
function allLit(stage: Stage, lamps: readonly PointSource[]): Scene {
  const facets = [...stage.facets]
  for (const lamp of lamps) {
    if (stage.cloths.length === 0) break
    const lit = litBy(stage, lamp).facets
    for (const { facet: i } of stage.cloths) {
      const sum = (side: 'front' | 'back') => ({
        ...facets[i]![side],
        exitance: facets[i]![side].exitance + lit[i]![side].exitance,
      })
      facets[i] = { ...facets[i]!, front: sum('front'), back: sum('back') }
    }
  }
  return { facets, lamps }
}

/** Those that may stand between a source and a level rectangle: all others have both on one side. */
const between = (facets: readonly Facet[], source: readonly Vec[], corners: readonly Vec[]) =>
  facets.filter((f) => {
    const sides = [...source, ...corners].map((p) => inFront(f, p))
    return sides.some((d) => d > 1e-7) && sides.some((d) => d < -1e-7)
  })

/**
 * Light over a whole spot at one height, past what stands in the way and with what the room sends back.
 * Work grows with points × sources × what stands between.
 * @param ambientLux light that is there anyway
 */
export function lightMap(
  stage: Stage,
  lamps: readonly PointSource[],
  area: MapArea,
  ambientLux: number,
  columns: number,
): LightMap {
  const rows = Math.max(1, Math.round((columns * area.depthM) / area.widthM))
  const { leftM, topM, widthM, depthM, heightM: z } = area
  const corners = [0, 1].flatMap((x) => [0, 1].map((y): Vec => [leftM + x * widthM, topM + y * depthM, z]))
  const scene = allLit(stage, lamps)
  const lux = new Float32Array(columns * rows).fill(ambientLux)
  for (const lamp of lamps) {
    const dark = shadows(between(scene.facets, [lamp.at], corners), lamp.at, area, columns, rows)
    for (let row = 0, i = 0; row < rows; row++)
      for (let column = 0; column < columns; column++, i++) {
        if (dark[i]) continue
        const dx = leftM + ((column + 0.5) / columns) * widthM - lamp.at[0]
        const dy = topM + ((row + 0.5) / rows) * depthM - lamp.at[1]
        const dz = z - lamp.at[2]
        const r2 = dx * dx + dy * dy + dz * dz
        const r = Math.sqrt(r2)
        if (r > 0) lux[i]! += lamp.candela([dx / r, dy / r, dz / r]) / r2
      }
  }
  addReturn(lux, stage, scene, area, columns, rows)
  for (const { facet, exitance, sign } of emittersOf(scene)) {
    const blockers = between(scene.facets, facet.corners, corners)
    addSmooth(lux, columns, rows, (column, row) => {
      const at: Vec = [leftM + ((column + 0.5) / columns) * widthM, topM + ((row + 0.5) / rows) * depthM, z]
      if (inFront(facet, at) * sign <= 0) return 0
      const [cx, cy, cz] = facet.centre
      const [dx, dy, dz] = [cx - at[0], cy - at[1], cz - at[2]]
      const r = Math.hypot(dx, dy, dz)
      return exitance * visibleFormFactor(facet, at, [dx / r, dy / r, dz / r], blockers)
    })
  }
  return { columns, rows, lux }
}

/** Nearer to the height of a lamp than this a thing throws its shadow to the end of the map. */
const LEVEL_M = 0.005

/**
 * Which points of a level map lie in the shadow of a lamp: what is between the two heights, cast onto the map, is a
 * convex polygon again, and its rows are filled.
 */
function shadows(
  blockers: readonly Facet[],
  [lx, ly, lz]: Vec,
  area: MapArea,
  columns: number,
  rows: number,
): Uint8Array {
  const dark = new Uint8Array(columns * rows)
  const z = area.heightM
  const isAbove = lz >= z
  // As good as level with the map a lamp is taken to be a little off it, on the side it is.
  const high = isAbove ? Math.max(lz, z + 2 * LEVEL_M) : Math.min(lz, z - 2 * LEVEL_M)
  const [least, most] = isAbove ? [z, high - LEVEL_M] : [high + LEVEL_M, z]
  for (const { corners } of blockers) {
    const part = levelPart(levelPart(corners, least, 1), most, -1)
    if (part.length < 3) continue
    const cast = part.map(([x, y, pz]) => {
      const t = (high - z) / (high - pz)
      return [lx + (x - lx) * t, ly + (y - ly) * t] as const
    })
    fillRows(dark, cast, area, columns, rows)
  }
  return dark
}

/** What of a polygon is above a height, or below it. */
function levelPart(polygon: readonly Vec[], height: number, side: 1 | -1): Vec[] {
  return polygon.flatMap((b, i): Vec[] => {
    const a = polygon[(i + polygon.length - 1) % polygon.length]!
    const [da, db] = [(a[2] - height) * side, (b[2] - height) * side]
    const t = da / (da - db)
    const crossing: Vec[] = da * db < 0 ? [[a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t, height]] : []
    return db >= 0 ? [...crossing, b] : crossing
  })
}

/** Marks the points of a map that lie within a convex polygon, row by row. */
function fillRows(
  dark: Uint8Array,
  polygon: readonly (readonly [number, number])[],
  { leftM, topM, widthM, depthM }: MapArea,
  columns: number,
  rows: number,
): void {
  const rowOf = (y: number) => ((y - topM) / depthM) * rows - 0.5
  const ys = polygon.map(([, y]) => y)
  const first = Math.max(0, Math.ceil(rowOf(Math.min(...ys))))
  const last = Math.min(rows - 1, Math.floor(rowOf(Math.max(...ys))))
  for (let row = first; row <= last; row++) {
    const y = topM + ((row + 0.5) / rows) * depthM
    let [from, to] = [Infinity, -Infinity]
    polygon.forEach(([bx, by], i) => {
      const [ax, ay] = polygon[(i + polygon.length - 1) % polygon.length]!
      if ((ay < y && by < y) || (ay > y && by > y) || ay === by) return
      const x = ax + ((bx - ax) * (y - ay)) / (by - ay)
      from = Math.min(from, x)
      to = Math.max(to, x)
    })
    const columnOf = (x: number) => ((x - leftM) / widthM) * columns - 0.5
    const start = Math.max(0, Math.ceil(columnOf(from)))
    const end = Math.min(columns - 1, Math.floor(columnOf(to)))
    if (end >= start) dark.fill(1, row * columns + start, row * columns + end + 1)
  }
}

/** Points between which a smooth light is looked at first. */
const STRIDE = 8
/** What is nearer to a straight line than this share of all the light there is one. */
const STRAIGHT = 0.01

/**
 * Adds what changes smoothly nearly everywhere: looked at in squares, and in smaller ones where it is not straight from
 * corner to corner through the middle.
 */
function addSmooth(
  lux: Float32Array,
  columns: number,
  rows: number,
  at: (column: number, row: number) => number,
): void {
  const known = new Float64Array(columns * rows).fill(-1)
  const look = (column: number, row: number) => {
    const i = row * columns + column
    if (known[i]! < 0) known[i] = at(column, row)
    return known[i]!
  }
  const square = (c0: number, r0: number, c1: number, r1: number) => {
    if (c1 - c0 < 2 && r1 - r0 < 2) {
      for (const c of [c0, c1]) for (const r of [r0, r1]) look(c, r)
      return
    }
    const [a, b, c, d] = [look(c0, r0), look(c1, r0), look(c0, r1), look(c1, r1)]
    const [cm, rm] = [(c0 + c1) >> 1, (r0 + r1) >> 1]
    const flat = (column: number, row: number) => {
      const u = c1 > c0 ? (column - c0) / (c1 - c0) : 0
      const v = r1 > r0 ? (row - r0) / (r1 - r0) : 0
      return (a * (1 - u) + b * u) * (1 - v) + (c * (1 - u) + d * u) * v
    }
    const isStraight = [
      [cm, rm],
      [cm, r0],
      [c0, rm],
      [cm, r1],
      [c1, rm],
    ].every(([x, y]) => {
      // prettier-ignore
      const truth = look(x!, y!)
      return Math.abs(truth - flat(x!, y!)) <= STRAIGHT * (truth + lux[y! * columns + x!]!)
    })
    if (!isStraight) {
      square(c0, r0, cm, rm)
      square(cm, r0, c1, rm)
      square(c0, rm, cm, r1)
      square(cm, rm, c1, r1)
      return
    }
    for (let row = r0; row <= r1; row++)
      for (let column = c0; column <= c1; column++)
        if (known[row * columns + column]! < 0) known[row * columns + column] = flat(column, row)
  }
  for (let row = 0; row < rows - 1 || row === 0; row += STRIDE)
    for (let column = 0; column < columns - 1 || column === 0; column += STRIDE)
      square(column, row, Math.min(columns - 1, column + STRIDE), Math.min(rows - 1, row + STRIDE))
  for (let i = 0; i < lux.length; i++) lux[i]! += Math.max(0, known[i]!)
}

interface ReturnSights {
  readonly area: string
  readonly cells: Cells
  readonly across: number
  readonly down: number
  /** By place, row by row, and by direction. */
  readonly sights: readonly Sight[]
}
/** Where rays go in a stage is the same while lamps are carried about in it. */
const sightsKept = new WeakMap<readonly Facet[], ReturnSights>()

function returnSights({ facets }: Stage, area: MapArea): ReturnSights {
  const key = JSON.stringify(area)
  const known = sightsKept.get(facets)
  if (known?.area === key) return known
  const cells = cellsOf(facets, RETURN)
  const across = Math.max(2, Math.ceil(area.widthM / RETURN_STEP_M) + 1)
  const down = Math.max(2, Math.ceil(area.depthM / RETURN_STEP_M) + 1)
  const sights = Array.from({ length: across * down }, (_, k) => {
    // A little off the walls: on them half of the directions see nothing.
    const x = area.leftM + 0.02 + ((k % across) / (across - 1)) * (area.widthM - 0.04)
    const y = area.topM + 0.02 + (Math.floor(k / across) / (down - 1)) * (area.depthM - 0.04)
    return LEVEL.map((normal) => sightOf(facets, cells, [x, y, area.heightM], normal, RETURN))
  }).flat()
  const found = { area: key, cells, across, down, sights }
  sightsKept.set(facets, found)
  return found
}

/** What the room sends back, read here and there and filled in between; the mean of four level directions. */
function addReturn(lux: Float32Array, stage: Stage, scene: Scene, area: MapArea, columns: number, rows: number): void {
  const reflects = scene.facets.some((f) => f.front.reflectance > 0 || f.back.reflectance > 0)
  if (!reflects || (scene.lamps.length === 0 && emittersOf(scene).length === 0)) return
  const { cells, across, down, sights } = returnSights(stage, area)
  const bounced = bouncedLight(scene, cells)
  const known = new Float64Array(across * down)
  sights.forEach((sight, i) => (known[Math.floor(i / LEVEL.length)]! += readReturn(bounced, sight) / LEVEL.length))
  for (let row = 0, k = 0; row < rows; row++)
    for (let column = 0; column < columns; column++, k++) {
      const x = ((column + 0.5) / columns) * (across - 1)
      const y = ((row + 0.5) / rows) * (down - 1)
      const [i, j] = [Math.min(across - 2, Math.floor(x)), Math.min(down - 2, Math.floor(y))]
      const [u, v] = [x - i, y - j]
      const at = (a: number, b: number) => known[(j + b) * across + i + a]!
      lux[k]! += (at(0, 0) * (1 - u) + at(1, 0) * u) * (1 - v) + (at(0, 1) * (1 - u) + at(1, 1) * u) * v
    }
}
