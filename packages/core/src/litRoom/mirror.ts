import { dot, type Vec } from '../geometry/index.ts'
import { BLACK, type Facet, facet, inFront, isBlocked, ON_PLANE_M } from './facet.ts'
import { under, visibleFormFactor } from './visible.ts'

/** A flat thing that sends light on as it came: a mirror, a pane. */
export interface Mirror {
  /** What it covers; it works on its front. */
  readonly facet: Facet
  /** Share of the light that it sends on; about 0.9 of a mirror, 0.08 of a pane. */
  readonly reflectance: number
}

/** Where a point is seen in a mirror's plane. */
export function imageOf({ normal, offset }: Facet, at: Vec): Vec {
  const by = 2 * (dot(normal, at) - offset)
  return [at[0] - normal[0] * by, at[1] - normal[1] * by, at[2] - normal[2] * by]
}

/** Where the straight way between two points meets a facet; null where it passes beside it. */
export function meets(f: Facet, from: Vec, to: Vec): Vec | null {
  const [a, b] = [inFront(f, from), inFront(f, to)]
  if (a * b >= 0) return null
  const t = a / (a - b)
  const at: Vec = [from[0] + (to[0] - from[0]) * t, from[1] + (to[1] - from[1]) * t, from[2] + (to[2] - from[2]) * t]
  return f.edges.every(({ normal, offset }) => dot(normal, at) <= offset + 1e-9) ? at : null
}

/** A lamp as small as a point, as far as a mirror needs to know it. */
interface Point {
  readonly at: Vec
  readonly candela: (direction: Vec) => number
}

/** Light of a lamp on a small surface by a mirror, lux: from where it is seen in it, past what stands on either way. */
export function mirroredLampLux(
  { facet: glass, reflectance }: Mirror,
  facets: readonly Facet[],
  lamp: Point,
  at: Vec,
  normal: Vec,
): number {
  if (inFront(glass, lamp.at) <= ON_PLANE_M || inFront(glass, at) <= ON_PLANE_M) return 0
  const image = imageOf(glass, lamp.at)
  const [dx, dy, dz] = [image[0] - at[0], image[1] - at[1], image[2] - at[2]]
  const r = Math.hypot(dx, dy, dz)
  const cos = (dx * normal[0] + dy * normal[1] + dz * normal[2]) / r
  if (cos <= 0) return 0
  const on = meets(glass, at, image)
  if (!on) return 0
  const away = Math.hypot(on[0] - lamp.at[0], on[1] - lamp.at[1], on[2] - lamp.at[2])
  const direction: Vec = [(on[0] - lamp.at[0]) / away, (on[1] - lamp.at[1]) / away, (on[2] - lamp.at[2]) / away]
  const lux = (lamp.candela(direction) * cos * reflectance) / (r * r)
  return lux > 0 && !isBlocked(facets, at, on) && !isBlocked(facets, on, lamp.at) ? lux : 0
}

/** What stands before a mirror, as it is and as it is seen in it; found once for each. */
interface Before {
  readonly of: readonly Facet[]
  readonly real: readonly Facet[]
  readonly images: readonly Facet[]
}
const beforeKept = new WeakMap<Facet, Before>()
function before(glass: Facet, facets: readonly Facet[]): Before {
  const known = beforeKept.get(glass)
  if (known?.of === facets) return known
  const { normal, offset } = glass
  // What is behind its plane neither stands in the way nor is seen in it.
  const real = facets.flatMap((f): Facet[] => {
    if (f.corners.every((c) => inFront(glass, c) > ON_PLANE_M)) return [f]
    const part = under(f.corners, -normal[0], -normal[1], -normal[2], -offset)
    return part.some((c) => inFront(glass, c) > ON_PLANE_M) ? [facet(part, BLACK, BLACK)] : []
  })
  const images = real.map((f) => imageFacet(glass, f))
  const found = { of: facets, real, images }
  beforeKept.set(glass, found)
  return found
}

const imageFacet = (glass: Facet, f: Facet): Facet =>
  facet(f.corners.map((c) => imageOf(glass, c)).reverse(), BLACK, BLACK)

/**
 * The same of an evenly bright face of 1 lm/m²: what of its image is seen through the mirror as through a window, which
 * is what the mirror would hide of it if it were black.
 * @param sign 1 for its front, -1 for its back
 */
export function mirroredFaceLux(
  { facet: glass, reflectance }: Mirror,
  facets: readonly Facet[],
  face: Facet,
  sign: 1 | -1,
  at: Vec,
  normal: Vec,
): number {
  if (inFront(glass, at) <= ON_PLANE_M || face.corners.some((c) => inFront(glass, c) < -ON_PLANE_M)) return 0
  const image = imageFacet(glass, face)
  // Turned over, its front is where its front's image is.
  if (inFront(image, at) * sign <= 0) return 0
  const { real, images } = before(glass, facets)
  const about = [...real, ...images]
  const all = visibleFormFactor(image, at, normal, about)
  return all > 0 ? reflectance * (all - visibleFormFactor(image, at, normal, [...about, glass])) : 0
}
