/** What a camera records: sensor area in mm, and the squeeze of the lens (1 is spherical). */
export interface Taking {
  readonly sensorWidthMm: number
  readonly sensorHeightMm: number
  readonly squeeze: number
}

export interface AngleOfView {
  readonly horizontalDeg: number
  readonly verticalDeg: number
  readonly diagonalDeg: number
}
export interface FrameSize {
  readonly widthM: number
  readonly heightM: number
}

const degrees = (radians: number) => (radians * 180) / Math.PI
const fullAngle = (size: number, focalLengthMm: number) => degrees(2 * Math.atan(size / (2 * focalLengthMm)))

/** Full angles seen, focus at infinity. A squeeze widens the horizontal. All lengths above 0. */
export function angleOfView(taking: Taking, focalLengthMm: number): AngleOfView {
  const width = taking.sensorWidthMm * taking.squeeze
  return {
    horizontalDeg: fullAngle(width, focalLengthMm),
    verticalDeg: fullAngle(taking.sensorHeightMm, focalLengthMm),
    diagonalDeg: fullAngle(Math.hypot(width, taking.sensorHeightMm), focalLengthMm),
  }
}

/** Width and height of what fills the frame at a distance while the lens stays focused on infinity: similar triangles. */
export const frameSize = (taking: Taking, focalLengthMm: number, distanceM: number): FrameSize => ({
  widthM: (distanceM * taking.sensorWidthMm * taking.squeeze) / focalLengthMm,
  heightM: (distanceM * taking.sensorHeightMm) / focalLengthMm,
})

/**
 * Width and height of what fills the frame of a lens focused at a distance, which is what people see: the lens stands
 * out by its extension. A distance within the focal length has no image and fills the frame with nothing.
 * @source thin lens: sensor × (s − f) / f
 */
export function frameInFocus(taking: Taking, focalLengthMm: number, distanceM: number): FrameSize {
  return frameSize(taking, focalLengthMm, Math.max(0.0005, distanceM - focalLengthMm / 1000))
}

export interface DeliveredArea {
  /** Shape of the whole sensor once unsqueezed. */
  readonly unsqueezedAspect: number
  /** Shares of the sensor that the delivery shape keeps, 0 to 1. */
  readonly widthUsed: number
  readonly heightUsed: number
  readonly used: Taking
}

/** The part of the sensor that is left after cropping to the delivery shape (width over height). */
export function deliveredArea(taking: Taking, deliveryAspect: number): DeliveredArea {
  const unsqueezedAspect = (taking.sensorWidthMm * taking.squeeze) / taking.sensorHeightMm
  const widthUsed = Math.min(1, deliveryAspect / unsqueezedAspect)
  const heightUsed = Math.min(1, unsqueezedAspect / deliveryAspect)
  return {
    unsqueezedAspect,
    widthUsed,
    heightUsed,
    used: {
      sensorWidthMm: taking.sensorWidthMm * widthUsed,
      sensorHeightMm: taking.sensorHeightMm * heightUsed,
      squeeze: taking.squeeze,
    },
  }
}
