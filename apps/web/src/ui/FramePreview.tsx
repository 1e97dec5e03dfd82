import type { RecordOf } from '@kavrell/contract'
import { deliveredArea, type Figure, FIGURES, figureInFrame, frameSize } from '@kavrell/core/optics'
import { useProduction, useUnits } from '../store/selectors.ts'
import { metres } from './format.ts'
import { masterDeliverable } from '@kavrell/core/snags'

const ASPECT_WITHOUT_DELIVERABLE = 1.78
const DEFAULT_SENSOR = { sensorWidthMm: 36, sensorHeightMm: 20.25 }

/** What the shot's camera records after the crop to the master deliverable. */
export function useTaking(shot: RecordOf<'shot'>) {
  const production = useProduction()
  const camera = shot.cameraId ? production.camera[shot.cameraId] : undefined
  const aspect = masterDeliverable(production)?.aspect ?? ASPECT_WITHOUT_DELIVERABLE
  const whole = {
    sensorWidthMm: camera?.sensorWidthMm ?? DEFAULT_SENSOR.sensorWidthMm,
    sensorHeightMm: camera?.sensorHeightMm ?? DEFAULT_SENSOR.sensorHeightMm,
    squeeze: shot.squeeze,
  }
  return { camera, aspect, whole, area: deliveredArea(whole, aspect) }
}

/** Where a person stands across the frame: centred, or with a third of the frame to look into. */
const ACROSS = { left: 0.34, centre: 0.5, right: 0.66 } as const

/** The delivered frame with a person of middling size in it, drawn to the scale that lens and distance give. */
export function FramePreview({ shot, width }: { shot: RecordOf<'shot'>; width: number }) {
  const { aspect, area } = useTaking(shot)
  const units = useUnits()
  const size = frameSize(area.used, shot.focalLengthMm, shot.distanceM)
  const height = width / aspect
  const tall = aspect < 1
  const w = tall ? width * 0.6 * aspect : width,
    h = tall ? width * 0.6 : height
  const scale = h / size.heightM
  const figure = shot.figure === 'none' ? null : FIGURES[shot.figure]
  const inFrame = figureInFrame(figure ?? FIGURES.standing, size.heightM)
  const yOf = (m: number) => (inFrame.topEdgeM - m) * scale
  return (
    <svg
      width={w}
      height={h}
      viewBox={`0 0 ${w} ${h}`}
      role="img"
      aria-label={
        figure
          ? `${inFrame.size} on ${shot.focalLengthMm} mm at ${metres(shot.distanceM, units)}`
          : `${shot.focalLengthMm} mm at ${metres(shot.distanceM, units)}`
      }
      style={{ display: 'block' }}
    >
      <rect width={w} height={h} fill="var(--chakra-colors-frame-back)" />
      {yOf(0) < h && <rect y={Math.max(0, yOf(0.02))} width={w} height={h} fill="var(--chakra-colors-frame-floor)" />}
      {figure ? (
        <Body
          figure={figure}
          x={w * ACROSS[shot.frameSide]}
          y={yOf}
          scale={scale}
          faces={shot.frameSide}
          seated={shot.figure === 'seated'}
        />
      ) : (
        <Measure widthM={size.widthM} w={w} h={h} />
      )}
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

function Body({
  figure: f,
  x,
  y,
  scale: s,
  faces,
  seated,
}: {
  figure: Figure
  x: number
  y: (m: number) => number
  scale: number
  faces: 'left' | 'centre' | 'right'
  seated: boolean
}) {
  const shoulder = (f.shoulderWidthM / 2) * s,
    head = (f.headWidthM / 2) * s
  const neck = head * 0.55
  const look = faces === 'left' ? 1 : faces === 'right' ? -1 : 0
  const hip = shoulder * 0.78
  const torso = `M ${x - neck} ${y(f.chinM - 0.02)} L ${x + neck} ${y(f.chinM - 0.02)} L ${x + neck} ${y(f.shoulderM + 0.03)} Q ${x + shoulder} ${y(f.shoulderM + 0.02)} ${x + shoulder} ${y(f.shoulderM - 0.12)} L ${x + hip} ${y(f.hipM)} L ${x - hip} ${y(f.hipM)} L ${x - shoulder} ${y(f.shoulderM - 0.12)} Q ${x - shoulder} ${y(f.shoulderM + 0.02)} ${x - neck} ${y(f.shoulderM + 0.03)} Z`
  return (
    <g fill="var(--chakra-colors-figure)">
      {seated ? (
        <rect x={x - hip * 1.1} y={y(f.hipM + 0.08)} width={hip * 2.2} height={0.16 * s} />
      ) : (
        <>
          <rect x={x - hip} y={y(f.hipM)} width={hip * 0.86} height={f.hipM * s} />
          <rect x={x + hip * 0.14} y={y(f.hipM)} width={hip * 0.86} height={f.hipM * s} />
        </>
      )}
      <path d={torso} />
      <ellipse cx={x} cy={(y(f.topM) + y(f.chinM)) / 2} rx={head} ry={((f.topM - f.chinM) / 2) * s} />
      {look !== 0 && (
        <path
          d={`M ${x + look * head * 0.9} ${y(f.eyeM) - head * 0.22} l ${look * head * 0.5} ${head * 0.34} l ${-look * head * 0.5} ${head * 0.2} Z`}
        />
      )}
    </g>
  )
}

/** Nobody in frame: a rule as wide as what is seen says the scale. */
function Measure({ widthM, w, h }: { widthM: number; w: number; h: number }) {
  const units = useUnits()
  const says = units === 'metric' && widthM < 0.995 ? `${Math.round(widthM * 100)} cm` : metres(widthM, units)
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
