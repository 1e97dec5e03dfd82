import { Box, Flex, useBreakpointValue } from '@chakra-ui/react'
import { useGesture } from '@use-gesture/react'
import { Maximize, Minus, Plus } from 'lucide-react'
import { type KeyboardEvent, type ReactNode, type RefObject, useLayoutEffect, useMemo, useRef, useState } from 'react'
import {
  alongWall,
  type Box as Stretch,
  type Extent,
  placeLabels,
  type PlanPoint,
  type Wall,
} from '@kavrell/core/geometry'
import { useRights, useUnits } from '../store/selectors.ts'
import { Button } from '../ui/parts.tsx'
import { colour, type Look, PlanContext, type PlanFrame, type PlanScale, planScale, SIZES } from './frame.ts'

/** A word beside a thing, and how much of the drawing the thing's sign takes up round its middle, in points. */
export interface PlanLabel {
  readonly id: string
  readonly at: PlanPoint
  readonly text: string
  readonly clear: number
  /** How wide its sign is in metres: a word that fits stands on it. */
  readonly wideM?: number
}

interface Props {
  readonly label: string
  readonly extent: Extent
  readonly labels: readonly PlanLabel[]
  /** What words keep off, as they do off one another. */
  readonly walls?: readonly Wall[]
  readonly children: ReactNode
  /** The ground was pressed, nothing on it. */
  readonly onGround?: () => void
  /** Where the pointer is over it; null once it has left. */
  readonly onPoint?: (at: PlanPoint | null) => void
  readonly svg?: RefObject<SVGSVGElement | null>
}

const NO_WALLS: readonly Wall[] = []
const RING = { outline: '2px solid var(--chakra-colors-action)', outlineOffset: '-2px' }
const MOST_ZOOM = 8
const ZOOM_STEP = 1.5
const PAN_POINTS = 40
/** Of a letter at the size words have on a plan. */
const LETTER_POINTS = 6.7
const LINE_POINTS = 15

/**
 * A drawing to scale: layers are put into it as children. Two fingers or Ctrl with the wheel zoom, a drag of the
 * ground pans, and so do plus, minus, nought and the arrows while the plan has the keys.
 */
export function Plan({ label, extent, labels, walls = NO_WALLS, children, onGround, onPoint, svg: given }: Props) {
  const own = useRef<SVGSVGElement | null>(null)
  const svg = given ?? own
  const units = useUnits()
  const mayPlan = useRights().plan
  const [look, setLook] = useState<Look | null>(null)
  /** How far the ground was dragged and not yet let go, in points of the page: the drawing slides as it is, and is drawn anew once. */
  const [slide, setSlide] = useState<readonly [number, number] | null>(null)
  const size = useBreakpointValue({ base: SIZES.phone, md: SIZES.desk }, { ssr: false }) ?? SIZES.desk
  const { leftM, topM, widthM, depthM } = extent
  const scale = useMemo(
    () => planScale({ leftM, topM, widthM, depthM }, look, size),
    [leftM, topM, widthM, depthM, look, size],
  )
  const middle = { xM: extent.leftM + extent.widthM / 2, yM: extent.topM + extent.depthM / 2 }

  /** What is looked at stays in the drawing. */
  const within = (at: PlanPoint): PlanPoint => {
    const clamp = (value: number, from: number, length: number) => Math.min(from + length, Math.max(from, value))
    return { xM: clamp(at.xM, leftM, widthM), yM: clamp(at.yM, topM, depthM) }
  }
  const lookAt = (zoom: number, at: PlanPoint) => {
    const k = Math.min(MOST_ZOOM, Math.max(1, zoom))
    setLook(k === 1 ? null : { zoom: k, at: within(at) })
  }
  /** Points of the page to a point of the drawing, which lies in the middle of its box. */
  const drawnAt = () => {
    const box = svg.current!.getBoundingClientRect()
    const k = Math.min(box.width / scale.width, box.height / scale.height) || 1
    return { k, left: box.left + (box.width - k * scale.width) / 2, top: box.top + (box.height - k * scale.height) / 2 }
  }
  const pointAt = (clientX: number, clientY: number) => {
    const { k, left, top } = drawnAt()
    return scale.metres((clientX - left) / k, (clientY - top) / k)
  }
  /** Nearer or further with a point of the plan staying where it is. */
  const zoomAbout = (zoom: number, fixed: PlanPoint) => {
    const now = look?.zoom ?? 1
    const k = Math.min(MOST_ZOOM, Math.max(1, zoom))
    const at = look?.at ?? middle
    lookAt(k, {
      xM: fixed.xM + ((at.xM - fixed.xM) * now) / k,
      yM: fixed.yM + ((at.yM - fixed.yM) * now) / k,
    })
  }
  useGesture(
    {
      onPinch: ({ offset: [zoom], origin, event, last }) => {
        event.preventDefault()
        // A wheel's end is told a moment late: by then the whole plan may have been asked for.
        if (!last) zoomAbout(zoom, pointAt(...origin))
      },
      onDrag: ({ movement: [mx, my], tap, last, target, pinching, cancel, memo }) => {
        if (pinching) {
          setSlide(null)
          return cancel()
        }
        if (!(target as Element).closest?.('[data-ground]')) return
        if (tap) return onGround?.()
        if (!look) return
        const k = (memo as number | undefined) ?? drawnAt().k * scale.scale
        const at = within({ xM: look.at.xM - mx / k, yM: look.at.yM - my / k })
        // By whole points: between them every letter would be set anew.
        setSlide(last ? null : [Math.round((look.at.xM - at.xM) * k), Math.round((look.at.yM - at.yM) * k)])
        if (last) setLook({ zoom: look.zoom, at })
        return k
      },
    },
    {
      target: svg,
      eventOptions: { passive: false },
      drag: { filterTaps: true, pointer: { keys: false } },
      pinch: { scaleBounds: { min: 1, max: MOST_ZOOM }, from: () => [look?.zoom ?? 1, 0] },
    },
  )
  const onKeyDown = (e: KeyboardEvent) => {
    if (e.target !== e.currentTarget || e.ctrlKey || e.metaKey || e.altKey) return
    const at = look?.at ?? middle
    const step = PAN_POINTS / scale.scale
    const keys: Readonly<Record<string, () => void>> = {
      '+': () => lookAt((look?.zoom ?? 1) * ZOOM_STEP, at),
      '-': () => lookAt((look?.zoom ?? 1) / ZOOM_STEP, at),
      '0': () => setLook(null),
      ArrowLeft: () => lookAt(look?.zoom ?? 1, { xM: at.xM - step, yM: at.yM }),
      ArrowRight: () => lookAt(look?.zoom ?? 1, { xM: at.xM + step, yM: at.yM }),
      ArrowUp: () => lookAt(look?.zoom ?? 1, { xM: at.xM, yM: at.yM - step }),
      ArrowDown: () => lookAt(look?.zoom ?? 1, { xM: at.xM, yM: at.yM + step }),
    }
    const act = keys[e.key]
    if (!act) return
    e.preventDefault()
    act()
  }
  const placed = useMemo(() => wordsOf(labels, walls, scale), [labels, walls, scale])
  const pointNow = useRef(pointAt)
  useLayoutEffect(() => {
    pointNow.current = pointAt
  })
  // One frame for as long as nothing of it changes: layers are not drawn again for a slide.
  const frame = useMemo<PlanFrame>(
    () => ({ ...scale, units, mayPlan, labels: placed, pointAt: (x, y) => pointNow.current(x, y) }),
    [scale, units, mayPlan, placed],
  )
  return (
    <Box position="relative">
      <PlanContext value={frame}>
        <Box bg="leaf" overflow="hidden" css={{ '&:has(> * > svg:focus-visible)': RING }}>
          <Box
            willChange={look ? 'transform' : undefined}
            style={slide ? { transform: `translate(${slide[0]}px, ${slide[1]}px)` } : undefined}
          >
            <Box
              asChild
              display="block"
              w="100%"
              // From near there is more than the frame shows: a slide brings it in without drawing anything again.
              overflow="visible"
              userSelect="none"
              // From near a finger moves the plan, otherwise the page it lies on.
              touchAction={look ? 'none' : 'pan-y'}
              css={{
                // Light changes under what stands still: each is drawn for itself.
                '& [data-layer=light]': { willChange: 'transform' },
                // What has the keys has its ring drawn through, not a box round all that it sees.
                '&:focus-visible, & [data-thing]:focus-visible': { outline: 'none' },
                '& [data-thing]:focus-visible > .ring': { strokeDasharray: 'none', strokeWidth: '2.5px' },
              }}
              cursor={look ? 'move' : 'default'}
            >
              <svg
                ref={svg}
                xmlns="http://www.w3.org/2000/svg"
                viewBox={`0 0 ${scale.width} ${scale.height}`}
                data-metre={scale.scale}
                role="group"
                aria-label={label}
                tabIndex={0}
                fontFamily="'Archivo Variable', sans-serif"
                fontSize={12}
                onKeyDown={onKeyDown}
                // What is under the hand stays under it while the ground slides.
                onPointerMove={onPoint && !slide ? (e) => onPoint(pointAt(e.clientX, e.clientY)) : undefined}
                onPointerLeave={onPoint && (() => onPoint(null))}
              >
                <rect data-ground width={scale.width} height={scale.height} fill={colour('leaf')} />
                {children}
              </svg>
            </Box>
          </Box>
        </Box>
      </PlanContext>
      <Flex position="absolute" top="6px" right="6px" gap="2px">
        <Button
          kind="quiet"
          aria-label="Nearer"
          onClick={() => lookAt((look?.zoom ?? 1) * ZOOM_STEP, look?.at ?? middle)}
        >
          <Plus size={15} aria-hidden />
        </Button>
        {look && (
          <>
            <Button kind="quiet" aria-label="Further" onClick={() => lookAt(look.zoom / ZOOM_STEP, look.at)}>
              <Minus size={15} aria-hidden />
            </Button>
            <Button kind="quiet" aria-label="The whole plan" onClick={() => setLook(null)}>
              <Maximize size={15} aria-hidden />
            </Button>
          </>
        )}
      </Flex>
    </Box>
  )
}

/** Points between two of the small boxes that stand for a wall. */
const WALL_STEP_POINTS = 12
const WALL_HALF_POINTS = 6

/** Where the words of a drawing stand. */
function wordsOf(labels: readonly PlanLabel[], walls: readonly Wall[], { X, Y, scale, width, height }: PlanScale) {
  const kept = walls.flatMap((wall): Stretch[] => {
    const count = Math.ceil((wall.lengthM * scale) / WALL_STEP_POINTS)
    return Array.from({ length: count }, (_, i) => {
      const { xM, yM } = alongWall(wall, ((i + 0.5) / count) * wall.lengthM)
      const [x, y] = [X(xM), Y(yM)]
      return {
        left: x - WALL_HALF_POINTS,
        right: x + WALL_HALF_POINTS,
        top: y - WALL_HALF_POINTS,
        bottom: y + WALL_HALF_POINTS,
      }
    })
  })
  const wanted = labels.map(({ id, at, text, clear, wideM = 0 }) => {
    const long = text.length * LETTER_POINTS
    return { id, x: X(at.xM), y: Y(at.yM), clear, width: long, height: LINE_POINTS, within: long < wideM * scale }
  })
  return placeLabels(wanted, { width, height }, kept)
}
