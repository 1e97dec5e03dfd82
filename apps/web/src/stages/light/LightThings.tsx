import { memo, useMemo } from 'react'
import { Grip } from '../../plan/Grip.tsx'
import { FittingLayer, GridLayer, WallLayer } from '../../plan/layers.tsx'
import { MirrorLayer } from '../../plan/lightLayers.tsx'
import { CameraSign, LampSign, MarkSign, North, PanelSign } from '../../plan/signs.tsx'
import { Name } from '../../plan/words.tsx'
import { commitOrSay } from '../../store/production.ts'
import { aimedAt, type PlanPoint, turnTo } from '@kavrell/core/geometry'
import type { SpotPlan } from '@kavrell/core/place'
import { asId, type Production, type RecordOf, updateRecord } from '@kavrell/core/records'
import { mirrorWays, ofSetup, planCamera, shotOfPosition } from '@kavrell/core/setup'

/** What stands in a setup and can be taken hold of. */
export interface Thing {
  readonly kind: 'lamp' | 'mark' | 'cameraPosition' | 'panel'
  readonly id: string
}

/** A lamp or a panel that is in the hand, and what the hand makes of it. */
export interface Held {
  readonly kind: 'lamp' | 'panel'
  readonly id: string
  readonly fields: { readonly xM?: number; readonly yM?: number; readonly bearingDeg?: number }
}

const LEVEL_STEP_PCT = 5

/** What a camera of a plan is called on it: its letter, and the lens of its shot. */
export function cameraName(production: Production, position: RecordOf<'cameraPosition'>): string {
  const shot = shotOfPosition(production, position)
  return `${production.camera[position.cameraId]?.letter ?? ''}${shot ? ` ${shot.focalLengthMm} mm` : ''}`
}

const change = (thing: Thing, label: string, fields: Readonly<Record<string, number>>) => {
  commitOrSay(label, [updateRecord(thing.kind, asId(thing.id), fields)])
}

/** What stands in a setup, over its light. It is drawn again when the setup changes, and not while something is carried about in it. */
export const LightThings = memo(function LightThings({
  production,
  setup,
  plan,
  lamps,
  selected,
  onSelect,
  onHeld,
}: {
  production: Production
  setup: RecordOf<'setup'>
  plan: SpotPlan
  lamps: readonly RecordOf<'lamp'>[]
  selected: Thing | null
  onSelect: (thing: Thing | null) => void
  onHeld: (held: Held | null) => void
}) {
  const marks = ofSetup(production.mark, setup)
  const cameras = ofSetup(production.cameraPosition, setup)
  const panels = ofSetup(production.panel, setup)
  const ways = useMemo(() => mirrorWays(production, setup), [production, setup])
  const grip = (thing: Thing, at: PlanPoint, name: string) => ({
    kind: thing.kind,
    name,
    at,
    selected: selected?.id === thing.id,
    onSelect: () => onSelect(thing),
    onMove: (to: PlanPoint) => change(thing, `Move ${name}`, { ...to }),
  })
  const hands = (kind: Held['kind'], id: string) => ({
    onHeld: (at: PlanPoint | null) => onHeld(at && { kind, id, fields: at }),
    onTurning: (bearingDeg: number | null) => onHeld(bearingDeg === null ? null : { kind, id, fields: { bearingDeg } }),
  })
  return (
    <>
      <GridLayer plan={plan} />
      <WallLayer plan={plan} />
      <FittingLayer plan={plan} />
      <MirrorLayer ways={ways} />
      {cameras.map((position) => {
        const thing = { kind: 'cameraPosition', id: position.id } as const
        const name = `Camera ${cameraName(production, position)}`.trim()
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
                    {cameraName(production, position)}
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
            {...hands('panel', panel.id)}
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
            {...hands('lamp', lamp.id)}
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
    </>
  )
})
