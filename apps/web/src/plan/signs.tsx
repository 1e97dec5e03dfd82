import { type SpotPlan } from '@kavrell/core/place'
import { colour, usePlan } from './frame.ts'

export function North({ plan }: { plan: SpotPlan }) {
  const { width, height } = usePlan()
  return (
    <g
      transform={`translate(${width - 20} ${height - 22}) rotate(${(360 - plan.spot.upBearingDeg) % 360})`}
      aria-label="north"
      role="img"
    >
      <path d="M 0 -15 L 6 9 L 0 4 L -6 9 Z" fill={colour('ink')} />
    </g>
  )
}

/** A camera: a body with its lens, and what it sees. @param angleDeg across, as it is delivered */
export function CameraSign({
  facingDeg,
  angleDeg,
  tone = 'ink',
}: {
  facingDeg: number
  angleDeg?: number
  tone?: string
}) {
  const { scale } = usePlan()
  const half = ((angleDeg ?? 0) * Math.PI) / 360
  const reach = 4 * scale
  return (
    <g transform={`rotate(${facingDeg})`}>
      {angleDeg !== undefined && (
        <path
          d={`M 0 0 L ${-Math.tan(half) * reach} ${-reach} M 0 0 L ${Math.tan(half) * reach} ${-reach}`}
          stroke={colour(tone)}
          strokeDasharray="4 4"
          opacity={0.75}
          fill="none"
          pointerEvents="none"
        />
      )}
      <path
        d="M -7 11 H 7 V -4 H 5 L 3 -10 H -3 L -5 -4 H -7 Z"
        fill={colour('leaf')}
        stroke={colour(tone)}
        strokeWidth={1.5}
      />
    </g>
  )
}

/** A person or thing that is lit, and where it faces. */
export const MarkSign = ({ facingDeg }: { facingDeg: number }) => (
  <g transform={`rotate(${facingDeg})`}>
    <path d="M -4 -8 L 0 -17 L 4 -8 Z" fill={colour('ink')} />
    <circle r={8} fill={colour('ink')} stroke={colour('leaf')} strokeWidth={1.5} />
  </g>
)

/** A lamp; hollow when it is off. */
export const LampSign = ({ facingDeg, on }: { facingDeg: number; on: boolean }) => (
  <path
    transform={`rotate(${facingDeg})`}
    d="M -6 9 L 6 9 L 6 -1 L 11 -10 L -11 -10 L -6 -1 Z"
    fill={colour(on ? 'leaf' : 'well')}
    stroke={colour('ink')}
    strokeWidth={on ? 2 : 1}
    strokeDasharray={on ? undefined : '2 2'}
  />
)

/** A cloth, flag or board seen from above, with its face: open for cloth, full for what stops light, double for a board. */
export function PanelSign({
  facingDeg,
  widthM,
  type,
}: {
  facingDeg: number
  widthM: number
  type: 'cloth' | 'flag' | 'board' | 'black'
}) {
  const { scale } = usePlan()
  const half = Math.max(6, (widthM * scale) / 2)
  return (
    <g transform={`rotate(${facingDeg})`}>
      <rect x={-half} y={-9} width={2 * half} height={18} fill="transparent" />
      <rect
        x={-half}
        y={-2.5}
        width={2 * half}
        height={5}
        fill={colour(type === 'flag' || type === 'black' ? 'ink' : 'leaf')}
        stroke={colour('ink')}
        strokeWidth={type === 'board' ? 2 : 1.2}
        strokeDasharray={type === 'cloth' ? '4 2' : undefined}
      />
      <path d="M -4 -4 L 0 -10 L 4 -4" fill="none" stroke={colour('ink')} strokeWidth={1.2} />
    </g>
  )
}
