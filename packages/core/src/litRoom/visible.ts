import { type Facet, inFront, ON_PLANE_M } from './facet.ts'
import { dot, type Vec } from '../geometry/index.ts'

type Polygon = readonly Vec[]
/** What of a convex polygon is where normal · p ≤ offset. @source Sutherland and Hodgman, CACM 17 (1), 1974 */
export function under(polygon: Polygon, nx: number, ny: number, nz: number, offset: number): Polygon {
  const kept: Vec[] = []
  let a = polygon[polygon.length - 1]!
  let da = nx * a[0] + ny * a[1] + nz * a[2] - offset
  for (const b of polygon) {
    const db = nx * b[0] + ny * b[1] + nz * b[2] - offset
    if ((da > 0 && db < 0) || (da < 0 && db > 0)) {
      const t = da / (da - db)
      kept.push([a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t, a[2] + (b[2] - a[2]) * t])
    }
    if (db <= 0) kept.push(b)
    a = b
    da = db
  }
  return kept.length < 3 ? [] : kept
}

/** Whether all of a polygon is where normal · p ≥ offset. */
function isOver(polygon: Polygon, nx: number, ny: number, nz: number, offset: number): boolean {
  for (const p of polygon) if (nx * p[0] + ny * p[1] + nz * p[2] < offset) return false
  return true
}

/** What of a polygon is behind a blocker as seen from a point, which is convex again; null where nothing is. */
function inShadow(polygon: Polygon, from: Vec, blocker: Facet): Polygon | null {
  const distance = inFront(blocker, from)
  if (Math.abs(distance) < ON_PLANE_M) return null
  const side = distance > 0 ? 1 : -1
  const { normal: n, corners } = blocker
  const depth = blocker.offset * side
  if (isOver(polygon, n[0] * side, n[1] * side, n[2] * side, depth - ON_PLANE_M)) return null
  const [x, y, z] = from
  const planes: number[] = []
  const last = corners[corners.length - 1]!
  let [ax, ay, az] = [last[0] - x, last[1] - y, last[2] - z]
  for (const b of corners) {
    // The plane through the eye and an edge; which of its sides is the blocker's depends on the side it is seen from.
    const [bx, by, bz] = [b[0] - x, b[1] - y, b[2] - z]
    const nx = (ay * bz - az * by) * side
    const ny = (az * bx - ax * bz) * side
    const nz = (ax * by - ay * bx) * side
    const offset = nx * x + ny * y + nz * z
    // Nearly always something is wholly beside what stands about, and nothing need be cut.
    if (isOver(polygon, nx, ny, nz, offset)) return null
    planes.push(nx, ny, nz, offset)
    ax = bx
    ay = by
    az = bz
  }
  let part = polygon
  for (let i = 0; i < planes.length && part.length > 0; i += 4)
    part = under(part, planes[i]!, planes[i + 1]!, planes[i + 2]!, planes[i + 3]!)
  if (part.length === 0) return null
  part = under(part, n[0] * side, n[1] * side, n[2] * side, depth)
  return part.length === 0 ? null : part
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
  const [nx, ny, nz] = normal
  const above = isOver(polygon, nx, ny, nz, offset) ? polygon : under(polygon, -nx, -ny, -nz, -offset)
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

/** Those of some blockers whose balls meet the cone from an eye to a face's ball, and are not wholly beyond it. */
function nearCone(face: Facet, at: Vec, blockers: readonly Facet[]): readonly Facet[] {
  const [cx, cy, cz] = [face.centre[0] - at[0], face.centre[1] - at[1], face.centre[2] - at[2]]
  const c2 = cx * cx + cy * cy + cz * cz
  const r = face.radiusM
  if (c2 <= r * r) return blockers
  const c = Math.sqrt(c2)
  const sinC = r / c
  const cosC = Math.sqrt(1 - sinC * sinC)
  const found: Facet[] = []
  for (const blocker of blockers) {
    const [bx, by, bz] = [blocker.centre[0] - at[0], blocker.centre[1] - at[1], blocker.centre[2] - at[2]]
    const b2 = bx * bx + by * by + bz * bz
    const rb = blocker.radiusM
    if (b2 > rb * rb) {
      const b = Math.sqrt(b2)
      if (b - rb > c + r) continue
      const sinB = rb / b
      // Further apart than both half angles together: cos α < cos (γ + β).
      const apart = (cx * bx + cy * by + cz * bz) / (c * b)
      const together = cosC * Math.sqrt(1 - sinB * sinB) - sinC * sinB
      if (apart < together && sinB + sinC < 1.4) continue
    }
    found.push(blocker)
  }
  return found
}

function visiblePart(polygon: Polygon, at: Vec, normal: Vec, blockers: readonly Facet[], count: number): number {
  let sum = formFactor(polygon, at, normal)
  for (let i = 0; i < count && sum > 0; i++) {
    const hidden = inShadow(polygon, at, blockers[i]!)
    if (hidden) sum -= visiblePart(hidden, at, normal, blockers, i)
  }
  return Math.max(0, sum)
}

/**
 * The same of what can be seen of a face past what may stand between: exact, since the shadow of a flat blocker is a
 * pyramid. What one blocker hides is taken off, less what those before it hide of that already.
 * @param blockers those that lie on the surface's place or on the face hide nothing
 */
export function visibleFormFactor(face: Facet, at: Vec, normal: Vec, blockers: readonly Facet[]): number {
  if (blockers.length === 0) return formFactor(face.corners, at, normal)
  const near = nearCone(face, at, blockers)
  return visiblePart(face.corners, at, normal, near, near.length)
}
