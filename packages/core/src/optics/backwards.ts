import { ok, type Outcome, outOfRange, type OutOfRange } from '../outcome/index.ts'
import type { Figure } from './figure.ts'
import { frameInFocus, type Taking } from './framing.ts'

/**
 * How far away a figure's head, chin to crown, fills a share of the frame height.
 * @param faceShare more than 0; 0.6 is 60 % of the frame, over 1 the head does not fit
 * @returns metres from the lens, focused there
 * @error `out-of-range` for a lens, sensor or share that cannot be
 * @source thin lens: d = f (1 + h / s)
 */
export function distanceForFace(
  taking: Taking,
  focalLengthMm: number,
  figure: Figure,
  faceShare: number,
): Outcome<number, OutOfRange> {
  if (!(focalLengthMm > 0)) return outOfRange('focalLengthMm', focalLengthMm, 'more than 0 mm')
  if (!(taking.sensorHeightMm > 0)) return outOfRange('sensorHeightMm', taking.sensorHeightMm, 'more than 0 mm')
  if (!(faceShare > 0)) return outOfRange('faceShare', faceShare, 'more than 0')
  const frameHeightM = (figure.topM - figure.chinM) / faceShare
  return ok((frameHeightM * focalLengthMm) / taking.sensorHeightMm + focalLengthMm / 1000)
}

export interface FocusForRange {
  /** Where to focus, metres. */
  readonly focusM: number
  /** The widest f-number that holds the whole range. */
  readonly fNumber: number
}

/**
 * Stop and focus distance that keep everything between two distances sharp, exactly to its edges.
 * @param nearM nearest, more than the focal length; @param farM farthest, beyond `nearM`, may be Infinity
 * @error `out-of-range` naming the bound that cannot be
 * @source thin lens, `depthOfField` solved for H: (F−n)H² − (Ff + 2nF − 3nf)H + 2nf(F−f) = 0, the larger root;
 * s = FH/(H−f+F); N = f²/(c(H−f)). For F = ∞, H = 2n = s.
 */
export function focusForRange(
  lens: { focalLengthMm: number; circleOfConfusionMm: number },
  nearM: number,
  farM: number,
): Outcome<FocusForRange, OutOfRange> {
  const { focalLengthMm: f, circleOfConfusionMm: c } = lens
  const n = nearM * 1000,
    F = farM * 1000
  if (!(f > 0)) return outOfRange('focalLengthMm', f, 'more than 0 mm')
  if (!(c > 0)) return outOfRange('circleOfConfusionMm', c, 'more than 0 mm')
  if (!(n > f)) return outOfRange('nearM', nearM, `more than ${f / 1000} m`)
  if (!(F > n)) return outOfRange('farM', farM, `more than ${nearM} m`)
  if (F === Infinity) {
    // Far is at infinity from focus = hyperfocal outwards, and near is then half of it.
    const H = 2 * n
    return ok({ focusM: H / 1000, fNumber: (f * f) / (c * (H - f)) })
  }
  const a = F - n,
    b = F * f + 2 * n * F - 3 * n * f,
    e = 2 * n * f * (F - f)
  const H = (b + Math.sqrt(b * b - 4 * a * e)) / (2 * a)
  return ok({ focusM: (F * H) / (H - f + F) / 1000, fNumber: (f * f) / (c * (H - f)) })
}

export interface SameSize {
  /** Where the second camera stands, metres from the subject. */
  readonly distanceM: number
  /**
   * How large the background comes out against the first shot, 1 for the same: under 1 it shrinks and more of it
   * is seen.
   */
  readonly backgroundScale: number
}

/**
 * Where to stand with another lens or camera so that the subject is the same size in frame, and what becomes of
 * a background some way behind it.
 * @param backgroundM distance from subject to background, 0 or more
 * @source thin lens: the subject's frame height is kept, the background's is h (d + b) / d
 */
export function sameSize(
  first: { taking: Taking; focalLengthMm: number; distanceM: number },
  second: { taking: Taking; focalLengthMm: number },
  backgroundM: number,
): SameSize {
  const { heightM } = frameInFocus(first.taking, first.focalLengthMm, first.distanceM)
  const distanceM = (heightM * second.focalLengthMm) / second.taking.sensorHeightMm + second.focalLengthMm / 1000
  const seen = (d: number) => (d + backgroundM) / d
  return { distanceM, backgroundScale: seen(first.distanceM) / seen(distanceM) }
}
