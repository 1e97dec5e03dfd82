import { type Facet, inFront, isBlocked } from './facet.ts'
import { along, minus, type Vec } from '../geometry/index.ts'
import { type Mirror, mirroredFaceLux, mirroredLampLux } from './mirror.ts'
import { visibleFormFactor } from './visible.ts'

/** A source small against its distances. */
export interface PointSource {
  readonly at: Vec
  /** Candela towards a direction of unit length away from it. */
  readonly candela: (direction: Vec) => number
}

/** A flat face that shines evenly from its front, as a soft panel does: itself it neither stops light nor sends any back. */
export interface FaceSource {
  readonly face: Facet
}
/** What a lamp is to the light. */
export type Source = PointSource | FaceSource

/** Whether a lamp is a face, and no point. */
export const isFace = (source: Source): source is FaceSource => 'face' in source
const isPoint = (source: Source): source is PointSource => !isFace(source)

const NONE: readonly Facet[] = []
const NO_MIRRORS: readonly Mirror[] = []

/** All that shines and all that stands about. */
export interface Scene {
  readonly facets: readonly Facet[]
  readonly lamps: readonly Source[]
  /** On walls, or standing free: lamps shine by them once. */
  readonly mirrors?: readonly Mirror[]
}

/** A face that sends light out, and which facet it is a face of. */
interface Emitter {
  readonly facet: Facet
  readonly exitance: number
  readonly sign: 1 | -1
}

/** The faces of a scene that shine by themselves: of what stands in it, and of its lamps. */
export const emittersOf = ({ facets, lamps }: Scene): readonly Emitter[] =>
  [...facets, ...lamps.filter(isFace).map(({ face }) => face)].flatMap((facet): Emitter[] => [
    ...(facet.front.exitance > 0 ? [{ facet, exitance: facet.front.exitance, sign: 1 } as const] : []),
    ...(facet.back.exitance > 0 ? [{ facet, exitance: facet.back.exitance, sign: -1 } as const] : []),
  ])

/** Lux of one lamp on a small surface, whatever stands between. @source inverse square and cosine law */
export function lampLux(lamp: PointSource, at: Vec, normal: Vec): number {
  const dx = at[0] - lamp.at[0]
  const dy = at[1] - lamp.at[1]
  const dz = at[2] - lamp.at[2]
  const r2 = dx * dx + dy * dy + dz * dz
  if (r2 === 0) return 0
  const r = Math.sqrt(r2)
  const cosIncidence = -(dx * normal[0] + dy * normal[1] + dz * normal[2]) / r
  return cosIncidence <= 0 ? 0 : (lamp.candela([dx / r, dy / r, dz / r]) * cosIncidence) / r2
}

/** How much of a scene is looked at. */
interface Looked {
  /** False leaves out whatever stands between. */
  readonly blocked?: boolean
  /** Whether shining faces are looked for in mirrors, too, which takes long; lamps as small as points always are. */
  readonly facesInMirrors?: boolean
}

/** Light that comes straight from lamps and shining faces to a small one-sided surface, and once by mirrors, lux. */
export function directLux(
  scene: Scene,
  emitters: readonly Emitter[],
  at: Vec,
  normal: Vec,
  { blocked = true, facesInMirrors = true }: Looked = {},
): number {
  let sum = 0
  for (const lamp of scene.lamps) {
    if (isFace(lamp)) continue
    const lux = lampLux(lamp, at, normal)
    if (lux > 0 && !(blocked && isBlocked(scene.facets, at, lamp.at))) sum += lux
  }
  for (const { facet, exitance, sign } of emitters) {
    if (inFront(facet, at) * sign <= 0) continue
    sum += exitance * visibleFormFactor(facet, at, normal, blocked ? scene.facets : NONE)
  }
  return blocked ? sum + byMirrors(scene, facesInMirrors ? emitters : [], at, normal) : sum
}

/** What lamps and shining faces send a surface by the mirrors of a scene, once each, lux. */
function byMirrors(
  { facets, lamps, mirrors = NO_MIRRORS }: Scene,
  emitters: readonly Emitter[],
  at: Vec,
  normal: Vec,
): number {
  let sum = 0
  for (const mirror of mirrors) {
    for (const lamp of lamps.filter(isPoint)) sum += mirroredLampLux(mirror, facets, lamp, at, normal)
    for (const { facet, exitance, sign } of emitters)
      sum += exitance * mirroredFaceLux(mirror, facets, facet, sign, at, normal)
  }
  return sum
}

/**
 * Mean over places spread evenly on one side of a rectangle.
 * @param across places a side
 * @param sign 1 for its front, -1 for its back
 */
export function meanOver(rectangle: Facet, across: number, sign: 1 | -1, of: (at: Vec, normal: Vec) => number): number {
  const [a, b, , d] = rectangle.corners as readonly [Vec, Vec, Vec, Vec]
  const normal: Vec = [rectangle.normal[0] * sign, rectangle.normal[1] * sign, rectangle.normal[2] * sign]
  const [right, up] = [minus(b, a), minus(d, a)]
  let sum = 0
  for (let i = 0; i < across; i++)
    for (let k = 0; k < across; k++)
      sum += of(along(along(a, right, (i + 0.5) / across), up, (k + 0.5) / across), normal)
  return sum / across ** 2
}

/**
 * Mean light of one source on the side of a rectangle that it is on, lux; what lights a cloth from behind.
 * @param rectangle four corners in turn
 * @param across places a side at which it is looked at
 */
export const meanLux = (
  rectangle: Facet,
  source: PointSource,
  across = 160,
  isHidden: (at: Vec) => boolean = () => false,
): number =>
  meanOver(rectangle, across, sideOf(rectangle, source), (at, normal) => {
    const lux = lampLux(source, at, normal)
    return lux > 0 && !isHidden(at) ? lux : 0
  })

/** The side of a rectangle that a lamp is on: 1 for its front, -1 for its back. */
export const sideOf = (rectangle: Facet, source: Source): 1 | -1 =>
  inFront(rectangle, isFace(source) ? source.face.centre : source.at) >= 0 ? 1 : -1
