import { type Facet, inFront, ON_PLANE_M } from './facet.ts'
import { dot, type Vec } from '../geometry/index.ts'

type Polygon = readonly Vec[]
interface Split {
  /** Where normal · p > offset. */
  readonly over: Polygon
  readonly under: Polygon
}

/** Cuts a convex polygon by a plane. @source Sutherland and Hodgman, CACM 17 (1), 1974 */
export function cut(polygon: Polygon, normal: Vec, offset: number): Split {
  const over: Vec[] = []
  const under: Vec[] = []
  for (let i = 0; i < polygon.length; i++) {
    const a = polygon[i]!
    const b = polygon[(i + 1) % polygon.length]!
    const da = dot(normal, a) - offset
    const db = dot(normal, b) - offset
    if (da >= 0) over.push(a)
    if (da <= 0) under.push(a)
    if ((da > 0 && db < 0) || (da < 0 && db > 0)) {
      const t = da / (da - db)
      const at: Vec = [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t, a[2] + (b[2] - a[2]) * t]
      over.push(at)
      under.push(at)
    }
  }
  return { over: over.length < 3 ? [] : over, under: under.length < 3 ? [] : under }
}

/** Whether all of a polygon is where normal · p ≥ offset. */
function isOver(polygon: Polygon, nx: number, ny: number, nz: number, offset: number): boolean {
  for (const p of polygon) if (nx * p[0] + ny * p[1] + nz * p[2] < offset) return false
  return true
}

/** What of a polygon is not behind a blocker as seen from a point: the pieces that its shadow leaves. */
function outOfShadow(polygon: Polygon, from: Vec, blocker: Facet): readonly Polygon[] | null {
  const distance = inFront(blocker, from)
  if (Math.abs(distance) < ON_PLANE_M) return null
  const side = distance > 0 ? 1 : -1
  const { normal: n, corners } = blocker
  const depth = blocker.offset * side
  if (isOver(polygon, n[0] * side, n[1] * side, n[2] * side, depth - ON_PLANE_M)) return null
  // Planes through the eye and each edge; which of their sides is the blocker's depends on the side it is seen from.
  const planes: Vec[] = []
  const [x, y, z] = from
  for (let i = 0; i < corners.length; i++) {
    const a = corners[i]!
    const b = corners[i + 1 === corners.length ? 0 : i + 1]!
    const [ax, ay, az] = [a[0] - x, a[1] - y, a[2] - z]
    const [bx, by, bz] = [b[0] - x, b[1] - y, b[2] - z]
    const plane: Vec = [(ay * bz - az * by) * side, (az * bx - ax * bz) * side, (ax * by - ay * bx) * side]
    // Nearly always something is wholly beside what stands about, and nothing need be cut.
    if (isOver(polygon, plane[0], plane[1], plane[2], plane[0] * x + plane[1] * y + plane[2] * z)) return null
    planes.push(plane)
  }
  const left: Polygon[] = []
  const behind = cut(polygon, [-n[0] * side, -n[1] * side, -n[2] * side], -depth)
  if (behind.under.length > 0) left.push(behind.under)
  let inShadow = behind.over
  for (const plane of planes) {
    if (inShadow.length === 0) return null
    const { over, under } = cut(inShadow, plane, dot(plane, from))
    if (over.length > 0) left.push(over)
    inShadow = under
  }
  return inShadow.length === 0 ? null : left
}

/**
 * What of a polygon can be seen from a point, as convex pieces: exact, since the shadow of a flat blocker is a pyramid.
 * @param blockers all that may stand between; those that lie on the point or on the polygon do not
 */
export function visiblePieces(polygon: Polygon, from: Vec, blockers: readonly Facet[]): readonly Polygon[] {
  let pieces: readonly Polygon[] = [polygon]
  for (const blocker of blockers) {
    if (pieces.length === 0) return pieces
    if (pieces.length === 1) pieces = outOfShadow(pieces[0]!, from, blocker) ?? pieces
    else pieces = pieces.flatMap((piece) => outOfShadow(piece, from, blocker) ?? [piece])
  }
  return pieces
}

/**
 * Light of an evenly bright polygon on a small surface, lux for an exitance of 1 lm/m². What lies behind the surface
 * does not count.
 * @param polygon convex
 * @param normal of the surface, unit length
 * @source Lambert, Photometria (1760): E = M / 2π · Σ θᵢ n · Γᵢ
 */
export function formFactor(polygon: Polygon, at: Vec, normal: Vec): number {
  const offset = dot(normal, at)
  const above = isOver(polygon, normal[0], normal[1], normal[2], offset) ? polygon : cut(polygon, normal, offset).over
  if (above.length < 3) return 0
  let sum = 0
  const last = above[above.length - 1]!
  let [ax, ay, az] = [last[0] - at[0], last[1] - at[1], last[2] - at[2]]
  for (const corner of above) {
    const [bx, by, bz] = [corner[0] - at[0], corner[1] - at[1], corner[2] - at[2]]
    const [gx, gy, gz] = [ay * bz - az * by, az * bx - ax * bz, ax * by - ay * bx]
    const size = Math.sqrt(gx * gx + gy * gy + gz * gz)
    if (size > 1e-14) {
      const angle = Math.atan2(size, ax * bx + ay * by + az * bz)
      sum += (angle * (normal[0] * gx + normal[1] * gy + normal[2] * gz)) / size
    }
    ax = bx
    ay = by
    az = bz
  }
  return Math.abs(sum) / (2 * Math.PI)
}
