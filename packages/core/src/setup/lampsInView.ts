import { facing, turnTo } from '../geometry/index.ts'
import { isBlocked } from '../litRoom/index.ts'
import type { CameraPosition, PlacedLamp, Production, Setup } from '../records/index.ts'
import { ofSetup } from './ofSetup.ts'
import { planCamera } from './planCamera.ts'
import { apartDeg, degrees, liftDeg, pitchOf, type Placed } from './sightLines.ts'
import { type SetupStage, stageOfSetup } from './stageOfSetup.ts'
import { standingOf } from './stands.ts'

/** A lamp with its stand reaches so far about its middle. */
const LAMP_HALF_M = 0.25

/** A lamp, or another thing on a stand, that a camera of its setup has in its picture. */
export interface InView<T> {
  readonly lamp: T
  readonly position: CameraPosition
  /** How far the lamp is inside the edge of the picture, degrees. */
  readonly insideDeg: number
}

/** A flat thing that stands upright, or leans. */
interface Flat extends Placed {
  readonly widthM: number
  readonly tallM: number
  readonly bearingDeg: number
  readonly tiltDeg: number
}
const isFlat = (thing: Placed): thing is Flat => 'tallM' in thing && 'widthM' in thing

/** Where a thing is looked at: what is flat at its corners too, for they may be in a picture in which its middle is not. */
function pointsOf(thing: Placed): readonly Placed[] {
  if (!isFlat(thing)) return [thing]
  const { widthM, tallM, bearingDeg, tiltDeg, xM, yM, heightM } = thing
  const up = facing(bearingDeg, tiltDeg + 90)
  const right = facing(bearingDeg + 90, 0)
  const corner = (x: number, y: number): Placed => ({
    xM: xM + right[0] * x + up[0] * y,
    yM: yM + right[1] * x + up[1] * y,
    heightM: heightM + up[2] * y,
  })
  const [w, t] = [widthM / 2, tallM / 2]
  return [thing, corner(-w, -t), corner(w, -t), corner(w, t), corner(-w, t)]
}

/** How far a point is inside the edge of a camera's picture, degrees; null where it is not in it or something stands before it. */
function insideOf({ facets }: SetupStage, view: View, point: Placed, halfM: number): number | null {
  const { position, camera, pitchDeg } = view
  const away = Math.hypot(point.xM - position.xM, point.yM - position.yM, point.heightM - position.heightM)
  if (away < LAMP_HALF_M) return null
  const size = degrees(Math.atan2(halfM, away))
  const across = camera.angleDeg / 2 + size - apartDeg(turnTo(position, point), position.bearingDeg)
  const up = camera.verticalDeg / 2 + size - Math.abs(liftDeg(position, point) - pitchDeg)
  const insideDeg = Math.min(across, up)
  const seen = insideDeg > 0 && !isBlocked(facets, [position.xM, position.yM, position.heightM], [point.xM, point.yM, point.heightM]) // prettier-ignore
  return seen ? insideDeg : null
}

interface View {
  readonly position: CameraPosition
  readonly camera: ReturnType<typeof planCamera>
  readonly pitchDeg: number
}

/** The cameras of a setup, each level or lifted to the mark that it is aimed at. */
function viewsOf(production: Production, setup: Setup): View[] {
  const marks = ofSetup(production.mark, setup)
  return ofSetup(production.cameraPosition, setup).map((position) => ({
    position,
    camera: planCamera(production, position),
    pitchDeg: pitchOf(position, marks),
  }))
}

/** Which of some lamps or other things the cameras of a setup see. */
export function lampsInView<T extends Placed & { readonly role?: string }>(
  production: Production,
  setup: Setup,
  lamps: readonly T[],
): readonly InView<T>[] {
  const stage = stageOfSetup(production, setup)
  return viewsOf(production, setup).flatMap((view) =>
    lamps.flatMap((lamp): InView<T>[] => {
      // A practical is there to be seen.
      if (lamp.role === 'practical') return []
      const inside = pointsOf(lamp).flatMap((point) => insideOf(stage, view, point, isFlat(lamp) ? 0 : LAMP_HALF_M) ?? []) // prettier-ignore
      return inside.length > 0 ? [{ lamp, position: view.position, insideDeg: Math.max(...inside) }] : []
    }),
  )
}

/** A stand is looked at from its foot up in such steps. */
const STAND_STEP_M = 0.15

/** Where a lamp's stand is: below it, or at the other end of its arm, away from where it shines. */
function standOf(lamp: PlacedLamp): readonly Placed[] {
  const away = facing(lamp.bearingDeg + 180, 0)
  const [xM, yM] = [lamp.xM + away[0] * lamp.armM, lamp.yM + away[1] * lamp.armM]
  const count = Math.max(0, Math.floor(lamp.heightM / STAND_STEP_M))
  return Array.from({ length: count }, (_, i) => ({ xM, yM, heightM: (i + 0.5) * STAND_STEP_M }))
}

/** Of which lamps the cameras of a setup see the stand and not the lamp, where those stand on the floor that is lit. */
export function standsInView(
  production: Production,
  setup: Setup,
  lamps: readonly PlacedLamp[],
): readonly InView<PlacedLamp>[] {
  const stage = stageOfSetup(production, setup)
  const heads = new Set(lampsInView(production, setup, lamps).map(({ lamp }) => lamp))
  const standing = lamps.filter((lamp) => lamp.role !== 'practical' && !lamp.hangs && !heads.has(lamp) && standingOf(production, setup, lamp).outside === null) // prettier-ignore
  return viewsOf(production, setup).flatMap((view) =>
    standing.flatMap((lamp): InView<PlacedLamp>[] => {
      const inside = standOf(lamp).flatMap((point) => insideOf(stage, view, point, 0) ?? [])
      return inside.length > 0 ? [{ lamp, position: view.position, insideDeg: Math.max(...inside) }] : []
    }),
  )
}
