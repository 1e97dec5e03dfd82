import { deliveredArea, type DeliveredArea, type Taking } from '../optics/index.ts'
import { byId, type Camera, type Production, type SensorModeOfCamera, type Shot, inOrder } from '../records/index.ts'

/** Shape where nothing is to be delivered yet. */
const ASPECT_WITHOUT_DELIVERABLE = 16 / 9
/** A full-width sensor, where a shot has no camera yet. */
export const DEFAULT_SENSOR = { sensorWidthMm: 36, sensorHeightMm: 20.25 } as const

export interface ShotTaking {
  readonly camera: Camera | undefined
  readonly mode: SensorModeOfCamera | undefined
  readonly aspect: number
  /** What the camera reads of its sensor, by the shot's mode. */
  readonly whole: Taking
  readonly area: DeliveredArea
  /** What is left of it in the delivered shape. */
  readonly used: Taking
}

const masterAspect = (production: Production): number =>
  inOrder(production.deliverable)[0]?.aspect ?? ASPECT_WITHOUT_DELIVERABLE

/** What a shot takes in: its camera's sensor or mode, its squeeze, cropped to a shape (the master's if none is given). */
export function takingOfShot(
  production: Production,
  shot: Pick<Shot, 'cameraId' | 'modeId' | 'squeeze'>,
  aspect: number = masterAspect(production),
): ShotTaking {
  const camera = byId(production.camera, shot.cameraId)
  const mode = byId(production.sensorMode, shot.modeId)
  const whole = {
    sensorWidthMm: mode?.widthMm ?? camera?.sensorWidthMm ?? DEFAULT_SENSOR.sensorWidthMm,
    sensorHeightMm: mode?.heightMm ?? camera?.sensorHeightMm ?? DEFAULT_SENSOR.sensorHeightMm,
    squeeze: shot.squeeze,
  }
  const area = deliveredArea(whole, aspect)
  return { camera, mode, aspect, whole, area, used: area.used }
}
