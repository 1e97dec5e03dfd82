import { useDrag } from '@use-gesture/react'
import { type KeyboardEvent, type PointerEvent, type ReactNode, useRef, useState } from 'react'
import { PLAN_STEP_M, type PlanPoint, snapToPlan } from '@kavrell/core/geometry'
import { lengthText } from '@kavrell/core/text'
import { colour, usePlan } from './frame.ts'

interface Props {
  /** What it is, for whoever looks for it in the drawing. */
  readonly kind: string
  readonly name: string
  /** Said after its name. */
  readonly says?: string
  /** Where it is, in words, where that is not across and down a plan. */
  readonly where?: string
  readonly at: PlanPoint
  readonly selected: boolean
  readonly onSelect: () => void
  /** It was put elsewhere, in steps of the plan. */
  readonly onMove: (to: PlanPoint) => void
  /** While it is in the hand, and null when it is let go. */
  readonly onHeld?: (at: PlanPoint | null) => void
  readonly facingDeg?: number
  readonly onTurn?: (deg: number) => void
  readonly onTurning?: (deg: number | null) => void
  /** Other keys; true where it took one. */
  readonly onKey?: (key: string) => boolean
  /** The sign, drawn round the middle of the thing; it turns with it where it is put into `turned`. */
  readonly children: (now: { readonly facingDeg: number; readonly at: PlanPoint }) => ReactNode
}

const STEPS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-PLAN_STEP_M, 0],
  ArrowRight: [PLAN_STEP_M, 0],
  ArrowUp: [0, -PLAN_STEP_M],
  ArrowDown: [0, PLAN_STEP_M],
}
const TURN_STEP_DEG = 5
const turned = (deg: number) => (((Math.round(deg * 10) / 10 + 360) % 360) + 360) % 360
/** A finger's and a pointer's reach round the middle of a sign, in points. */
const REACH = 20

/**
 * What takes hold of a thing on a plan: a drag anywhere on its sign moves it, its handle turns it, and each has its
 * keys: arrows by 5 cm, with Shift by half a metre, Q and E by 5°. Escape, or a pointer that is taken away, leaves it
 * where it was.
 */
export function Grip(props: Props) {
  const { kind, name, at, selected, facingDeg = 0, onTurn } = props
  const { X, Y, units, mayPlan, pointAt } = usePlan()
  const [held, setHeld] = useState<PlanPoint | null>(null)
  const [turning, setTurning] = useState<number | null>(null)
  /** The drag was given up; what is still moved of it counts for nothing. */
  const dropped = useRef(false)
  const hold = (to: PlanPoint | null) => {
    setHeld(to)
    props.onHeld?.(to)
  }
  const turn = (deg: number | null) => {
    setTurning(deg)
    props.onTurning?.(deg)
  }
  const isTakenAway = (type: string) => type === 'pointercancel' || type === 'lostpointercapture'
  const drag = useDrag<PointerEvent>(
    ({ first, last, tap, event, initial, xy: [x, y] }) => {
      // Pressed and let go where it was: it was chosen, and never in the hand.
      if (tap) return hold(null)
      if (first) dropped.current = false
      // It is held where it was taken, not by its middle.
      const from = pointAt(...initial)
      const here = pointAt(x, y)
      const to = { xM: snapToPlan(at.xM + here.xM - from.xM), yM: snapToPlan(at.yM + here.yM - from.yM) }
      if (dropped.current || isTakenAway(event.type)) {
        dropped.current = true
        hold(null)
      } else if (!last) hold(to)
      else {
        hold(null)
        if (to.xM !== snapToPlan(at.xM) || to.yM !== snapToPlan(at.yM)) props.onMove(to)
      }
    },
    { enabled: mayPlan, filterTaps: true, pointer: { keys: false } },
  )()
  const handle = useDrag<PointerEvent>(
    ({ first, last, event, xy: [x, y] }) => {
      if (first) dropped.current = false
      const here = pointAt(x, y)
      const bearing = (Math.atan2(here.xM - at.xM, at.yM - here.yM) * 180) / Math.PI
      const to = turned(Math.round(bearing / TURN_STEP_DEG) * TURN_STEP_DEG)
      if (dropped.current || isTakenAway(event.type)) {
        dropped.current = true
        turn(null)
      } else if (!last) turn(to)
      else {
        turn(null)
        if (to !== facingDeg) onTurn!(to)
      }
    },
    { enabled: mayPlan, pointer: { keys: false } },
  )()
  const onKeyDown = (e: KeyboardEvent) => {
    if (!mayPlan || e.ctrlKey || e.metaKey || e.altKey) return
    const step = STEPS[e.key]
    const isTurn = onTurn && /^[qe]$/i.test(e.key)
    if (e.key === 'Escape' && (held || turning !== null)) {
      dropped.current = true
      hold(null)
      turn(null)
    } else if (step) {
      const by = e.shiftKey ? 10 : 1
      props.onMove({ xM: snapToPlan(at.xM + step[0] * by), yM: snapToPlan(at.yM + step[1] * by) })
    } else if (isTurn) onTurn(turned(facingDeg + (e.key.toLowerCase() === 'q' ? -TURN_STEP_DEG : TURN_STEP_DEG)))
    else if (!props.onKey?.(e.key)) return
    e.preventDefault()
    e.stopPropagation()
  }
  const now = { at: held ?? at, facingDeg: turning ?? facingDeg }
  return (
    <g
      transform={`translate(${X(now.at.xM)} ${Y(now.at.yM)})`}
      tabIndex={0}
      role="button"
      aria-label={`${name}${props.says ? ` ${props.says}` : ''}, ${props.where ?? `${lengthText(at.xM, units)} across, ${lengthText(at.yM, units)} down`}`}
      aria-pressed={selected}
      data-thing={kind}
      style={{ cursor: mayPlan ? 'grab' : 'pointer', touchAction: 'none' }}
      {...drag}
      onPointerDown={(e) => {
        // The ground below is not dragged with it.
        e.stopPropagation()
        props.onSelect()
        drag.onPointerDown?.(e)
      }}
      onFocus={props.onSelect}
      onKeyDown={onKeyDown}
    >
      <circle r={REACH} fill="transparent" />
      {props.children(now)}
      {selected && (
        <circle
          className="ring"
          r={18}
          fill="none"
          stroke={colour('action')}
          strokeWidth={2}
          strokeDasharray="3 3"
          pointerEvents="none"
          data-off-paper
        />
      )}
      {selected && onTurn && mayPlan && (
        <g transform={`rotate(${now.facingDeg})`} data-off-paper>
          <line y1={-18} y2={-30} stroke={colour('action')} strokeWidth={1.5} />
          <circle
            data-turn={kind}
            cy={-36}
            r={8}
            fill={colour('leaf')}
            stroke={colour('action')}
            strokeWidth={2}
            style={{ cursor: 'crosshair', touchAction: 'none' }}
            {...handle}
            onPointerDown={(e) => {
              e.stopPropagation()
              handle.onPointerDown?.(e)
            }}
          />
        </g>
      )}
    </g>
  )
}
