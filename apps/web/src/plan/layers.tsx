import { Fragment } from 'react'
import { alongWall, cornersOf, extentOf, type PlanPoint, wallsOf } from '@kavrell/core/geometry'
import { isOnWall, sayFault, type SocketLoad, type SpotPlan } from '@kavrell/core/place'
import { lengthText } from '@kavrell/core/text'
import { around, colour, usePlan } from './frame.ts'
import { Grip } from './Grip.tsx'
import type { PlanLabel } from './Plan.tsx'
import { Word, Name } from './words.tsx'

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
