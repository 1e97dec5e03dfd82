import { useProduction, useUnits } from '../store/selectors.ts'
import { figureInFrame, FIGURES, frameDrawing, frameInFocus } from '@kavrell/core/optics'
import type { RecordOf } from '@kavrell/core/records'
import { takingOfShot } from '@kavrell/core/shotlist'
import { lengthText } from '@kavrell/core/text'

/** The delivered frame with a person of middling size in it, drawn to the scale that lens and distance give. */
export function FramePreview({
  shot,
  width,
  aspect: shape,
}: {
  shot: RecordOf<'shot'>
  width: number
  /** Another shape than the master's. */
  aspect?: number
}) {
  const { aspect, used } = takingOfShot(useProduction(), shot, shape)
  const units = useUnits()
  // A tall frame is given less of the width, so that it is not taller than the others are wide.
  const w = aspect < 1 ? width * 0.6 * aspect : width
  const { height: h, paths, widthM, hasFigure } = frameDrawing(shot, used, aspect, w)
  const { heightM } = frameInFocus(used, shot.focalLengthMm, shot.distanceM)
  const several = (shot.figures?.length ?? 0) > 1
  const lens = `${shot.focalLengthMm} mm at ${lengthText(shot.distanceM, units)}`
  return (
    <svg
      width={w}
      height={h}
      viewBox={`0 0 ${w} ${h}`}
      role="img"
      aria-label={shot.figure === 'none' ? lens : `${figureInFrame(FIGURES[shot.figure], heightM).size} on ${lens}`}
      style={{ display: 'block', flexShrink: 0 }}
    >
      <rect width={w} height={h} fill="var(--chakra-colors-frame-back)" />
      {paths.map(({ d, part }, i) => (
        <path
          key={i}
          d={d}
          fill={part === 'floor' ? 'var(--chakra-colors-frame-floor)' : 'var(--chakra-colors-figure)'}
          // One in front of another is told from it by its edge.
          stroke={part === 'figure' && several ? 'var(--chakra-colors-frame-back)' : undefined}
          strokeWidth={several ? 1.2 : undefined}
        />
      ))}
      {!hasFigure && <Measure widthM={widthM} w={w} h={h} />}
      {width > 150 &&
        [1, 2].map((k) => (
          <g key={k} stroke="white" opacity={0.16}>
            <line x1={(w * k) / 3} x2={(w * k) / 3} y2={h} />
            <line y1={(h * k) / 3} y2={(h * k) / 3} x2={w} />
          </g>
        ))}
    </svg>
  )
}

/** Nobody in frame: a rule as wide as what is seen says the scale. */
function Measure({ widthM, w, h }: { widthM: number; w: number; h: number }) {
  const units = useUnits()
  const says = units === 'metric' && widthM < 0.995 ? `${Math.round(widthM * 100)} cm` : lengthText(widthM, units)
  return (
    <g stroke="var(--chakra-colors-figure)" fill="var(--chakra-colors-figure)">
      <line x1={4} x2={w - 4} y1={h * 0.62} y2={h * 0.62} />
      <line x1={4} x2={4} y1={h * 0.55} y2={h * 0.69} />
      <line x1={w - 4} x2={w - 4} y1={h * 0.55} y2={h * 0.69} />
      <text x={w / 2} y={h * 0.48} textAnchor="middle" stroke="none" fontSize={Math.max(10, h * 0.16)} fontWeight={600}>
        {says}
      </text>
    </g>
  )
}
