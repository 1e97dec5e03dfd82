import type { Vec } from '../geometry/index.ts'
import { bouncedLight, read } from './bounce.ts'
import { cellsOf, sightOf } from './cells.ts'
import { emittersOf, type PointSource, type Scene } from './direct.ts'
import type { Effort } from './effort.ts'
import { type Facet, inFront, isBlocked } from './facet.ts'
import { litBy, type Stage } from './stage.ts'
import { formFactor, visiblePieces } from './visible.ts'

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
  const each = (add: (at: Vec) => number) => {
    for (let row = 0, i = 0; row < rows; row++)
      for (let column = 0; column < columns; column++, i++)
        lux[i]! += add([leftM + ((column + 0.5) / columns) * widthM, topM + ((row + 0.5) / rows) * depthM, z])
  }
  for (const lamp of lamps) {
    const blockers = between(scene.facets, [lamp.at], corners)
    each((at) => {
      const [dx, dy, dz] = [at[0] - lamp.at[0], at[1] - lamp.at[1], at[2] - lamp.at[2]]
      const r2 = dx * dx + dy * dy + dz * dz
      if (r2 === 0) return 0
      const r = Math.sqrt(r2)
      const candela = lamp.candela([dx / r, dy / r, dz / r])
      return candela > 0 && !isBlocked(blockers, at, lamp.at) ? candela / r2 : 0
    })
  }
  for (const { facet, exitance, sign } of emittersOf(scene)) {
    const blockers = between(scene.facets, facet.corners, corners)
    const middle = facet.corners.reduce<Vec>(
      (sum, c) => [sum[0] + c[0] / facet.corners.length, sum[1] + c[1] / facet.corners.length, sum[2] + c[2] / facet.corners.length], // prettier-ignore
      [0, 0, 0],
    )
    each((at) => {
      if (inFront(facet, at) * sign <= 0) return 0
      const [dx, dy, dz] = [middle[0] - at[0], middle[1] - at[1], middle[2] - at[2]]
      const r = Math.hypot(dx, dy, dz)
      const normal: Vec = [dx / r, dy / r, dz / r]
      let sum = 0
      for (const piece of visiblePieces(facet.corners, at, blockers)) sum += formFactor(piece, at, normal)
      return sum * exitance
    })
  }
  addReturn(lux, scene, area, columns, rows)
  return { columns, rows, lux }
}

/** What the room sends back, read here and there and filled in between; the mean of four level directions. */
function addReturn(lux: Float32Array, scene: Scene, area: MapArea, columns: number, rows: number): void {
  const reflects = scene.facets.some((f) => f.front.reflectance > 0 || f.back.reflectance > 0)
  if (!reflects || (scene.lamps.length === 0 && emittersOf(scene).length === 0)) return
  const cells = cellsOf(scene.facets, RETURN)
  const bounced = bouncedLight(scene, cells)
  const across = Math.max(2, Math.ceil(area.widthM / RETURN_STEP_M) + 1)
  const down = Math.max(2, Math.ceil(area.depthM / RETURN_STEP_M) + 1)
  const known = new Float64Array(across * down)
  for (let j = 0; j < down; j++)
    for (let i = 0; i < across; i++) {
      // A little off the walls: on them half of the directions see nothing.
      const x = area.leftM + 0.02 + (i / (across - 1)) * (area.widthM - 0.04)
      const y = area.topM + 0.02 + (j / (down - 1)) * (area.depthM - 0.04)
      for (const normal of LEVEL) {
        const at: Vec = [x, y, area.heightM]
        const sight = sightOf(scene.facets, cells, at, normal, RETURN)
        const { fullLux, directLux } = read(scene, bounced, sight, at, normal, RETURN)
        known[j * across + i]! += (fullLux - directLux) / LEVEL.length
      }
    }
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
