import { facing, turnTo } from '../geometry/index.ts'
import { isBlocked } from '../litRoom/index.ts'
import type { CameraPosition, Production, Setup } from '../records/index.ts'
import { ofSetup } from './ofSetup.ts'
import { planCamera } from './planCamera.ts'
import { apartDeg, degrees, liftDeg, pitchOf, type Placed } from './sightLines.ts'
import { stageOfSetup } from './stageOfSetup.ts'

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

/** Which of some lamps or other things the cameras of a setup see, each camera level or lifted to the mark that it is aimed at. */
export function lampsInView<T extends Placed & { readonly role?: string }>(
  production: Production,
  setup: Setup,
  lamps: readonly T[],
): readonly InView<T>[] {
  const { facets } = stageOfSetup(production, setup)
  const marks = ofSetup(production.mark, setup)
  return ofSetup(production.cameraPosition, setup).flatMap((position) => {
    const camera = planCamera(production, position)
    const pitchDeg = pitchOf(position, marks)
    return lamps.flatMap((lamp): InView<T>[] => {
      // A practical is there to be seen.
      if (lamp.role === 'practical') return []
      const halfM = isFlat(lamp) ? 0 : LAMP_HALF_M
      const inside = pointsOf(lamp).flatMap((point) => {
        const away = Math.hypot(point.xM - position.xM, point.yM - position.yM, point.heightM - position.heightM)
        if (away < LAMP_HALF_M) return []
        const size = degrees(Math.atan2(halfM, away))
        const across = camera.angleDeg / 2 + size - apartDeg(turnTo(position, point), position.bearingDeg)
        const up = camera.verticalDeg / 2 + size - Math.abs(liftDeg(position, point) - pitchDeg)
        const insideDeg = Math.min(across, up)
        const seen = insideDeg > 0 && !isBlocked(facets, [position.xM, position.yM, position.heightM], [point.xM, point.yM, point.heightM]) // prettier-ignore
        return seen ? [insideDeg] : []
      })
      return inside.length > 0 ? [{ lamp, position, insideDeg: Math.max(...inside) }] : []
    })
  })
}
