import { figureInFrame, FIGURES } from './figure.ts'
import { frameInFocus, type Taking } from './framing.ts'
import { NEAREST_M, type PlacedFigure } from './placedFigure.ts'

/** A piece of a drawing: a path in the units of the frame, and what it shows. */
export interface DrawnPath {
  readonly d: string
  readonly part: 'floor' | 'figure'
}

export interface FrameDrawing {
  readonly width: number
  readonly height: number
  readonly paths: readonly DrawnPath[]
  /** Width of what is seen at the subject, metres; for a frame with nobody in it. */
  readonly widthM: number
  readonly hasFigure: boolean
}

/** Where a person stands across the frame: centred, or with a third of the frame to look into. */
const ACROSS = { left: 0.34, centre: 0.5, right: 0.66 } as const

/** A body as it is drawn: across the frame, in the units of the drawing for a metre, and which way it looks. */
interface Body {
  readonly x: number
  readonly perM: number
  /** Height above the floor in metres to the place down the drawing. */
  readonly y: (m: number) => number
  readonly figure: 'standing' | 'seated'
  readonly look: -1 | 0 | 1
}
const LOOKS = { left: -1, ahead: 0, right: 1 } as const
/** Who is at a side looks into the frame. */
const INTO = { left: 1, centre: 0, right: -1 } as const

/**
 * The delivered frame with a person of middling size in it, to the scale that lens and distance give, or with
 * those who were placed in it: each to the scale of its own distance, the camera held level.
 * @param used what is left of the sensor in the delivered shape
 * @param width of the drawing, in any unit; the paths are in the same
 */
export function frameDrawing(
  shot: {
    readonly focalLengthMm: number
    readonly distanceM: number
    readonly figure: 'standing' | 'seated' | 'none'
    readonly frameSide: 'left' | 'centre' | 'right'
    readonly figures?: readonly PlacedFigure[]
  },
  used: Taking,
  aspect: number,
  width: number,
): FrameDrawing {
  const height = width / aspect
  const size = frameInFocus(used, shot.focalLengthMm, shot.distanceM)
  const scale = height / size.heightM
  const figure = shot.figure === 'none' ? null : FIGURES[shot.figure]
  const { topEdgeM } = figureInFrame(figure ?? FIGURES.standing, size.heightM)
  const y = (m: number) => (topEdgeM - m) * scale
  const floor = y(0) < height ? [{ part: 'floor' as const, d: box(0, Math.max(0, y(0.02)), width, height) }] : []
  const measured: Body[] = figure
    ? [
        {
          x: width * ACROSS[shot.frameSide],
          perM: scale,
          y,
          figure: shot.figure as Body['figure'],
          look: INTO[shot.frameSide],
        },
      ]
    : []
  const lensHeightM = topEdgeM - size.heightM / 2
  const placed = [...(shot.figures ?? [])]
    .sort((a, b) => b.behindM - a.behindM)
    .map((p): Body => {
      const perM = (scale * shot.distanceM) / Math.max(NEAREST_M, shot.distanceM + p.behindM)
      return {
        x: width * p.across,
        perM,
        y: (m) => height / 2 + (lensHeightM - m) * perM,
        figure: p.figure,
        look: LOOKS[p.looks],
      }
    })
  const bodies = placed.length > 0 ? placed : measured
  return {
    width,
    height,
    widthM: size.widthM,
    hasFigure: bodies.length > 0,
    paths: [...floor, ...bodies.flatMap((body) => bodyPaths(body).map((d): DrawnPath => ({ part: 'figure', d })))],
  }
}

const n = (value: number) => String(Math.round(value * 100) / 100)
const box = (x: number, y: number, w: number, h: number) => `M ${n(x)} ${n(y)} h ${n(w)} v ${n(h)} h ${n(-w)} Z`

function bodyPaths({ x, perM: s, y, figure, look }: Body): string[] {
  const f = FIGURES[figure]
  const shoulder = (f.shoulderWidthM / 2) * s,
    head = (f.headWidthM / 2) * s
  const neck = head * 0.55,
    hip = shoulder * 0.78
  const at = (dx: number, m: number) => `${n(x + dx)} ${n(y(m))}`
  const legs =
    figure === 'seated'
      ? [box(x - hip * 1.1, y(f.hipM + 0.08), hip * 2.2, 0.16 * s)]
      : [box(x - hip, y(f.hipM), hip * 0.86, f.hipM * s), box(x + hip * 0.14, y(f.hipM), hip * 0.86, f.hipM * s)]
  const torso = [
    `M ${at(-neck, f.chinM - 0.02)} L ${at(neck, f.chinM - 0.02)} L ${at(neck, f.shoulderM + 0.03)}`,
    `Q ${at(shoulder, f.shoulderM + 0.02)} ${at(shoulder, f.shoulderM - 0.12)} L ${at(hip, f.hipM)} L ${at(-hip, f.hipM)}`,
    `L ${at(-shoulder, f.shoulderM - 0.12)} Q ${at(-shoulder, f.shoulderM + 0.02)} ${at(-neck, f.shoulderM + 0.03)} Z`,
  ].join(' ')
  const middle = (y(f.topM) + y(f.chinM)) / 2,
    tall = ((f.topM - f.chinM) / 2) * s
  const face = `M ${n(x - head)} ${n(middle)} a ${n(head)} ${n(tall)} 0 1 0 ${n(2 * head)} 0 a ${n(head)} ${n(tall)} 0 1 0 ${n(-2 * head)} 0 Z`
  const nose =
    look === 0
      ? []
      : [
          `M ${n(x + look * head * 0.9)} ${n(y(f.eyeM) - head * 0.22)} l ${n(look * head * 0.5)} ${n(head * 0.34)} l ${n(-look * head * 0.5)} ${n(head * 0.2)} Z`,
        ]
  return [...legs, torso, face, ...nose]
}
