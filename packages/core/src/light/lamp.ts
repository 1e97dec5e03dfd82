import { cross, dot, facing, unit, type Vec } from '../geometry/index.ts'
import { beamSource, panelFacet, type Source } from '../litRoom/index.ts'
import { brightest, type Candelas, fluxLm, sourceOf } from '../photometry/index.ts'
import type { LampFitting } from './fittings.ts'

/** Metres in the plan of a spot: x to the right, y down the page, z up from the floor. */
export interface Point {
  readonly xM: number
  readonly yM: number
  readonly zM: number
}

export const LAMP_ROLES = ['key', 'fill', 'edge', 'background', 'practical'] as const
export type LampRole = (typeof LAMP_ROLES)[number]

export interface Lamp {
  readonly at: Point
  /** Turn of the beam on the plan: 0 up the page, 90 to the right. */
  readonly bearingDeg: number
  /** Lift of the beam: 0 level, negative downwards. */
  readonly tiltDeg: number
  /** Bare, at full level, on the beam's axis, 1 m away; where candela were measured, in their brightest direction. */
  readonly luxAt1m: number
  /** Full angle between the directions where intensity is half that of the axis, 1 to 179. */
  readonly beamDeg: number
  /** Dimmer, 0 to 1. */
  readonly level: number
  /** What cloth and gel on it take, in stops. */
  readonly lossStops: number
  /** Full angle outside of which there is less than a tenth; null or left out where only the beam is known. */
  readonly fieldDeg?: number | null
  /** What shines, metres; 0 or left out for what is small against its distance. */
  readonly faceM?: readonly [wide: number, tall: number]
  /** As they were measured; they go before beam and field. */
  readonly candelas?: Candelas | null
  readonly fittings?: readonly LampFitting[]
}

/** Candela over the axis at angles from it. */
interface Shape {
  readonly luxAt1m: number
  /** That is candela on the axis, from all its light; what a meter shows 1 m before a large face is less. */
  readonly isFar: boolean
  /** Share of the axis's candela in a direction of unit length. */
  readonly share: (direction: Vec) => number
  /** It shines as a matt face does: evenly bright from all sides. */
  readonly isMatt: boolean
}

/** A power of the cosine that leaves half of the light at half the beam angle. */
const cosinePower = (beamDeg: number) => Math.log(0.5) / Math.log(Math.cos((beamDeg / 360) * Math.PI))
/** Lumens of such a beam. @source ∫ cosⁿ over the half sphere: 2π / (n + 1) */
const beamLumens = (luxAt1m: number, beamDeg: number) => (2 * Math.PI * luxAt1m) / (cosinePower(beamDeg) + 1)

/** From here on a beam is that of a matt face. */
const MATT_FROM_DEG = 100
/** Leaves of doors are seen from a lamp's own size away: their edge is as soft as this, degrees. */
const DOOR_SOFT_DEG = 4

const RAD = Math.PI / 180

/**
 * A beam of which beam and field angle are known: half at one, a tenth at the other.
 * @source 2^−(θ/θ½)^p with p by the field angle
 */
function beamAndField(beamDeg: number, fieldDeg: number) {
  const power = Math.log(Math.log2(10)) / Math.log(fieldDeg / beamDeg)
  return (cos: number) => {
    const off = Math.acos(Math.min(1, Math.max(-1, cos))) / RAD
    return off >= 90 ? 0 : 2 ** -((off / (beamDeg / 2)) ** power)
  }
}

/** What a lamp sends out as it is, without what is on it. */
function bareShape(lamp: Lamp, axis: Vec): Shape {
  const { luxAt1m, beamDeg, fieldDeg, candelas } = lamp
  if (candelas) {
    const peak = brightest(candelas).candela
    // Photometry is right-handed: the page's y is turned over.
    const turned = ([x, y, z]: Vec): Vec => [x, -y, z]
    const at = turned([lamp.at.xM, lamp.at.yM, lamp.at.zM])
    const to = turned(axis)
    const placed = sourceOf({ light: candelas, at, aimAt: [at[0] + to[0], at[1] + to[1], at[2] + to[2]], rollDeg: 0, level: 1, lossStops: 0 }) // prettier-ignore
    return {
      luxAt1m,
      isFar: true,
      isMatt: false,
      share: (direction) => (peak > 0 ? placed.candela(turned(direction)) / peak : 0),
    }
  }
  if (fieldDeg && fieldDeg > beamDeg) {
    const share = beamAndField(beamDeg, fieldDeg)
    return { luxAt1m, isFar: false, isMatt: false, share: (direction) => share(dot(axis, direction)) }
  }
  const bare = beamSource({ at: [0, 0, 0], bearingDeg: lamp.bearingDeg, tiltDeg: lamp.tiltDeg, luxAt1m: 1, beamDeg })
  return { luxAt1m, isFar: false, isMatt: beamDeg >= MATT_FROM_DEG, share: bare.candela }
}

/** All the light that a lamp sends out, lumen. */
const lumensOf = ({ candelas, luxAt1m, beamDeg }: Lamp): number => {
  const peak = candelas ? brightest(candelas).candela : 0
  return candelas && peak > 0 ? (fluxLm(candelas) * luxAt1m) / peak : beamLumens(luxAt1m, beamDeg)
}

/** How much of the light in a direction gets past a cut: none beyond it. */
function passes({ cut, comb }: LampFitting, direction: Vec, [axis, right, up]: readonly [Vec, Vec, Vec]): number {
  if (!cut) return 1
  const ahead = dot(axis, direction)
  if (ahead <= 0) return 0
  if (comb) return Math.max(0, 1 - Math.tan(Math.acos(Math.min(1, ahead))) / Math.tan((cut.acrossDeg / 2) * RAD))
  const edge = (off: number, full: number) => {
    if (full >= 180) return 1
    const inside = full / 2 + DOOR_SOFT_DEG / 2 - Math.abs(Math.atan2(off, ahead)) / RAD
    return Math.min(1, Math.max(0, inside / DOOR_SOFT_DEG))
  }
  return edge(dot(right, direction), cut.acrossDeg) * edge(dot(up, direction), cut.upDeg)
}

/** What a lamp sends out with everything that is on it. */
function shapeOf(lamp: Lamp, axes: readonly [Vec, Vec, Vec]): Shape {
  let shape = bareShape(lamp, axes[0])
  let lumens = lumensOf(lamp)
  for (const fitting of lamp.fittings ?? []) {
    const { beam } = fitting
    if (beam) {
      lumens *= beam.passes
      const power = cosinePower(beam.deg)
      const luxAt1m = (lumens * (power + 1)) / (2 * Math.PI)
      const share = (direction: Vec) => Math.max(0, dot(axes[0], direction)) ** power
      shape = { luxAt1m, share, isFar: true, isMatt: beam.deg >= MATT_FROM_DEG && fitting.faceM !== null }
    }
    if (fitting.cut) {
      const before = shape.share
      shape = { ...shape, isMatt: false, share: (direction) => before(direction) * passes(fitting, direction, axes) }
    }
    shape = { ...shape, luxAt1m: shape.luxAt1m * 2 ** -fitting.lossStops }
  }
  return shape
}

/** Where a large face that is no matt one is looked at as so many small lamps a side. */
const FACE_ACROSS = 4

/** Light of a square-on matt rectangle 1 m away on its axis, lux for 1 lm/m². @source Lambert, by its four quarters */
function faceAt1m([wide, tall]: readonly [number, number]): number {
  const [a, b] = [wide / 2, tall / 2]
  const [A, B] = [Math.hypot(1, a), Math.hypot(1, b)]
  return (2 / Math.PI) * ((a / A) * Math.atan(b / A) + (b / B) * Math.atan(a / B))
}

/** What of a lamp shines: that of the last thing on it that has a face, else its own. */
const faceOf = ({ fittings = [], faceM = [0, 0] }: Lamp): readonly [number, number] | null => {
  const [wide, tall] = fittings.filter((fitting) => fitting.faceM !== null).at(-1)?.faceM ?? faceM
  return wide > 0 && tall > 0 ? [wide, tall] : null
}

/**
 * A lamp as a source of light, with everything that is on it: a small one as a point with its distribution; a matt face,
 * as of a soft box, as the face it is, right at any distance; a large face that is cut, by a honeycomb or doors, as small
 * lamps spread over it.
 */
export function sourcesOfLamp(lamp: Lamp): Source[] {
  const { at, bearingDeg, tiltDeg, level, lossStops } = lamp
  const axis = facing(bearingDeg, tiltDeg)
  // Down the page is y: right of the axis as somebody behind the lamp has it.
  const up = facing(bearingDeg, tiltDeg + 90)
  const right = unit(cross(up, axis))
  const shape = shapeOf(lamp, [axis, right, up])
  const full = shape.luxAt1m * level * 2 ** -lossStops
  const middle: Vec = [at.xM, at.yM, at.zM]
  const face = faceOf(lamp)
  if (!face) return [{ at: middle, candela: (direction) => full * shape.share(direction) }]
  const [widthM, heightM] = face
  if (shape.isMatt)
    return [
      {
        face: panelFacet({
          at: middle,
          bearingDeg,
          tiltDeg,
          widthM,
          heightM,
          reflectance: 0,
          exitance: shape.isFar ? (full * Math.PI) / (widthM * heightM) : full / faceAt1m(face),
        }),
      },
    ]
  const each = full / FACE_ACROSS ** 2
  const from = (i: number) => (i + 0.5) / FACE_ACROSS - 0.5
  return Array.from({ length: FACE_ACROSS ** 2 }, (_, i): Source => {
    const [x, y] = [from(i % FACE_ACROSS) * widthM, from(Math.floor(i / FACE_ACROSS)) * heightM]
    const place = (k: 0 | 1 | 2) => middle[k] + right[k] * x + up[k] * y
    return { at: [place(0), place(1), place(2)], candela: (direction) => each * shape.share(direction) }
  })
}

const degrees = (rad: number) => (rad * 180) / Math.PI

/** Bearing and tilt that point from one place to another. */
export function aimAt(from: Point, to: Point): { bearingDeg: number; tiltDeg: number } {
  const dx = to.xM - from.xM,
    dy = to.yM - from.yM,
    dz = to.zM - from.zM
  return {
    bearingDeg: (degrees(Math.atan2(dx, -dy)) + 360) % 360,
    tiltDeg: degrees(Math.atan2(dz, Math.hypot(dx, dy))),
  }
}
