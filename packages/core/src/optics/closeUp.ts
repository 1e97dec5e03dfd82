import { ok, type Outcome, outOfRange, type OutOfRange } from '../outcome/index.ts'

/** A lens focused close, thin, its pupils as large as one another. Lengths in mm. */
export interface CloseUp {
  /** Image over subject: 1 is life size. */
  readonly magnification: number
  /** From the lens. */
  readonly subjectMm: number
  readonly imageMm: number
  /** How far the lens stands out beyond where it is focused on infinity. */
  readonly extensionMm: number
  readonly subjectToImageMm: number
  readonly frameWidthMm: number
  readonly frameHeightMm: number
  /** How many times the exposure of the same lens focused on infinity. */
  readonly exposureFactor: number
  readonly stopsLost: number
  readonly effectiveFNumber: number
  /** Sharp before and behind together: as the working formula has it, and exactly (Infinity beyond the far limit). */
  readonly depthMm: number
  readonly depthExactMm: number
}

/** What is known of it: one of these. */
export type CloseUpBy =
  | { readonly by: 'subject distance'; readonly mm: number }
  | { readonly by: 'magnification'; readonly times: number }
  | { readonly by: 'extension'; readonly mm: number }
  | { readonly by: 'frame width'; readonly mm: number }
  /** From the subject to the sensor; of two places that fit, the one at up to life size. */
  | { readonly by: 'total distance'; readonly mm: number }

interface CloseUpLens {
  readonly focalLengthMm: number
  readonly fNumber: number
  readonly circleOfConfusionMm: number
  readonly sensorWidthMm: number
  readonly sensorHeightMm: number
}

/** How large a subject is on the sensor, 1 being life size; null within the focal length. @source m = f/(s−f) */
export const magnificationAt = (focalLengthMm: number, subjectMm: number): number | null =>
  subjectMm > focalLengthMm ? focalLengthMm / (subjectMm - focalLengthMm) : null

/** Stops lost by the extension of a lens that is focused close. @source 2 log2(1+m) */
export const stopsLostAt = (magnification: number): number => 2 * Math.log2(1 + magnification)

function magnificationBy(lens: CloseUpLens, known: CloseUpBy): Outcome<number, OutOfRange> {
  const { focalLengthMm: f } = lens
  switch (known.by) {
    case 'subject distance': {
      const found = magnificationAt(f, known.mm)
      return found !== null ? ok(found) : outOfRange('subjectMm', known.mm, `more than ${f} mm`)
    }
    case 'magnification':
      return known.times > 0 ? ok(known.times) : outOfRange('magnification', known.times, 'more than 0')
    case 'extension':
      return known.mm > 0 ? ok(known.mm / f) : outOfRange('extensionMm', known.mm, 'more than 0 mm')
    case 'frame width':
      return known.mm > 0 ? ok(lens.sensorWidthMm / known.mm) : outOfRange('frameWidthMm', known.mm, 'more than 0 mm')
    case 'total distance': {
      if (!(known.mm >= 4 * f)) return outOfRange('subjectToImageMm', known.mm, `at least ${4 * f} mm`)
      const subject = (known.mm + Math.sqrt(known.mm * known.mm - 4 * known.mm * f)) / 2
      return ok(f / (subject - f))
    }
  }
}

/**
 * What a lens gives at close range, from any one thing that is known of it.
 * @error `out-of-range` where no image exists
 * @source thin lens: m = f/(s−f), s = f(1+1/m), i = f(1+m); light (1+m)²; depth 2Nc(1+m)/m², exactly
 * 2Ncf²s(s−f)/(f⁴−(Nc(s−f))²), N the number on the ring
 */
export function closeUp(lens: CloseUpLens, known: CloseUpBy): Outcome<CloseUp, OutOfRange> {
  const { focalLengthMm: f, fNumber: N, circleOfConfusionMm: c } = lens
  if (!(f > 0)) return outOfRange('focalLengthMm', f, 'more than 0 mm')
  if (!(N > 0)) return outOfRange('fNumber', N, 'more than 0')
  if (!(c > 0)) return outOfRange('circleOfConfusionMm', c, 'more than 0 mm')
  const found = magnificationBy(lens, known)
  if (!found.ok) return found
  const m = found.value
  const s = f * (1 + 1 / m)
  const exact = f ** 4 - (N * c * (s - f)) ** 2
  return ok({
    magnification: m,
    subjectMm: s,
    imageMm: f * (1 + m),
    extensionMm: f * m,
    subjectToImageMm: s + f * (1 + m),
    frameWidthMm: lens.sensorWidthMm / m,
    frameHeightMm: lens.sensorHeightMm / m,
    exposureFactor: (1 + m) ** 2,
    stopsLost: stopsLostAt(m),
    effectiveFNumber: N * (1 + m),
    depthMm: (2 * N * c * (1 + m)) / (m * m),
    depthExactMm: exact > 0 ? (2 * N * c * f * f * s * (s - f)) / exact : Infinity,
  })
}
