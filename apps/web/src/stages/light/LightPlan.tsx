import { type RefObject, useMemo, useState } from 'react'
import { commitOrSay } from '../../store/production.ts'
import { useUnits } from '../../store/selectors.ts'
import { Grip } from '../../plan/Grip.tsx'
import { Plan, type PlanLabel } from '../../plan/Plan.tsx'
import { extentWith } from '../../plan/frame.ts'
import { fittingLabels, FittingLayer, GridLayer, WallLayer } from '../../plan/layers.tsx'
import { Name } from '../../plan/words.tsx'
import { CameraSign, LampSign, MarkSign, North, PanelSign } from '../../plan/signs.tsx'
import { MirrorLayer } from '../../plan/lightLayers.tsx'
import { LightLayer, luxAt, type PlanDaylight, useLight } from './LightLayer.tsx'
import { aimedAt, extentOf, type PlanPoint, turnTo, wallsOf } from '@kavrell/core/geometry'
import type { LightScale } from '@kavrell/core/light'
import { spotPlan } from '@kavrell/core/place'
import { asId, type Production, type RecordOf, updateRecord } from '@kavrell/core/records'
import { lampOf, mirrorWays, ofSetup, planCamera, shotOfPosition, stageOfSetup } from '@kavrell/core/setup'
import { lengthText } from '@kavrell/core/text'

export interface Thing {
  readonly kind: 'lamp' | 'mark' | 'cameraPosition' | 'panel'
  readonly id: string
}

const LEVEL_STEP_PCT = 5

interface Held {
  readonly kind: 'lamp' | 'panel'
  readonly id: string
  readonly fields: { readonly xM?: number; readonly yM?: number; readonly bearingDeg?: number }
}

/** A production with the panel that is in the hand where the hand is. */
function withHeld(production: Production, held: Held | null): Production {
  const panel = held?.kind === 'panel' ? production.panel[held.id] : undefined
  return panel
    ? { ...production, panel: { ...production.panel, [panel.id]: { ...panel, ...held!.fields } } }
    : production
}

/** A setup's plan to scale with its light in it: where lamps, marks and cameras stand, and what they face. */
export function LightPlan({
  production,
  setup,
  lamps,
  scale,
  selected,
  onSelect,
  onPoint,
  daylight,
  svg,
}: {
  /** As it is, or as a way out would leave it. */
  production: Production
  setup: RecordOf<'setup'>
  lamps: readonly RecordOf<'lamp'>[]
  scale: LightScale
  selected: Thing | null
  onSelect: (thing: Thing | null) => void
  /** What the map says where the pointer is, lux; null where it says nothing. */
  onPoint: (lux: number | null) => void
  daylight: PlanDaylight | null
  svg: RefObject<SVGSVGElement | null>
}) {
  const units = useUnits()
  const spot = production.spot[setup.spotId]!
  const plan = useMemo(() => spotPlan(production, spot), [production, spot])
  const marks = ofSetup(production.mark, setup)
  const cameras = ofSetup(production.cameraPosition, setup)
  const panels = ofSetup(production.panel, setup)
  const ways = useMemo(() => mirrorWays(production, setup), [production, setup])
  /** A lamp or panel that is in the hand: the light follows before it is put down. */
  const [held, setHeld] = useState<Held | null>(null)
  const settled = useMemo(() => stageOfSetup(production, setup), [production, setup])
  const isPanel = held?.kind === 'panel'
  const stage = useMemo(
    () => (isPanel ? stageOfSetup(withHeld(production, held), setup) : settled),
    [production, setup, held, isPanel, settled],
  )
  const cameraName = (position: RecordOf<'cameraPosition'>) => {
    const shot = shotOfPosition(production, position)
    return `${production.camera[position.cameraId]?.letter ?? ''}${shot ? ` ${shot.focalLengthMm} mm` : ''}`
  }
  const change = (thing: Thing, label: string, fields: Readonly<Record<string, number>>) => {
    commitOrSay(label, [updateRecord(thing.kind, asId(thing.id), fields)])
  }
  const grip = (thing: Thing, at: PlanPoint, name: string) => ({
    kind: thing.kind,
    name,
    at,
    selected: selected?.id === thing.id,
    onSelect: () => onSelect(thing),
    onMove: (to: PlanPoint) => change(thing, `Move ${name}`, { ...to }),
  })
  const inHand = lamps.findIndex((lamp) => held?.kind === 'lamp' && held.id === lamp.id)
  const moved = lamps.map((lamp, i) => lampOf(production, i === inHand ? { ...lamp, ...held!.fields } : lamp))
  const bands = useLight({
    plan,
    stage,
    settled: isPanel ? settled : null,
    lamps: moved,
    held: inHand < 0 ? null : inHand,
    heldFrom: inHand < 0 ? null : lampOf(production, lamps[inHand]!),
    daylight,
    heightM: marks[0]?.heightM ?? 1.5,
    ambientLux: setup.ambientLux,
    scale,
  })
  const labels: PlanLabel[] = [
    ...marks.map((m) => ({ id: m.id, at: m, text: m.name, clear: 14 })),
    ...cameras.map((c) => ({ id: c.id, at: c, text: cameraName(c), clear: 14 })),
    ...panels.map((p) => ({ id: p.id, at: p, text: p.type, clear: 10 })),
    ...lamps.map((l, i) => ({ id: l.id, at: l, text: `${i + 1} ${l.role}`, clear: 13 })),
    ...fittingLabels(plan),
  ]
  const extent = extentOf(plan.outline)
  return (
    <Plan
      svg={svg}
      label={`Plan of ${spot.name}, ${lengthText(extent.widthM, units)} by ${lengthText(extent.depthM, units)}`}
      extent={extentWith(extent, [...lamps, ...marks, ...cameras, ...panels])}
      labels={labels}
      walls={wallsOf(plan.outline)}
      onGround={() => onSelect(null)}
      onPoint={(at) => onPoint(at && bands && luxAt(bands, plan, at))}
    >
      <LightLayer plan={plan} bands={bands} scale={scale} />
      <GridLayer plan={plan} />
      <WallLayer plan={plan} />
      <FittingLayer plan={plan} />
      <MirrorLayer ways={ways} />
      {cameras.map((position) => {
        const thing = { kind: 'cameraPosition', id: position.id } as const
        const name = `Camera ${cameraName(position)}`.trim()
        return (
          <Grip
            key={position.id}
            {...grip(thing, position, name)}
            onMove={(to) => {
              // What it looks at it goes on looking at.
              const at = aimedAt(position, position.bearingDeg, marks)
              change(thing, `Move ${name}`, { ...to, ...(at ? { bearingDeg: turnTo(to, at) } : {}) })
            }}
            facingDeg={position.bearingDeg}
            onTurn={(bearingDeg) => change(thing, `Turn ${name}`, { bearingDeg })}
          >
            {({ facingDeg, at }) => {
              const aim = aimedAt(position, position.bearingDeg, marks)
              const isMoved = at.xM !== position.xM || at.yM !== position.yM
              return (
                <>
                  <CameraSign
                    facingDeg={isMoved && aim ? turnTo(at, aim) : facingDeg}
                    angleDeg={planCamera(production, position).angleDeg}
                  />
                  <Name id={position.id} weight={700}>
                    {cameraName(position)}
                  </Name>
                </>
              )
            }}
          </Grip>
        )
      })}
      {marks.map((mark) => {
        const thing = { kind: 'mark', id: mark.id } as const
        return (
          <Grip
            key={mark.id}
            {...grip(thing, mark, mark.name)}
            facingDeg={mark.facingDeg}
            onTurn={(facingDeg) => change(thing, `Turn ${mark.name}`, { facingDeg })}
          >
            {({ facingDeg }) => (
              <>
                <MarkSign facingDeg={facingDeg} />
                <Name id={mark.id} weight={700}>
                  {mark.name}
                </Name>
              </>
            )}
          </Grip>
        )
      })}
      {panels.map((panel) => {
        const thing = { kind: 'panel', id: panel.id } as const
        return (
          <Grip
            key={panel.id}
            {...grip(thing, panel, panel.name)}
            facingDeg={panel.bearingDeg}
            onTurn={(bearingDeg) => change(thing, `Turn ${panel.name}`, { bearingDeg })}
            onHeld={(at) => setHeld(at && { kind: 'panel', id: panel.id, fields: at })}
            onTurning={(bearingDeg) =>
              setHeld(bearingDeg === null ? null : { kind: 'panel', id: panel.id, fields: { bearingDeg } })
            }
          >
            {({ facingDeg }) => (
              <>
                <PanelSign facingDeg={facingDeg} widthM={panel.widthM} type={panel.type} />
                <Name id={panel.id}>{panel.type}</Name>
              </>
            )}
          </Grip>
        )
      })}
      {lamps.map((lamp, i) => {
        const thing = { kind: 'lamp', id: lamp.id } as const
        const name = `Lamp ${i + 1}, ${lamp.role}`
        return (
          <Grip
            key={lamp.id}
            {...grip(thing, lamp, name)}
            facingDeg={lamp.bearingDeg}
            onTurn={(bearingDeg) => change(thing, `Turn ${name}`, { bearingDeg })}
            onHeld={(at) => setHeld(at && { kind: 'lamp', id: lamp.id, fields: at })}
            onTurning={(bearingDeg) =>
              setHeld(bearingDeg === null ? null : { kind: 'lamp', id: lamp.id, fields: { bearingDeg } })
            }
            onKey={(key) => {
              if (key !== '+' && key !== '-') return false
              const by = key === '+' ? LEVEL_STEP_PCT : -LEVEL_STEP_PCT
              const levelPct = Math.min(100, Math.max(0, lamp.levelPct + by))
              if (levelPct !== lamp.levelPct) change(thing, `Level ${name}`, { levelPct })
              return true
            }}
          >
            {({ facingDeg }) => (
              <>
                <LampSign facingDeg={facingDeg} on={lamp.levelPct > 0} />
                <Name id={lamp.id} weight={700}>
                  {`${i + 1} ${lamp.role}`}
                </Name>
              </>
            )}
          </Grip>
        )
      })}
      <North plan={plan} />
    </Plan>
  )
}
