import { alongWall, extentOf, type PlanPoint, wallsOf } from '@kavrell/core/geometry'
import { type SpotPlan } from '@kavrell/core/place'
import type { RecordOf } from '@kavrell/core/records'
import { type PlanSun, shadowM, type SunPatch } from '@kavrell/core/room'
import type { MirrorWay } from '@kavrell/core/setup'
import { around, colour, usePlan } from './frame.ts'

/** Where the sun lies on floor and walls. */
export function SunLayer({ plan, patches }: { plan: SpotPlan; patches: readonly SunPatch[] }) {
  const frame = usePlan()
  const { X, Y } = frame
  const walls = wallsOf(plan.outline)
  return (
    <g pointerEvents="none" data-layer="sun">
      {patches.map((patch) => (
        <g key={patch.through}>
          {patch.floor.length > 2 && <path d={around(frame, patch.floor)} fill={colour('sunlight')} opacity={0.55} />}
          {patch.walls.map(({ wall, corners }) => {
            const along = corners.map(([a]) => a)
            const [a, b] = [alongWall(walls[wall]!, Math.min(...along)), alongWall(walls[wall]!, Math.max(...along))]
            return (
              <line
                key={wall}
                x1={X(a.xM)}
                y1={Y(a.yM)}
                x2={X(b.xM)}
                y2={Y(b.yM)}
                stroke={colour('sunlight')}
                strokeWidth={12}
                opacity={0.8}
              />
            )
          })}
        </g>
      ))}
    </g>
  )
}

/** The shadow of a person at each mark outdoors, or in the middle. */
export function ShadowLayer({
  plan,
  marks,
  sun,
}: {
  plan: SpotPlan
  marks: readonly RecordOf<'mark'>[]
  sun: PlanSun
}) {
  const { X, Y } = usePlan()
  if (!plan.spot.outdoors || sun.altitudeDeg <= 0) return null
  const { leftM, topM, widthM, depthM } = extentOf(plan.outline)
  const at = marks.length > 0 ? marks : [{ id: 'middle', xM: leftM + widthM / 2, yM: topM + depthM / 2 }]
  const length = Math.min(shadowM(1.7, sun.altitudeDeg), Math.max(widthM, depthM))
  const away = ((sun.bearingDeg + 180) * Math.PI) / 180
  return at.map((m) => (
    <line
      key={m.id}
      x1={X(m.xM)}
      y1={Y(m.yM)}
      x2={X(m.xM + Math.sin(away) * length)}
      y2={Y(m.yM - Math.cos(away) * length)}
      stroke={colour('soft')}
      strokeWidth={7}
      opacity={0.4}
      strokeLinecap="round"
      pointerEvents="none"
    />
  ))
}

/** The ways by which mirrors show cameras what they should not see. */
export function MirrorLayer({ ways }: { ways: readonly MirrorWay[] }) {
  const { X, Y } = usePlan()
  return ways.map((way) => (
    <g key={`${way.says} ${way.by.xM} ${way.by.yM}`} data-way={way.cameraId}>
      <path
        d={`M ${[way.from, way.by, way.to].map((p) => `${X(p.xM)} ${Y(p.yM)}`).join(' L ')}`}
        fill="none"
        stroke={colour('stop')}
        strokeWidth={1.5}
        strokeDasharray="2 4"
        pointerEvents="none"
      />
      <circle cx={X(way.by.xM)} cy={Y(way.by.yM)} r={4} fill={colour('stop')}>
        <title>{way.says}</title>
      </circle>
    </g>
  ))
}

/** Lines between the people of setups, which cameras keep to one side of. */
export function LineLayer({ lines }: { lines: readonly (readonly [PlanPoint, PlanPoint])[] }) {
  const { X, Y } = usePlan()
  return lines.map(([a, b], i) => (
    <line
      key={i}
      x1={X(a.xM)}
      y1={Y(a.yM)}
      x2={X(b.xM)}
      y2={Y(b.yM)}
      stroke={colour('soft')}
      strokeWidth={1.5}
      strokeDasharray="10 5"
      pointerEvents="none"
    />
  ))
}
