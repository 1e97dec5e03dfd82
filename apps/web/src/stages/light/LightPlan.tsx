import { Box } from '@chakra-ui/react'
import { type KeyboardEvent, type PointerEvent, useEffect, useMemo, useRef, useState } from 'react'
import { commit, say } from '../../store/production.ts'
import { useProduction, useRights, useUnits } from '../../store/selectors.ts'
import { useLightMap } from './useLightMap.ts'
import { extentOf } from '@kavrell/core/geometry'
import { mapStep } from '@kavrell/core/light'
import { outlineOfSpot } from '@kavrell/core/place'
import { updateRecord, asId, type RecordOf } from '@kavrell/core/records'
import { lampOf, mirrorWays, planCamera, shotOfPosition } from '@kavrell/core/setup'
import { lengthText } from '@kavrell/core/text'

type Placed = RecordOf<'lamp'> | RecordOf<'mark'> | RecordOf<'cameraPosition'>
export interface Thing {
  readonly kind: 'lamp' | 'mark' | 'cameraPosition'
  readonly id: string
}

/** From dark to bright, one colour a stop. */
const STEPS = [
  '#23282b',
  '#33352f',
  '#4b4737',
  '#67593c',
  '#876e42',
  '#a98749',
  '#cba45c',
  '#e8c988',
  '#fbeed0',
] as const
export { STEPS }

const PLAN_WIDTH = 700
const TURN_STEP_DEG = 5
const turnFieldOf = (thing: Thing) => (thing.kind === 'mark' ? 'facingDeg' : 'bearingDeg')
const facingOf = (thing: Thing, record: Placed) => (record as unknown as Record<string, number>)[turnFieldOf(thing)]!
const snap = (m: number) => Math.round(m * 20) / 20

/**
 * A setup's plan to scale with its light under it. Drag to move, arrows to move by 5 cm, Q and E to turn,
 * plus and minus to level a lamp.
 */
export function LightPlan({
  setup,
  lamps,
  selected,
  onSelect,
}: {
  setup: RecordOf<'setup'>
  lamps: readonly RecordOf<'lamp'>[]
  selected: Thing | null
  onSelect: (thing: Thing) => void
}) {
  const production = useProduction()
  const rights = useRights()
  const spot = production.spot[setup.spotId]!
  const marks = Object.values(production.mark).filter((m) => m.setupId === setup.id)
  const cameras = Object.values(production.cameraPosition).filter((c) => c.setupId === setup.id)
  const outline = outlineOfSpot(spot)
  // A corner may have been drawn left of or above where the plan began.
  const { leftM, topM, widthM, depthM } = extentOf(outline)
  const scale = Math.min(PLAN_WIDTH / widthM, 470 / depthM)
  const width = widthM * scale,
    height = depthM * scale
  const X = (m: number) => (m - leftM) * scale
  const Y = (m: number) => (m - topM) * scale
  const faceHeight = marks[0]?.heightM ?? 1.5
  const [drag, setDrag] = useState<{ thing: Thing; xM: number; yM: number } | null>(null)
  const ways = useMemo(() => mirrorWays(production, setup), [production, setup])
  const [turning, setTurning] = useState<{ thing: Thing; deg: number } | null>(null)
  const units = useUnits()
  const gridM = units === 'feet' ? 0.9144 : 1
  const at = (thing: Thing, record: Placed) => (drag?.thing.id === thing.id ? { xM: drag.xM, yM: drag.yM } : record)
  const facing = (thing: Thing, record: Placed) =>
    turning?.thing.id === thing.id ? turning.deg : facingOf(thing, record)
  const map = useLightMap(
    { widthM, depthM, heightM: faceHeight },
    lamps.map((lamp) => {
      const p = at({ kind: 'lamp', id: lamp.id }, lamp)
      const bearingDeg = facing({ kind: 'lamp', id: lamp.id }, lamp)
      return lampOf({ ...lamp, xM: p.xM - leftM, yM: p.yM - topM, bearingDeg })
    }),
    setup.ambientLux,
    140,
  )
  const canvas = useRef<HTMLCanvasElement>(null)
  const svg = useRef<SVGSVGElement>(null)
  useEffect(() => {
    const context = canvas.current?.getContext('2d')
    if (!context || !map) return
    canvas.current!.width = map.columns
    canvas.current!.height = map.rows
    const image = context.createImageData(map.columns, map.rows)
    map.lux.forEach((lux, i) => {
      const hex = STEPS[mapStep(lux)]!
      image.data.set(
        [parseInt(hex.slice(1, 3), 16), parseInt(hex.slice(3, 5), 16), parseInt(hex.slice(5, 7), 16), 255],
        i * 4,
      )
    })
    context.putImageData(image, 0, 0)
  }, [map])
  const place = (e: PointerEvent) => {
    const box = svg.current!.getBoundingClientRect()
    return {
      xM: snap(((e.clientX - box.left) / box.width) * widthM + leftM),
      yM: snap(((e.clientY - box.top) / box.height) * depthM + topM),
    }
  }
  const save = (label: string, thing: Thing, record: Placed, fields: Record<string, number>) => {
    if (Object.entries(fields).every(([name, value]) => (record as unknown as Record<string, number>)[name] === value))
      return
    const refused = commit(label, [updateRecord(thing.kind, asId(thing.id), fields)])
    if (refused) say(refused, 'stop')
  }
  const handlers = (thing: Thing, record: Placed, name: string) => ({
    tabIndex: 0,
    role: 'button',
    'aria-label': `${name}, ${lengthText(record.xM, units)} across, ${lengthText(record.yM, units)} down`,
    'aria-pressed': selected?.id === thing.id,
    style: { cursor: rights.plan ? 'grab' : 'default', touchAction: 'none' } as const,
    'data-thing': thing.kind,
    onFocus: () => onSelect(thing),
    onPointerDown: (e: PointerEvent<SVGGElement>) => {
      onSelect(thing)
      if (!rights.plan) return
      e.currentTarget.setPointerCapture(e.pointerId)
      setDrag({ thing, xM: record.xM, yM: record.yM })
    },
    onPointerMove: (e: PointerEvent) => {
      if (drag?.thing.id === thing.id) setDrag({ thing, ...place(e) })
    },
    onPointerUp: () => {
      if (drag?.thing.id !== thing.id) return
      if (drag.xM !== record.xM || drag.yM !== record.yM)
        save(`Move ${name}`, thing, record, { xM: drag.xM, yM: drag.yM })
      setDrag(null)
    },
    onKeyDown: (e: KeyboardEvent) => {
      if (!rights.plan || e.ctrlKey || e.metaKey) return
      const step = e.shiftKey ? 0.5 : 0.05
      const moves: Record<string, [number, number]> = {
        ArrowLeft: [-step, 0],
        ArrowRight: [step, 0],
        ArrowUp: [0, -step],
        ArrowDown: [0, step],
      }
      const move = moves[e.key]
      const bearing = facingOf(thing, record)
      if (move) {
        e.preventDefault()
        save(`Move ${name}`, thing, record, { xM: snap(record.xM + move[0]), yM: snap(record.yM + move[1]) })
      } else if (/^[qe]$/i.test(e.key))
        save(`Turn ${name}`, thing, record, {
          [turnFieldOf(thing)]: (bearing + (e.key.toLowerCase() === 'q' ? 355 : 5)) % 360,
        })
      else if (thing.kind === 'lamp' && (e.key === '+' || e.key === '-'))
        save(`Level ${name}`, thing, record, {
          levelPct: Math.min(100, Math.max(0, (record as RecordOf<'lamp'>).levelPct + (e.key === '+' ? 5 : -5))),
        })
    },
  })
  const pointedAt = (e: PointerEvent, record: Placed) => {
    const box = svg.current!.getBoundingClientRect()
    const dx = e.clientX - box.left - ((record.xM - leftM) / widthM) * box.width
    const dy = e.clientY - box.top - ((record.yM - topM) / depthM) * box.height
    return (Math.round((Math.atan2(dx, -dy) * 180) / Math.PI / TURN_STEP_DEG) * TURN_STEP_DEG + 360) % 360
  }
  /** What marks the chosen thing, with the handle that turns it. */
  const ring = (thing: Thing, record: Placed, name: string) =>
    selected?.id === thing.id ? (
      <>
        <circle r={17} fill="none" stroke="#ffffff" strokeWidth={1.5} strokeDasharray="3 3" pointerEvents="none" />
        {rights.plan && (
          <g transform={`rotate(${facing(thing, record)})`}>
            <line y1={-17} y2={-30} stroke="#ffffff" strokeWidth={1.5} />
            <circle
              data-turn={thing.kind}
              cy={-36}
              r={7}
              fill="#ffffff"
              stroke="#11161a"
              strokeWidth={1.5}
              style={{ cursor: 'crosshair', touchAction: 'none' }}
              onPointerDown={(e) => {
                e.stopPropagation()
                e.currentTarget.setPointerCapture(e.pointerId)
                setTurning({ thing, deg: facingOf(thing, record) })
              }}
              onPointerMove={(e) => {
                e.stopPropagation()
                if (turning?.thing.id === thing.id) setTurning({ thing, deg: pointedAt(e, record) })
              }}
              onPointerUp={(e) => {
                e.stopPropagation()
                if (turning && turning.deg !== facingOf(thing, record))
                  save(`Turn ${name}`, thing, record, { [turnFieldOf(thing)]: turning.deg })
                setTurning(null)
              }}
            />
          </g>
        )}
      </>
    ) : null
  return (
    <Box
      position="relative"
      w={`${width}px`}
      maxW="100%"
      border="5px solid"
      borderColor="#11161a"
      boxSizing="content-box"
      bg="#23282b"
    >
      <canvas
        ref={canvas}
        style={{ position: 'absolute', inset: 0, width: '100%', height: '100%' }}
        aria-hidden="true"
      />
      <svg
        ref={svg}
        viewBox={`0 0 ${width} ${height}`}
        width="100%"
        style={{ position: 'relative', display: 'block', userSelect: 'none' }}
        role="group"
        aria-label={`Plan of ${spot.name}, ${lengthText(widthM, units)} by ${lengthText(depthM, units)}`}
      >
        <g stroke="white" opacity={0.1}>
          {Array.from({ length: Math.ceil(widthM / gridM) - 1 }, (_, i) => (
            <line key={`v${i}`} x1={(i + 1) * gridM * scale} x2={(i + 1) * gridM * scale} y2={height} />
          ))}
          {Array.from({ length: Math.ceil(depthM / gridM) - 1 }, (_, i) => (
            <line key={`h${i}`} y1={(i + 1) * gridM * scale} y2={(i + 1) * gridM * scale} x2={width} />
          ))}
        </g>
        {spot.outline.length > 0 && (
          <path
            data-walls
            d={`M 0 0 H ${width} V ${height} H 0 Z M ${outline.map((p) => `${X(p.xM)} ${Y(p.yM)}`).join(' L ')} Z`}
            fill="#11161a"
            fillRule="evenodd"
            pointerEvents="none"
          />
        )}
        {ways.map((way, i) => (
          <path
            key={i}
            data-way={way.cameraId}
            d={`M ${[way.from, way.by, way.to].map((p) => `${X(p.xM)} ${Y(p.yM)}`).join(' L ')}`}
            fill="none"
            stroke="#ff8a7a"
            strokeWidth={1.6}
            strokeDasharray="2 4"
            pointerEvents="none"
          >
            <title>{way.says}</title>
          </path>
        ))}
        {cameras.map((position) => {
          const thing = { kind: 'cameraPosition', id: position.id } as const
          const p = at(thing, position)
          const camera = production.camera[position.cameraId]
          const shot = shotOfPosition(production, position)
          // As it is delivered: what is cropped off is not in the picture.
          const half = (planCamera(production, position).angleDeg * Math.PI) / 360
          const reach = Math.min(width, height) * 0.62
          return (
            <g
              key={position.id}
              transform={`translate(${X(p.xM)} ${Y(p.yM)})`}
              {...handlers(thing, position, `Camera ${camera?.letter ?? ''}${shot ? ` ${shot.focalLengthMm} mm` : ''}`)}
            >
              <g transform={`rotate(${facing(thing, position)})`}>
                <path
                  d={`M 0 0 L ${-Math.tan(half) * reach} ${-reach} M 0 0 L ${Math.tan(half) * reach} ${-reach}`}
                  stroke="white"
                  strokeDasharray="4 4"
                  opacity={0.7}
                  fill="none"
                  pointerEvents="none"
                />
                <rect x={-7} y={-4} width={14} height={15} fill="white" stroke="#11161a" />
                <path d="M -5 -4 L 5 -4 L 3 -10 L -3 -10 Z" fill="white" stroke="#11161a" />
              </g>
              <text
                aria-hidden="true"
                y={27}
                textAnchor="middle"
                fill="white"
                fontSize={12}
                fontWeight={700}
                paintOrder="stroke"
                stroke="#11161a"
                strokeWidth={3}
              >
                {camera?.letter}
                {shot ? ` ${shot.focalLengthMm} mm` : ''}
              </text>
              {ring(thing, position, `Camera ${camera?.letter ?? ''}`)}
            </g>
          )
        })}
        {marks.map((mark) => {
          const thing = { kind: 'mark', id: mark.id } as const
          const p = at(thing, mark)
          return (
            <g key={mark.id} transform={`translate(${X(p.xM)} ${Y(p.yM)})`} {...handlers(thing, mark, mark.name)}>
              <g transform={`rotate(${facing(thing, mark)})`}>
                <path d="M -4 -9 L 0 -18 L 4 -9 Z" fill="white" />
                <circle r={9} fill="#11161a" stroke="white" strokeWidth={2} />
              </g>
              <text
                aria-hidden="true"
                x={14}
                y={-9}
                fill="white"
                fontSize={13}
                fontWeight={700}
                paintOrder="stroke"
                stroke="#11161a"
                strokeWidth={3}
              >
                {mark.name}
              </text>
              {ring(thing, mark, mark.name)}
            </g>
          )
        })}
        {lamps.map((lamp, i) => {
          const thing = { kind: 'lamp', id: lamp.id } as const
          const p = at(thing, lamp)
          return (
            <g
              key={lamp.id}
              transform={`translate(${X(p.xM)} ${Y(p.yM)})`}
              {...handlers(thing, lamp, `Lamp ${i + 1}, ${lamp.role}`)}
            >
              <g transform={`rotate(${facing(thing, lamp)})`}>
                <path
                  d="M -6 9 L 6 9 L 6 -1 L 11 -10 L -11 -10 L -6 -1 Z"
                  fill={lamp.levelPct > 0 ? '#fff3d6' : '#6a6a60'}
                  stroke="#11161a"
                  strokeWidth={1.2}
                />
              </g>
              <text
                aria-hidden="true"
                x={-16}
                y={-12}
                fill="white"
                fontSize={13}
                fontWeight={700}
                paintOrder="stroke"
                stroke="#11161a"
                strokeWidth={3}
              >
                {i + 1}
              </text>
              {ring(thing, lamp, `Lamp ${i + 1}, ${lamp.role}`)}
            </g>
          )
        })}
      </svg>
    </Box>
  )
}
