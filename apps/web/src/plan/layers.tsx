import { Fragment, type ReactNode } from 'react'
import { alongWall, cornersOf, extentOf, type PlanPoint, wallsOf } from '@kavrell/core/geometry'
import { isOnWall, sayFault, type SocketLoad, type SpotPlan } from '@kavrell/core/place'
import type { RecordOf } from '@kavrell/core/records'
import { type PlanSun, shadowM, type SunPatch } from '@kavrell/core/room'
import type { MirrorWay } from '@kavrell/core/setup'
import { lengthText } from '@kavrell/core/text'
import { around, colour, usePlan } from './frame.ts'
import { Grip } from './Grip.tsx'
import type { PlanLabel } from './Plan.tsx'

/** A word that is read on whatever it lies on. */
export const Word = ({
  x = 0,
  y = 0,
  tone = 'ink',
  weight = 400,
  anchor = 'middle',
  children,
}: {
  x?: number
  y?: number
  tone?: string
  weight?: number
  anchor?: 'start' | 'middle' | 'end'
  children: ReactNode
}) => (
  <text
    aria-hidden="true"
    x={x}
    y={y + 4}
    fill={colour(tone)}
    style={{ fontWeight: weight }}
    textAnchor={anchor}
    paintOrder="stroke"
    stroke={colour('leaf')}
    strokeWidth={3}
    strokeLinejoin="round"
    pointerEvents="none"
  >
    {children}
  </text>
)

/** The word of a thing, where there is room for it beside its sign. */
export function Name({ id, tone, weight, children }: { id: string; tone?: string; weight?: number; children: string }) {
  const place = usePlan().labels.get(id)
  return place ? (
    <Word x={place.dx} y={place.dy} tone={tone} weight={weight}>
      {children}
    </Word>
  ) : null
}

/** Squares of a metre, or of three feet; coarser where they would be finer than the eye. */
export function GridLayer({ plan }: { plan: SpotPlan }) {
  const { X, Y, units, scale } = usePlan()
  const { leftM, topM, widthM, depthM } = extentOf(plan.outline)
  const one = units === 'feet' ? 0.9144 : 1
  const step = one * Math.max(1, Math.ceil(14 / (one * scale)))
  const lines = (length: number) =>
    Array.from({ length: Math.max(0, Math.ceil(length / step) - 1) }, (_, i) => (i + 1) * step)
  return (
    <g stroke={colour('line')} opacity={0.7} pointerEvents="none">
      {lines(widthM).map((m) => (
        <line key={`v${m}`} x1={X(leftM + m)} x2={X(leftM + m)} y1={Y(topM)} y2={Y(topM + depthM)} />
      ))}
      {lines(depthM).map((m) => (
        <line key={`h${m}`} y1={Y(topM + m)} y2={Y(topM + m)} x1={X(leftM)} x2={X(leftM + widthM)} />
      ))}
    </g>
  )
}

/** The walls with their lengths; outdoors only how far the spot goes. */
export function WallLayer({ plan, lengths = false }: { plan: SpotPlan; lengths?: boolean }) {
  const frame = usePlan()
  const { X, Y, units } = frame
  const { leftM, topM, widthM, depthM } = extentOf(plan.outline)
  const { outdoors } = plan.spot
  return (
    <g pointerEvents="none">
      <path
        data-walls
        d={around(frame, plan.outline)}
        fill="none"
        stroke={colour(outdoors ? 'faint' : 'ink')}
        strokeWidth={outdoors ? 1.2 : 6}
        strokeDasharray={outdoors ? '6 5' : undefined}
      />
      {lengths &&
        wallsOf(plan.outline).map((wall) => {
          const middle = alongWall(wall, wall.lengthM / 2)
          const flat = Math.abs(wall.to.yM - wall.from.yM) < Math.abs(wall.to.xM - wall.from.xM)
          const below = middle.yM > topM + depthM / 2
          const right = middle.xM > leftM + widthM / 2
          return (
            <Word
              key={wall.index}
              x={X(middle.xM) + (flat ? 0 : right ? 22 : -22)}
              y={Y(middle.yM) + (flat ? (below ? 16 : -15) : 0)}
              tone="soft"
            >
              {lengthText(wall.lengthM, units)}
            </Word>
          )
        })}
    </g>
  )
}

type Fitting = SpotPlan['fittings'][number]
const middleOf = (placed: { from: PlanPoint; to: PlanPoint }): PlanPoint => ({
  xM: (placed.from.xM + placed.to.xM) / 2,
  yM: (placed.from.yM + placed.to.yM) / 2,
})

/** Where a thing of a spot is taken and named: what is on a wall, at the middle of its stretch. */
export function placeOfFitting(plan: SpotPlan, fitting: Fitting): PlanPoint | null {
  if (!isOnWall(fitting)) return { xM: fitting.xM, yM: fitting.yM }
  const placed = plan.onWalls.find((o) => o.id === fitting.id)
  return placed ? middleOf(placed) : null
}
/** The word of each thing of a spot. */
export const fittingLabels = (plan: SpotPlan): PlanLabel[] =>
  plan.fittings.flatMap((f) => {
    const at = placeOfFitting(plan, f)
    const stands = !isOnWall(f) && f.type !== 'socket' && f.type !== 'fixed lamp'
    return at ? [{ id: f.id, at, text: nameOfFitting(f), clear: 8, ...(stands ? { wideM: f.widthM } : {}) }] : []
  })
export const nameOfFitting = (fitting: Fitting): string => fitting.name || fitting.type

interface FittingHands {
  readonly selectedId: string | null
  readonly onSelect: (id: string) => void
  readonly onMove: (fitting: Fitting, to: PlanPoint) => void
}

/**
 * Windows, doors, mirrors, furniture, what is not to be walked on. Where hands are given they take hold of them.
 * @param loads amperes behind the sockets, and how that is said
 */
export function FittingLayer({
  plan,
  hands,
  loads = [],
  sayLoad,
}: {
  plan: SpotPlan
  hands?: FittingHands
  loads?: readonly SocketLoad[]
  sayLoad?: (load: SocketLoad) => string
}) {
  const { X, Y } = usePlan()
  return plan.fittings.map((fitting) => {
    const at = placeOfFitting(plan, fitting)
    if (!at) return null
    const selected = hands?.selectedId === fitting.id
    const load = loads.find((l) => l.fittingId === fitting.id)
    const loadText = load && sayLoad ? sayLoad(load) : ''
    const sign = <FittingSign plan={plan} fitting={fitting} selected={selected} />
    const name = <Name id={fitting.id}>{nameOfFitting(fitting)}</Name>
    const drawn = (
      <>
        {sign}
        {name}
      </>
    )
    // Beside its thing and not in it: what takes hold of the thing is called by its name.
    const word = loadText && (
      <g transform={`translate(${X(at.xM)} ${Y(at.yM)})`}>
        <LoadWord id={fitting.id} over={load!.load.headroomA < 0} says={loadText} />
      </g>
    )
    return (
      <Fragment key={fitting.id}>
        {hands ? (
          <Grip
            kind="fitting"
            name={nameOfFitting(fitting)}
            says={loadText}
            at={at}
            selected={selected}
            onSelect={() => hands.onSelect(fitting.id)}
            onMove={(to) => hands.onMove(fitting, to)}
          >
            {() => drawn}
          </Grip>
        ) : (
          <g transform={`translate(${X(at.xM)} ${Y(at.yM)})`} pointerEvents="none">
            {drawn}
          </g>
        )}
        {word}
      </Fragment>
    )
  })
}

function LoadWord({ id, over, says }: { id: string; over: boolean; says: string }) {
  const place = usePlan().labels.get(`${id} load`)
  return (
    <Word x={place?.dx ?? 0} y={place?.dy ?? 22} tone={over ? 'stop' : 'soft'} weight={over ? 700 : 400}>
      {says}
    </Word>
  )
}

const ON_WALL_TONES: Readonly<Record<string, string>> = { door: 'faint', mirror: 'ink' }
const ON_WALL_DASHES: Readonly<Record<string, string>> = { mirror: '3 3', glass: '8 3' }

/** The sign of a thing, round its middle. */
function FittingSign({ plan, fitting: f, selected }: { plan: SpotPlan; fitting: Fitting; selected: boolean }) {
  const { scale } = usePlan()
  if (isOnWall(f)) {
    const placed = plan.onWalls.find((o) => o.id === f.id)!
    const [dx, dy] = [((placed.to.xM - placed.from.xM) / 2) * scale, ((placed.to.yM - placed.from.yM) / 2) * scale]
    const line = { x1: -dx, y1: -dy, x2: dx, y2: dy }
    return (
      <>
        <line {...line} stroke={colour('leaf')} strokeWidth={8} />
        <line
          {...line}
          stroke={colour(ON_WALL_TONES[f.type] ?? 'glass')}
          strokeWidth={selected ? 9 : 6}
          strokeDasharray={ON_WALL_DASHES[f.type]}
        />
        <line {...line} stroke="transparent" strokeWidth={26} />
      </>
    )
  }
  if (f.type === 'socket' || f.type === 'fixed lamp')
    return (
      <circle
        r={6}
        fill={colour(f.type === 'socket' ? 'action' : 'sunlight')}
        stroke={colour('ink')}
        strokeWidth={selected ? 2.5 : 1}
      />
    )
  const corners = cornersOf({ ...f, xM: 0, yM: 0 })
  return (
    <path
      d={`${corners.map((p, i) => `${i ? 'L' : 'M'} ${p.xM * scale} ${p.yM * scale}`).join(' ')} Z`}
      fill={f.type === 'no-go' ? 'transparent' : colour('well')}
      fillOpacity={0.8}
      stroke={colour(f.type === 'no-go' ? 'stop' : 'faint')}
      strokeDasharray={f.type === 'no-go' ? '5 4' : undefined}
      strokeWidth={selected ? 2.5 : 1.2}
    />
  )
}

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

/** A ring where walls do not fit. */
export function FaultLayer({ plan }: { plan: SpotPlan }) {
  const { X, Y } = usePlan()
  return plan.faults.map((fault, i) => {
    const { at, says } = sayFault(plan, fault)
    return at ? (
      <circle key={i} cx={X(at.xM)} cy={Y(at.yM)} r={12} fill="none" stroke={colour('stop')} strokeWidth={2.5}>
        <title>{says}</title>
      </circle>
    ) : null
  })
}

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
