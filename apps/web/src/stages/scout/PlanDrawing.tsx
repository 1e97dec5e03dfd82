import { type KeyboardEvent, type PointerEvent, type RefObject, useState } from 'react'
import { alongWall, cornersOf, extentOf, type PlanPoint, snapToPlan, wallsOf } from '@kavrell/core/geometry'
import { isOnWall, sayFault, type SocketLoad, type SpotPlan } from '@kavrell/core/place'
import type { RecordOf } from '@kavrell/core/records'
import { type LineSide, type PlanSun, shadowM, type SunPatch } from '@kavrell/core/room'
import type { MirrorWay } from '@kavrell/core/setup'
import { lengthText, type Units } from '@kavrell/core/text'

export type Grabbed =
  | { readonly kind: 'corner'; readonly index: number }
  | { readonly kind: 'fitting'; readonly id: string }
  | { readonly kind: 'picture'; readonly id: string }

/** A camera of a setup, and on which side of the line between its people it stands. */
export interface PlacedCamera {
  readonly id: string
  readonly name: string
  readonly at: PlanPoint
  readonly bearingDeg: number
  readonly side: LineSide | null
  readonly across: boolean
}

interface Props {
  readonly plan: SpotPlan
  readonly marks: readonly RecordOf<'mark'>[]
  readonly pictures: readonly RecordOf<'picture'>[]
  readonly cameras: readonly PlacedCamera[]
  /** From one person to the other of a setup, as far as it goes across the plan. */
  readonly lines: readonly (readonly [PlanPoint, PlanPoint])[]
  /** What cameras see in mirrors. */
  readonly ways: readonly MirrorWay[]
  readonly loads: readonly SocketLoad[]
  /** Letters of the setups, for what is said of a socket. */
  readonly letters: Readonly<Record<string, { readonly letter: string }>>
  readonly sun: PlanSun
  readonly patches: readonly SunPatch[]
  readonly units: Units
  readonly mayPlan: boolean
  readonly selected: Grabbed | null
  readonly onSelect: (thing: Grabbed | null) => void
  /** Something was put elsewhere; on a wall it is given along the nearest one. */
  readonly onMove: (thing: Grabbed, to: PlanPoint) => void
  readonly svg: RefObject<SVGSVGElement | null>
}

const PAD = 40
const WIDE = 690
const TALL = 470
const INK = '#15212b'
const GLASS = '#2f86b5'
const SUN = '#e8b84a'
const STOP = '#a81f1c'

const STEPS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-0.05, 0],
  ArrowRight: [0.05, 0],
  ArrowUp: [0, -0.05],
  ArrowDown: [0, 0.05],
}

/** A spot to scale, with the sun of a moment in it. Colours are its own, so that it is the same on paper. */
export function PlanDrawing(props: Props) {
  const { plan, marks, pictures, sun, patches, units, selected } = props
  const { leftM: left, topM: top, widthM: width, depthM: depth } = extentOf(plan.outline)
  const scale = Math.min((WIDE - 2 * PAD) / width, (TALL - 2 * PAD) / depth)
  const [w, h] = [width * scale + 2 * PAD, depth * scale + 2 * PAD]
  const X = (m: number) => PAD + (m - left) * scale
  const Y = (m: number) => PAD + (m - top) * scale
  const path = (points: readonly PlanPoint[]) =>
    points.map((p, i) => `${i ? 'L' : 'M'} ${X(p.xM)} ${Y(p.yM)}`).join(' ') + ' Z'
  const [drag, setDrag] = useState<{ thing: Grabbed; at: PlanPoint } | null>(null)
  const walls = wallsOf(plan.outline)

  const pointOf = (e: PointerEvent): PlanPoint => {
    const box = props.svg.current!.getBoundingClientRect()
    const k = w / box.width
    return {
      xM: snapToPlan(((e.clientX - box.left) * k - PAD) / scale + left),
      yM: snapToPlan(((e.clientY - box.top) * k - PAD) / scale + top),
    }
  }
  const grip = (thing: Grabbed, at: PlanPoint, name: string, says = '') => ({
    tabIndex: 0,
    role: 'button' as const,
    'aria-label': `${name}${says && ` ${says}`}, ${lengthText(at.xM, units)} across, ${lengthText(at.yM, units)} down`,
    'data-grip': name,
    style: { cursor: props.mayPlan ? 'grab' : 'pointer' },
    onFocus: () => props.onSelect(thing),
    onPointerDown: (e: PointerEvent<SVGElement>) => {
      props.onSelect(thing)
      if (!props.mayPlan) return
      e.currentTarget.setPointerCapture(e.pointerId)
      setDrag({ thing, at: pointOf(e) })
    },
    onPointerMove: (e: PointerEvent<SVGElement>) => {
      if (drag) setDrag({ thing, at: pointOf(e) })
    },
    onPointerUp: (e: PointerEvent<SVGElement>) => {
      if (!drag) return
      const to = pointOf(e)
      setDrag(null)
      if (Math.hypot(to.xM - at.xM, to.yM - at.yM) >= 0.05) props.onMove(thing, to)
    },
    onKeyDown: (e: KeyboardEvent) => {
      const step = STEPS[e.key]
      if (!step || !props.mayPlan) return
      e.preventDefault()
      const by = e.shiftKey ? 10 : 1
      props.onMove(thing, { xM: snapToPlan(at.xM + step[0] * by), yM: snapToPlan(at.yM + step[1] * by) })
    },
  })
  const isSelected = (thing: Grabbed) => JSON.stringify(selected) === JSON.stringify(thing)
  const at = (thing: Grabbed, own: PlanPoint): PlanPoint =>
    drag && JSON.stringify(drag.thing) === JSON.stringify(thing) ? drag.at : own
  const grid = Math.max(1, Math.ceil(Math.max(width, depth) / 30))
  const faults = plan.faults.map((fault) => sayFault(plan, fault))

  return (
    <svg
      ref={props.svg}
      xmlns="http://www.w3.org/2000/svg"
      viewBox={`0 0 ${w} ${h}`}
      width="100%"
      style={{ maxHeight: TALL, background: '#f7f9f9', display: 'block', touchAction: 'none' }}
      role="group"
      aria-label={`Plan of ${plan.spot.name}`}
      fontFamily="'Archivo Variable', sans-serif"
      onPointerDown={(e) => {
        if (e.target === e.currentTarget) props.onSelect(null)
      }}
    >
      <g stroke="#dfe6e9">
        {Array.from({ length: Math.floor(width / grid) }, (_, i) => (
          <line
            key={`v${i}`}
            x1={PAD + (i + 1) * grid * scale}
            x2={PAD + (i + 1) * grid * scale}
            y1={PAD}
            y2={h - PAD}
          />
        ))}
        {Array.from({ length: Math.floor(depth / grid) }, (_, i) => (
          <line
            key={`h${i}`}
            y1={PAD + (i + 1) * grid * scale}
            y2={PAD + (i + 1) * grid * scale}
            x1={PAD}
            x2={w - PAD}
          />
        ))}
      </g>
      {patches.map((patch) => (
        <g key={patch.through}>
          {patch.floor.length > 2 && <path d={path(patch.floor)} fill={SUN} opacity={0.55} />}
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
                stroke={SUN}
                strokeWidth={12}
                opacity={0.8}
              />
            )
          })}
        </g>
      ))}
      <path
        d={path(plan.outline)}
        fill="none"
        stroke={plan.spot.outdoors ? '#8a979f' : INK}
        strokeWidth={plan.spot.outdoors ? 1.2 : 6}
        strokeDasharray={plan.spot.outdoors ? '6 5' : undefined}
      />
      {walls.map((wall) => {
        const middle = alongWall(wall, wall.lengthM / 2)
        return (
          <text
            key={wall.index}
            x={X(middle.xM)}
            y={Y(middle.yM)}
            fontSize={11}
            fill="#4a5965"
            textAnchor="middle"
            dy={
              Math.abs(wall.to.yM - wall.from.yM) < Math.abs(wall.to.xM - wall.from.xM)
                ? middle.yM > top + depth / 2
                  ? 20
                  : -10
                : 4
            }
            dx={
              Math.abs(wall.to.yM - wall.from.yM) < Math.abs(wall.to.xM - wall.from.xM)
                ? 0
                : middle.xM > left + width / 2
                  ? 22
                  : -22
            }
          >
            {lengthText(wall.lengthM, units)}
          </text>
        )
      })}
      {plan.fittings.map((f) => {
        const thing = { kind: 'fitting', id: f.id } as const
        const name = f.name || f.type
        if (isOnWall(f)) {
          const placed = plan.onWalls.find((o) => o.id === f.id)
          if (!placed) return null
          const middle = { xM: (placed.from.xM + placed.to.xM) / 2, yM: (placed.from.yM + placed.to.yM) / 2 }
          const now = at(thing, middle)
          const [dx, dy] = [now.xM - middle.xM, now.yM - middle.yM]
          const [x1, y1, x2, y2] = [
            X(placed.from.xM + dx),
            Y(placed.from.yM + dy),
            X(placed.to.xM + dx),
            Y(placed.to.yM + dy),
          ]
          const inward = ((placed.outwardDeg + 180) * Math.PI) / 180
          return (
            <g key={f.id} {...grip(thing, middle, name)} className="no-outline">
              <line x1={x1} y1={y1} x2={x2} y2={y2} stroke="#f7f9f9" strokeWidth={8} />
              <line
                x1={x1}
                y1={y1}
                x2={x2}
                y2={y2}
                stroke={f.type === 'door' ? '#b9c4ca' : f.type === 'mirror' ? INK : GLASS}
                strokeWidth={isSelected(thing) ? 9 : 6}
                strokeDasharray={f.type === 'mirror' ? '3 3' : f.type === 'glass' ? '8 3' : undefined}
              />
              <text
                aria-hidden="true"
                x={(x1 + x2) / 2 + Math.sin(inward) * 16}
                y={(y1 + y2) / 2 - Math.cos(inward) * 14 + 4}
                fontSize={11}
                fill={INK}
                textAnchor={Math.abs(Math.sin(inward)) > 0.5 ? (Math.sin(inward) > 0 ? 'start' : 'end') : 'middle'}
              >
                {name}
              </text>
            </g>
          )
        }
        const own = { xM: f.xM, yM: f.yM }
        const now = at(thing, own)
        const load = props.loads.find((l) => l.fittingId === f.id)
        const loadText = load ? loadSays(load, props.letters) : ''
        if (f.type === 'socket' || f.type === 'fixed lamp')
          return (
            <g key={f.id}>
              <g {...grip(thing, own, name, loadText)}>
                <circle
                  cx={X(now.xM)}
                  cy={Y(now.yM)}
                  r={6}
                  fill={f.type === 'socket' ? '#116b66' : '#fff3d6'}
                  stroke={INK}
                  strokeWidth={isSelected(thing) ? 2.5 : 1}
                />
                <text
                  aria-hidden="true"
                  x={X(now.xM) + (now.xM > left + width * 0.85 ? -10 : 10)}
                  y={Y(now.yM) + 4}
                  fontSize={11}
                  fill={INK}
                  textAnchor={now.xM > left + width * 0.85 ? 'end' : 'start'}
                >
                  {name}
                </text>
              </g>
              {load && (
                <text
                  aria-hidden="true"
                  x={X(now.xM) + (now.xM > left + width * 0.85 ? -10 : 10)}
                  y={Y(now.yM) + 19}
                  fontSize={11}
                  fontWeight={load.load.headroomA < 0 ? 700 : 400}
                  fill={load.load.headroomA < 0 ? STOP : '#4a5965'}
                  paintOrder="stroke"
                  stroke="#f7f9f9"
                  strokeWidth={3}
                  textAnchor={now.xM > left + width * 0.85 ? 'end' : 'start'}
                >
                  {loadText}
                </text>
              )}
            </g>
          )
        const corners = cornersOf({ ...f, ...now })
        return (
          <g key={f.id} {...grip(thing, own, name)}>
            <path
              d={path(corners)}
              fill={f.type === 'no-go' ? 'none' : '#dbe2e5'}
              stroke={f.type === 'no-go' ? STOP : '#6d7c86'}
              strokeDasharray={f.type === 'no-go' ? '5 4' : undefined}
              strokeWidth={isSelected(thing) ? 2.5 : 1.2}
            />
            <text aria-hidden="true" x={X(now.xM)} y={Y(now.yM) + 4} fontSize={11} fill={INK} textAnchor="middle">
              {name}
            </text>
          </g>
        )
      })}
      {plan.spot.outdoors &&
        sun.altitudeDeg > 0 &&
        [...marks, ...(marks.length === 0 ? [{ id: 'middle', xM: left + width / 2, yM: top + depth / 2 }] : [])].map(
          (m) => {
            const length = Math.min(shadowM(1.7, sun.altitudeDeg), Math.max(width, depth))
            const away = ((sun.bearingDeg + 180) * Math.PI) / 180
            return (
              <line
                key={m.id}
                x1={X(m.xM)}
                y1={Y(m.yM)}
                x2={X(m.xM + Math.sin(away) * length)}
                y2={Y(m.yM - Math.cos(away) * length)}
                stroke="#4a5965"
                strokeWidth={7}
                opacity={0.4}
                strokeLinecap="round"
              />
            )
          },
        )}
      {props.lines.map(([a, b], i) => (
        <line
          key={i}
          x1={X(a.xM)}
          y1={Y(a.yM)}
          x2={X(b.xM)}
          y2={Y(b.yM)}
          stroke="#116b66"
          strokeWidth={1.5}
          strokeDasharray="10 5"
        />
      ))}
      {props.ways.map((way) => (
        <g key={`${way.says} ${way.by.xM} ${way.by.yM}`} data-way={way.cameraId}>
          <path
            d={`M ${X(way.from.xM)} ${Y(way.from.yM)} L ${X(way.by.xM)} ${Y(way.by.yM)} L ${X(way.to.xM)} ${Y(way.to.yM)}`}
            fill="none"
            stroke={STOP}
            strokeWidth={1.5}
            strokeDasharray="2 4"
          />
          <circle cx={X(way.by.xM)} cy={Y(way.by.yM)} r={4} fill={STOP}>
            <title>{way.says}</title>
          </circle>
          {way.seen && !way.seen.startsWith('camera') && (
            <text
              x={X(way.to.xM)}
              y={Y(way.to.yM) - 6}
              fontSize={11}
              textAnchor="middle"
              fill={STOP}
              paintOrder="stroke"
              stroke="#f7f9f9"
              strokeWidth={3}
            >
              {way.seen}
            </text>
          )}
        </g>
      ))}
      {props.cameras.map((camera) => (
        <g key={camera.id} transform={`translate(${X(camera.at.xM)} ${Y(camera.at.yM)})`}>
          <path
            d="M -6 6 H 6 V -4 H -6 Z M -4 -4 L 0 -12 L 4 -4 Z"
            transform={`rotate(${camera.bearingDeg})`}
            fill={camera.across ? STOP : 'white'}
            stroke={camera.across ? STOP : INK}
          />
          <text y={20} fontSize={11} fontWeight={700} textAnchor="middle" fill={camera.across ? STOP : INK}>
            {camera.name}
            {camera.across ? ', across the line' : camera.side ? `, ${camera.side}` : ''}
          </text>
        </g>
      ))}
      {marks.map((mark) => {
        const facing = (mark.facingDeg * Math.PI) / 180
        return (
          <g key={mark.id}>
            <circle cx={X(mark.xM)} cy={Y(mark.yM)} r={8} fill={INK} />
            <line
              x1={X(mark.xM)}
              y1={Y(mark.yM)}
              x2={X(mark.xM) + Math.sin(facing) * 16}
              y2={Y(mark.yM) - Math.cos(facing) * 16}
              stroke={INK}
              strokeWidth={3}
            />
            <text x={X(mark.xM) + 13} y={Y(mark.yM) - 8} fontSize={12} fontWeight={700} fill={INK}>
              {mark.name}
            </text>
          </g>
        )
      })}
      {pictures.map((p, i) => {
        const thing = { kind: 'picture', id: p.id } as const
        const now = at(thing, { xM: p.xM!, yM: p.yM! })
        return (
          <g key={p.id} {...grip(thing, { xM: p.xM!, yM: p.yM! }, `Picture ${i + 1}`)}>
            <rect x={X(now.xM) - 9} y={Y(now.yM) - 9} width={18} height={18} fill={INK} />
            <text
              aria-hidden="true"
              x={X(now.xM)}
              y={Y(now.yM) + 4}
              fontSize={11}
              fontWeight={700}
              fill="white"
              textAnchor="middle"
            >
              {i + 1}
            </text>
          </g>
        )
      })}
      {props.mayPlan &&
        plan.spot.outline.length >= 3 &&
        plan.outline.map((corner, index) => {
          const thing = { kind: 'corner', index } as const
          const now = at(thing, corner)
          return (
            <rect
              key={index}
              {...grip(thing, corner, `Corner ${index + 1}`)}
              x={X(now.xM) - 6}
              y={Y(now.yM) - 6}
              width={12}
              height={12}
              fill={isSelected(thing) ? '#116b66' : 'white'}
              stroke={INK}
            />
          )
        })}
      {faults.map(({ at: where, says }, i) =>
        where ? (
          <g key={i}>
            <circle cx={X(where.xM)} cy={Y(where.yM)} r={12} fill="none" stroke={STOP} strokeWidth={2.5}>
              <title>{says}</title>
            </circle>
          </g>
        ) : null,
      )}
      <g
        transform={`translate(${w - 24} ${h - 24}) rotate(${(360 - plan.spot.upBearingDeg) % 360})`}
        aria-label="north"
        role="img"
      >
        <path d="M 0 -15 L 6 9 L 0 4 L -6 9 Z" fill={INK} />
      </g>
    </svg>
  )
}

/** Amperes behind a socket with the heaviest setup lit, against what the house rule allows. */
function loadSays({ load, setupId }: SocketLoad, letters: Props['letters']): string {
  const by = setupId ? `, setup ${letters[setupId]?.letter}` : ''
  return `${load.totalA.toFixed(1)} of ${load.allowedA.toFixed(1)} A${by}${load.headroomA < 0 ? ': over' : ''}`
}
