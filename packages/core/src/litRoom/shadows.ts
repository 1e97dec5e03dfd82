import type { Vec } from '../geometry/index.ts'
import type { Facet } from './facet.ts'

/** Where a map lies: a level rectangle, metres. */
export interface MapArea {
  readonly leftM: number
  readonly topM: number
  readonly widthM: number
  readonly depthM: number
  readonly heightM: number
}

/** Nearer to the height of a lamp than this a thing throws its shadow to the end of the map. */
const LEVEL_M = 0.005

/**
 * Which points of a level map lie in the shadow of a lamp: what is between the two heights, cast onto the map, is a
 * convex polygon again, and its rows are filled.
 */
export function shadows(
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
