import { ok, type Outcome, outOfRange, type OutOfRange } from '../outcome/index.ts'

export interface DepthOfField {
  readonly nearMm: number
  /** Infinity when everything beyond looks sharp. */
  readonly farMm: number
  readonly hyperfocalMm: number
}

/** Blur that still looks like a point: the sensor diagonal over 1500, in mm. */
export const circleOfConfusion = (sensorWidthMm: number, sensorHeightMm: number): number =>
  Math.hypot(sensorWidthMm, sensorHeightMm) / 1500

/**
 * Nearest and farthest subject distance that still looks sharp.
 *
 * Distances run from the lens, not from the sensor-plane mark a focus puller measures to; at ordinary
 * distances the difference is under the error of a tape. Takes the f-number: a T-stop tells light
 * passed, not aperture width, so giving a T-stop errs by the lens's loss (a sixth of a stop or so).
 * @error `out-of-range` for a focal length, stop, circle or distance that no lens can have
 * @source thin lens: H = f²/(N c) + f; near = s(H−f)/(H+s−2f); far = s(H−f)/(H−s). Not for macro.
 */
export function depthOfField(
  lens: { focalLengthMm: number; fNumber: number; circleOfConfusionMm: number },
  subjectMm: number,
): Outcome<DepthOfField, OutOfRange> {
  const { focalLengthMm: f, fNumber: N, circleOfConfusionMm: c } = lens
  if (!(f > 0)) return outOfRange('focalLengthMm', f, 'more than 0 mm')
  if (!(N > 0)) return outOfRange('fNumber', N, 'more than 0')
  if (!(c > 0)) return outOfRange('circleOfConfusionMm', c, 'more than 0 mm')
  if (!(subjectMm > f)) return outOfRange('subjectMm', subjectMm, `more than ${f} mm`)
  const H = (f * f) / (N * c) + f
  const s = subjectMm
  return ok({
    nearMm: (s * (H - f)) / (H + s - 2 * f),
    farMm: s < H ? (s * (H - f)) / (H - s) : Infinity,
    hyperfocalMm: H,
  })
}
