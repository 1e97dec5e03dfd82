import type { RefObject } from 'react'
import { useUnits } from '../../store/selectors.ts'
import { colour, extentWith, usePlan } from '../../plan/frame.ts'
import { Grip } from '../../plan/Grip.tsx'
import { FaultLayer, FittingLayer, fittingLabels, GridLayer, placeOfFitting, WallLayer } from '../../plan/layers.tsx'
import { Name, Word } from '../../plan/words.tsx'
import { CameraSign, MarkSign, North } from '../../plan/signs.tsx'
import { LineLayer, MirrorLayer, ShadowLayer, SunLayer } from '../../plan/lightLayers.tsx'
import { Plan, type PlanLabel } from '../../plan/Plan.tsx'
import { extentOf, type PlanPoint, wallsOf } from '@kavrell/core/geometry'
import type { SocketLoad, SpotPlan } from '@kavrell/core/place'
import type { RecordOf } from '@kavrell/core/records'
import type { PlanSun, SunPatch } from '@kavrell/core/room'
import type { MirrorWay, StagedCamera, Staging } from '@kavrell/core/setup'
import { lengthText } from '@kavrell/core/text'

export type Grabbed =
  | { readonly kind: 'corner'; readonly index: number }
  | { readonly kind: 'fitting'; readonly id: string }
  | { readonly kind: 'picture'; readonly id: string }

interface Props {
  readonly plan: SpotPlan
  readonly staged: Staging
  readonly pictures: readonly RecordOf<'picture'>[]
  /** What cameras see in mirrors. */
  readonly ways: readonly MirrorWay[]
  readonly loads: readonly SocketLoad[]
  /** Letters of the setups, for what is said of a socket. */
  readonly letters: Readonly<Record<string, { readonly letter: string }>>
  readonly sun: PlanSun
  readonly patches: readonly SunPatch[]
  readonly selected: Grabbed | null
  readonly onSelect: (thing: Grabbed | null) => void
  /** Something was put elsewhere; what is on a wall is given along the nearest one. */
  readonly onMove: (thing: Grabbed, to: PlanPoint) => void
  readonly svg: RefObject<SVGSVGElement | null>
}

/** A spot to scale as it was scouted, with the sun of a moment in it and who will stand where. */
export function SpotDrawing(props: Props) {
  const { plan, staged, pictures, selected, onSelect, onMove } = props
  const units = useUnits()
  const extent = extentOf(plan.outline)
  const sayLoad = (load: SocketLoad) => loadSays(load, props.letters)
  const labels: PlanLabel[] = [
    ...staged.marks.map((m) => ({ id: m.id, at: m, text: m.name, clear: 13 })),
    ...staged.cameras.map((c) => ({ id: c.position.id, at: c.position, text: cameraSays(c), clear: 13 })),
    ...fittingLabels(plan),
    ...props.loads.flatMap((load) => {
      const fitting = plan.fittings.find((f) => f.id === load.fittingId)
      return fitting ? [{ id: `${fitting.id} load`, at: fitting, text: sayLoad(load), clear: 8 }] : []
    }),
    ...props.ways.flatMap((way, i) =>
      way.seen && !way.seen.startsWith('camera') ? [{ id: `way ${i}`, at: way.to, text: way.seen, clear: 8 }] : [],
    ),
  ]
  const isSelected = (thing: Grabbed) => JSON.stringify(selected) === JSON.stringify(thing)
  const grip = (thing: Grabbed, at: PlanPoint, name: string) => ({
    kind: thing.kind,
    name,
    at,
    selected: isSelected(thing),
    onSelect: () => onSelect(thing),
    onMove: (to: PlanPoint) => onMove(thing, to),
  })
  const outside = plan.fittings.flatMap((f) => placeOfFitting(plan, f) ?? [])
  return (
    <Plan
      svg={props.svg}
      label={`Plan of ${plan.spot.name}, ${lengthText(extent.widthM, units)} by ${lengthText(extent.depthM, units)}`}
      extent={extentWith(extent, [...outside, ...staged.marks, ...staged.cameras.map((c) => c.position)])}
      labels={labels}
      walls={wallsOf(plan.outline)}
      onGround={() => onSelect(null)}
    >
      <GridLayer plan={plan} />
      <SunLayer plan={plan} patches={props.patches} />
      <WallLayer plan={plan} lengths />
      <ShadowLayer plan={plan} marks={staged.marks} sun={props.sun} />
      <FittingLayer
        plan={plan}
        loads={props.loads}
        sayLoad={sayLoad}
        hands={{
          selectedId: selected?.kind === 'fitting' ? selected.id : null,
          onSelect: (id) => onSelect({ kind: 'fitting', id }),
          onMove: (fitting, to) => onMove({ kind: 'fitting', id: fitting.id }, to),
        }}
      />
      <LineLayer lines={staged.lines} />
      <MirrorLayer ways={props.ways} />
      <Stands staged={staged} ways={props.ways} />
      {pictures.map((p, i) => {
        const thing = { kind: 'picture', id: p.id } as const
        return (
          <Grip key={p.id} {...grip(thing, { xM: p.xM!, yM: p.yM! }, `Picture ${i + 1}`)}>
            {() => (
              <>
                <rect x={-9} y={-9} width={18} height={18} fill={colour('ink')} />
                <text aria-hidden="true" y={4} fontWeight={700} fill={colour('leaf')} textAnchor="middle">
                  {i + 1}
                </text>
              </>
            )}
          </Grip>
        )
      })}
      <Corners plan={plan} grip={grip} />
      <FaultLayer plan={plan} />
      <North plan={plan} />
    </Plan>
  )
}

/** Marks and cameras of the setups that are lit here: they are moved in Light. */
function Stands({ staged, ways }: { staged: Staging; ways: readonly MirrorWay[] }) {
  const { X, Y } = usePlan()
  return (
    <g pointerEvents="none">
      {staged.cameras.map((camera) => (
        <g key={camera.position.id} transform={`translate(${X(camera.position.xM)} ${Y(camera.position.yM)})`}>
          <CameraSign facingDeg={camera.position.bearingDeg} tone={camera.across ? 'stop' : 'ink'} />
          <Name id={camera.position.id} weight={700} tone={camera.across ? 'stop' : 'ink'}>
            {cameraSays(camera)}
          </Name>
        </g>
      ))}
      {staged.marks.map((mark) => (
        <g key={mark.id} transform={`translate(${X(mark.xM)} ${Y(mark.yM)})`}>
          <MarkSign facingDeg={mark.facingDeg} />
          <Name id={mark.id} weight={700}>
            {mark.name}
          </Name>
        </g>
      ))}
      {ways.map((way, i) => (
        <g key={i} transform={`translate(${X(way.to.xM)} ${Y(way.to.yM)})`}>
          <Name id={`way ${i}`} tone="stop">
            {way.seen ?? ''}
          </Name>
        </g>
      ))}
    </g>
  )
}

/** Corners of a room that was drawn by them. */
function Corners({
  plan,
  grip,
}: {
  plan: SpotPlan
  grip: (thing: Grabbed, at: PlanPoint, name: string) => Omit<Parameters<typeof Grip>[0], 'children'>
}) {
  const { mayPlan } = usePlan()
  if (!mayPlan || plan.spot.outline.length < 3) return null
  return plan.outline.map((corner, index) => {
    const given = grip({ kind: 'corner', index }, corner, `Corner ${index + 1}`)
    return (
      <Grip key={index} {...given}>
        {({ at }) => (
          <g data-off-paper>
            <rect
              x={-6}
              y={-6}
              width={12}
              height={12}
              fill={colour(given.selected ? 'action' : 'leaf')}
              stroke={colour('ink')}
            />
            {at !== corner && (
              <Word y={-18} weight={700}>
                {`${at.xM.toFixed(2)}, ${at.yM.toFixed(2)}`}
              </Word>
            )}
          </g>
        )}
      </Grip>
    )
  })
}

const cameraSays = ({ name, across, side }: StagedCamera): string =>
  across ? `${name}, across the line` : side ? `${name}, ${side}` : name

/** Amperes behind a socket with the heaviest setup lit, against what the house rule allows. */
function loadSays({ load, setupId }: SocketLoad, letters: Props['letters']): string {
  const by = setupId ? `, setup ${letters[setupId]?.letter}` : ''
  return `${load.totalA.toFixed(1)} of ${load.allowedA.toFixed(1)} A${by}${load.headroomA < 0 ? ': over' : ''}`
}
