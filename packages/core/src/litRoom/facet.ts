import { cross, dot, length, minus, unit, type Vec } from '../geometry/index.ts'

/** What one side of a facet does with light. */
export interface Face {
  /** Share of the light that comes back, in all directions alike (Lambert); 0 to 1. */
  readonly reflectance: number
  /** What it sends out by itself, lm/m², in all directions alike. */
  readonly exitance: number
}

/** A flat, thin, convex piece of the scene. Everything is made of these, and each stops all light. */
export interface Facet {
  /** Anticlockwise as seen from the front. */
  readonly corners: readonly Vec[]
  readonly normal: Vec
  /** The plane is normal · p = offset. */
  readonly offset: number
  readonly front: Face
  readonly back: Face
  /** For each edge, what is inside of it as seen from the front: normal · p ≤ offset. */
  readonly edges: readonly { readonly normal: Vec; readonly offset: number }[]
  /** A ball that holds it. */
  readonly centre: Vec
  readonly radiusM: number
  /** What it is a part of, as somebody would name it. */
  readonly name: string
}

export const BLACK: Face = { reflectance: 0, exitance: 0 }

/** A surface nearer than this to a plane lies on it, metres. */
export const ON_PLANE_M = 1e-7

/** @param corners of a convex polygon, three or more, anticlockwise as seen from its front */
export function facet(corners: readonly Vec[], front: Face, back: Face, name = ''): Facet {
  // Newell's sum: right however the corners lie, and twice the area long.
  let normal: Vec = [0, 0, 0]
  corners.forEach((a, i) => {
    const c = cross(a, corners[(i + 1) % corners.length]!)
    normal = [normal[0] + c[0], normal[1] + c[1], normal[2] + c[2]]
  })
  const n = unit(normal)
  const mean = (axis: 0 | 1 | 2) => corners.reduce((sum, c) => sum + c[axis], 0) / corners.length
  const centre: Vec = [mean(0), mean(1), mean(2)]
  return {
    corners,
    normal: n,
    offset: dot(n, corners[0]!),
    front,
    back,
    edges: corners.map((a, i) => {
      const outward = cross(minus(corners[(i + 1) % corners.length]!, a), n)
      const by = length(outward)
      const edge: Vec = [outward[0] / by, outward[1] / by, outward[2] / by]
      return { normal: edge, offset: dot(edge, a) }
    }),
    centre,
    radiusM: Math.max(...corners.map((c) => length(minus(c, centre)))),
    name,
  }
}

/** How far a point is in front of a facet's plane; negative behind it, metres. */
export const inFront = (f: Facet, p: Vec): number => dot(f.normal, p) - f.offset

/** Whether a point on a facet's plane is on the facet. */
function isWithin({ edges }: Facet, x: number, y: number, z: number): boolean {
  for (let i = 0; i < edges.length; i++) {
    const { normal, offset } = edges[i]!
    if (normal[0] * x + normal[1] * y + normal[2] * z > offset + 1e-9) return false
  }
  return true
}

export interface Hit {
  readonly facet: number
  readonly at: Vec
  readonly fromFront: boolean
}

/**
 * The first facet that a ray meets; null where it leaves the scene.
 * @param direction unit length
 * @param without facets that it goes through
 */
export function firstHit(
  facets: readonly Facet[],
  from: Vec,
  direction: Vec,
  without?: ReadonlySet<number>,
): Hit | null {
  let nearest = Infinity
  let found = -1
  for (let i = 0; i < facets.length; i++) {
    if (without?.has(i)) continue
    const f = facets[i]!
    const slope = dot(f.normal, direction)
    if (slope === 0) continue
    const t = (f.offset - dot(f.normal, from)) / slope
    if (t <= ON_PLANE_M || t >= nearest) continue
    const x = from[0] + direction[0] * t
    const y = from[1] + direction[1] * t
    const z = from[2] + direction[2] * t
    if (!isWithin(f, x, y, z)) continue
    nearest = t
    found = i
  }
  if (found < 0) return null
  const f = facets[found]!
  const at: Vec = [from[0] + direction[0] * nearest, from[1] + direction[1] * nearest, from[2] + direction[2] * nearest]
  return { facet: found, at, fromFront: dot(f.normal, direction) < 0 }
}

/** Whether anything stands between two points; what lies on either of them does not. */
export function isBlocked(facets: readonly Facet[], from: Vec, to: Vec): boolean {
  for (const f of facets) {
    const a = inFront(f, from)
    const b = inFront(f, to)
    if (!((a > ON_PLANE_M && b < -ON_PLANE_M) || (a < -ON_PLANE_M && b > ON_PLANE_M))) continue
    const t = a / (a - b)
    const x = from[0] + (to[0] - from[0]) * t
    const y = from[1] + (to[1] - from[1]) * t
    const z = from[2] + (to[2] - from[2]) * t
    if (f.edges.every(({ normal, offset }) => normal[0] * x + normal[1] * y + normal[2] * z <= offset + 1e-9))
      return true
  }
  return false
}
