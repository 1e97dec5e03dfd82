import {
  distanceForFace,
  figureInFrame,
  type FigureInFrame,
  FIGURES,
  frameInFocus,
  type Taking,
} from '../optics/index.ts'

export type ShotSize = FigureInFrame['size']

/** Share of the frame's height that a face fills in the middle of each size; a full figure just fits. */
const FACE_SHARE: Readonly<Record<ShotSize, number>> = {
  'extreme close': 0.95,
  close: 0.62,
  'medium close': 0.38,
  medium: 0.255,
  cowboy: 0.19,
  full: 0.09,
  wide: 0.04,
}

/** How people write a size, longest first so that "extreme close" is not read as "close". */
export const SIZE_WORDS: readonly (readonly [RegExp, ShotSize])[] = [
  [/^(extreme close|x-?close|big close|ecu|xcu|bcu)(?:[- ]?up)?$/i, 'extreme close'],
  [/^(medium close|mid-? ?close|mcu)(?:[- ]?up)?$/i, 'medium close'],
  [/^(close|cu)(?:[- ]?up)?$/i, 'close'],
  [/^(medium|mid|ms)(?:[- ]?shot)?$/i, 'medium'],
  [/^(cowboy|three-quarter|thighs)$/i, 'cowboy'],
  [/^(full|fs)(?:[- ]?figure)?$/i, 'full'],
  [/^(wide|long|establishing|master|ws)$/i, 'wide'],
]

/**
 * Where a camera stands so that a figure has a size in frame, to the plan's 5 cm; null for a lens or sensor that
 * cannot be. The distance it gives is called by that size again.
 */
export function distanceForSize(
  taking: Taking,
  focalLengthMm: number,
  size: ShotSize,
  figure: keyof typeof FIGURES = 'standing',
): number | null {
  const found = distanceForFace(taking, focalLengthMm, FIGURES[figure], FACE_SHARE[size])
  if (!found.ok) return null
  const rounded = Math.max(0.05, Math.round(found.value * 20) / 20)
  const { heightM } = frameInFocus(taking, focalLengthMm, rounded)
  return figureInFrame(FIGURES[figure], heightM).size === size ? rounded : found.value
}
