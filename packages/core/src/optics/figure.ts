/**
 * A stand-in person to judge a frame by, in metres from the floor.
 * @source middle of published adult body measures, rounded: stature 1.70 m, seated eye height on a 0.45 m chair
 */
export interface Figure {
  readonly topM: number
  readonly chinM: number
  readonly eyeM: number
  readonly shoulderM: number
  readonly shoulderWidthM: number
  readonly headWidthM: number
  readonly hipM: number
}

export const FIGURES = {
  standing: { topM: 1.7, chinM: 1.47, eyeM: 1.59, shoulderM: 1.4, shoulderWidthM: 0.43, headWidthM: 0.16, hipM: 0.9 },
  seated: { topM: 1.3, chinM: 1.07, eyeM: 1.19, shoulderM: 1.0, shoulderWidthM: 0.43, headWidthM: 0.16, hipM: 0.5 },
} as const satisfies Record<string, Figure>

/** Sizes of a person in frame, from near to far. */
export const SHOT_SIZES = ['extreme close', 'close', 'medium close', 'medium', 'cowboy', 'full', 'wide'] as const

export interface FigureInFrame {
  /** Height of head, chin to crown, as a share of the frame height. */
  readonly faceShare: number
  /** What a crew would call it. */
  readonly size: (typeof SHOT_SIZES)[number]
  /** Height above the floor of the frame's upper and lower edge, metres. */
  readonly topEdgeM: number
  readonly bottomEdgeM: number
}

/**
 * Where a figure sits in a frame that keeps the eyes about a third down, or keeps all of the
 * figure centred once it is smaller than the frame.
 */
export function figureInFrame(figure: Figure, frameHeightM: number): FigureInFrame {
  const faceShare = (figure.topM - figure.chinM) / frameHeightM
  const showsAll = frameHeightM > figure.topM * 1.15
  const topEdgeM = showsAll ? figure.topM / 2 + frameHeightM / 2 : figure.eyeM + frameHeightM * 0.36
  const bottomEdgeM = topEdgeM - frameHeightM
  return { faceShare, topEdgeM, bottomEdgeM, size: sizeName(figure, frameHeightM, bottomEdgeM) }
}

function sizeName(figure: Figure, frameHeightM: number, bottomEdgeM: number): FigureInFrame['size'] {
  if (frameHeightM < 0.3) return 'extreme close'
  if (bottomEdgeM > figure.shoulderM - 0.12) return 'close'
  if (bottomEdgeM > figure.shoulderM - 0.35) return 'medium close'
  if (bottomEdgeM > figure.hipM - 0.05) return 'medium'
  if (bottomEdgeM > figure.hipM * 0.5) return 'cowboy'
  return frameHeightM < figure.topM * 2 ? 'full' : 'wide'
}
