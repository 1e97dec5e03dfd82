import { angleOfView } from '../optics/index.ts'
import { byId, type CameraPosition, type Production, type Shot } from '../records/index.ts'
import type { PlanCamera } from '../room/index.ts'
import { takingOfShot } from '../shotlist/index.ts'

/** The letter of the camera that stands there. */
export const letter = (production: Production, position: CameraPosition) =>
  byId(production.camera, position.cameraId)?.letter ?? '?'

/** The shot that a camera of a setup is there for: the one on the widest lens where there are several. */
export const shotOfPosition = (production: Production, position: CameraPosition): Shot | undefined =>
  Object.values(production.shot)
    .filter((s) => s.setupId === position.setupId && s.cameraId === position.cameraId)
    .sort((a, b) => a.focalLengthMm - b.focalLengthMm)[0]

/** A camera of a setup as the plan sees it, with the widest lens that any of its shots is on. */
export function planCamera(production: Production, position: CameraPosition): PlanCamera {
  const shot = shotOfPosition(production, position)
  const angle = shot
    ? angleOfView(takingOfShot(production, shot).used, shot.focalLengthMm)
    : { horizontalDeg: 40, verticalDeg: 24 }
  return {
    id: position.id,
    name: letter(production, position),
    at: position,
    heightM: position.heightM,
    bearingDeg: position.bearingDeg,
    angleDeg: angle.horizontalDeg,
    verticalDeg: angle.verticalDeg,
  }
}
