import type { Vec } from '../geometry/index.ts'
import { bouncedLight, readReturn } from './bounce.ts'
import { type Cells, cellsOf, type Sight, sightOf } from './cells.ts'
import { emittersOf, isFace, type Scene, type Source } from './direct.ts'
import { imageOf, mirroredLampLux } from './mirror.ts'
import type { Effort } from './effort.ts'
import { type Facet, inFront } from './facet.ts'
import { type MapArea, shadows } from './shadows.ts'
import { addSmooth } from './smooth.ts'
import { litBy, type Stage } from './stage.ts'
import { visibleFormFactor } from './visible.ts'

export interface LightMap {
  readonly columns: number
  readonly rows: number
  /** Lux row by row from the top left, on surfaces turned towards each source, as a bare meter dome reads. */
  readonly lux: Float32Array
}

/** What the room sends back changes slowly: it is read so many metres apart. */
const RETURN_STEP_M = 1.2
const RETURN: Effort = { cells: 300, raysPerCell: 32, raysPerReceiver: 96, lots: 1, cellsShare: 0.02 }
const LEVEL: readonly Vec[] = [[1, 0, 0], [-1, 0, 0], [0, 1, 0], [0, -1, 0]] // prettier-ignore

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
  lamps: readonly Source[],
  area: MapArea,
  ambientLux: number,
  columns: number,
): LightMap {
  const scene = litBy(stage, lamps)
  const map = directOf(scene, area, ambientLux, columns)
  addReturn(map.lux, stage, scene, area, map.columns, map.rows)
  return map
}

/** The same without what the room sends back. */
export const directMap = (
  stage: Stage,
  lamps: readonly Source[],
  area: MapArea,
  ambientLux: number,
  columns: number,
): LightMap => directOf(litBy(stage, lamps), area, ambientLux, columns)

function directOf(scene: Scene, area: MapArea, ambientLux: number, columns: number): LightMap {
  const rows = rowsOf(area, columns)
  const { leftM, topM, widthM, depthM, heightM: z } = area
  const corners = [0, 1].flatMap((x) => [0, 1].map((y): Vec => [leftM + x * widthM, topM + y * depthM, z]))
  const lux = new Float32Array(columns * rows).fill(ambientLux)
  for (const lamp of scene.lamps) {
    if (isFace(lamp)) continue
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
  addMirrored(lux, scene, area, columns, rows)
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

/** What the room sends back, by itself: it changes little while a flag is carried about in it. */
export function returnMap(stage: Stage, lamps: readonly Source[], area: MapArea, columns: number): LightMap {
  const rows = rowsOf(area, columns)
  const lux = new Float32Array(columns * rows)
  addReturn(lux, stage, litBy(stage, lamps), area, columns, rows)
  return { columns, rows, lux }
}

const rowsOf = ({ widthM, depthM }: MapArea, columns: number) => Math.max(1, Math.round((columns * depthM) / widthM))

/** What small lamps send by mirrors, on surfaces turned towards where they are seen in them. */
function addMirrored(lux: Float32Array, scene: Scene, area: MapArea, columns: number, rows: number): void {
  for (const mirror of scene.mirrors ?? [])
    for (const lamp of scene.lamps) {
      if (isFace(lamp)) continue
      const image = imageOf(mirror.facet, lamp.at)
      for (let row = 0, i = 0; row < rows; row++)
        for (let column = 0; column < columns; column++, i++) {
          const x = area.leftM + ((column + 0.5) / columns) * area.widthM
          const y = area.topM + ((row + 0.5) / rows) * area.depthM
          const [dx, dy, dz] = [image[0] - x, image[1] - y, image[2] - area.heightM]
          const r = Math.hypot(dx, dy, dz)
          const normal: Vec = [dx / r, dy / r, dz / r]
          lux[i]! += mirroredLampLux(mirror, scene.facets, lamp, [x, y, area.heightM], normal)
        }
    }
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
  sights.forEach(
    (sight, i) => (known[Math.floor(i / LEVEL.length)]! += readReturn(bounced, sight, RETURN).lux / LEVEL.length),
  )
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
