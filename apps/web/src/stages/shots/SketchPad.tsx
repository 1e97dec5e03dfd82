import { Box, Flex } from '@chakra-ui/react'
import { getStroke } from 'perfect-freehand'
import { type PointerEvent, useState } from 'react'
import { bringPictures } from '../../store/pictures.ts'
import { say } from '../../store/production.ts'
import { FramePreview } from '../../ui/FramePreview.tsx'
import { Button } from '../../ui/parts.tsx'
import type { RecordOf } from '@kavrell/core/records'

type Point = readonly [x: number, y: number, pressure: number]

/** Pixels of a sketch for each pixel of the pad. */
const SCALE = 4

/** An outline of a stroke as a path of curves through its middles. */
function pathOf(points: readonly Point[]): string {
  const outline = getStroke(points as unknown as number[][], { size: 3.2, thinning: 0.5, smoothing: 0.5 })
  if (outline.length === 0) return ''
  const middles = outline.map(([x, y], i) => {
    const [nx, ny] = outline[(i + 1) % outline.length]!
    return `${x} ${y} ${(x + nx) / 2} ${(y + ny) / 2}`
  })
  return `M ${outline[0]![0]} ${outline[0]![1]} Q ${middles.join(' ')} Z`
}

/** A frame of the delivered shape to draw in, the computed figure faintly under it. */
export function SketchPad({
  aspect,
  width,
  shot,
  onDone,
}: {
  aspect: number
  width: number
  shot: RecordOf<'shot'>
  onDone: () => void
}) {
  const height = width / aspect
  const [strokes, setStrokes] = useState<readonly (readonly Point[])[]>([])
  const [drawing, setDrawing] = useState<readonly Point[] | null>(null)
  const [busy, setBusy] = useState(false)
  const at = (e: PointerEvent<SVGSVGElement>): Point => {
    const box = e.currentTarget.getBoundingClientRect()
    return [e.clientX - box.left, e.clientY - box.top, e.pressure || 0.5]
  }
  const keep = async () => {
    setBusy(true)
    const canvas = new OffscreenCanvas(Math.round(width * SCALE), Math.round(height * SCALE))
    const context = canvas.getContext('2d')!
    context.fillStyle = '#f4f1ea'
    context.fillRect(0, 0, canvas.width, canvas.height)
    context.scale(SCALE, SCALE)
    context.fillStyle = '#15212b'
    for (const stroke of strokes) context.fill(new Path2D(pathOf(stroke)))
    const file = new File([await canvas.convertToBlob()], `sketch ${shot.code}.png`, { type: 'image/png' })
    const { refused } = await bringPictures([file], {
      purpose: 'board',
      shotId: shot.id,
      caption: `Sketch ${shot.code}`,
    })
    setBusy(false)
    if (refused.length > 0) say(refused.join(' '), 'stop')
    else onDone()
  }
  return (
    <Box position="relative" w={`${width}px`}>
      <Box position="absolute" inset="0" opacity={0.25} pointerEvents="none">
        <FramePreview shot={shot} width={width} />
      </Box>
      <svg
        width={width}
        height={height}
        aria-label={`Sketch of ${shot.code}`}
        role="img"
        style={{
          touchAction: 'none',
          cursor: 'crosshair',
          position: 'relative',
          border: '1px solid var(--chakra-colors-line)',
        }}
        onPointerDown={(e) => {
          e.currentTarget.setPointerCapture(e.pointerId)
          setDrawing([at(e)])
        }}
        onPointerMove={(e) => {
          if (drawing) setDrawing([...drawing, at(e)])
        }}
        onPointerUp={() => {
          if (drawing) setStrokes([...strokes, drawing])
          setDrawing(null)
        }}
      >
        {[...strokes, ...(drawing ? [drawing] : [])].map((stroke, i) => (
          <path key={i} d={pathOf(stroke)} fill="var(--chakra-colors-ink)" />
        ))}
      </svg>
      <Flex gap="4px" mt="2px">
        <Button kind="main" disabled={strokes.length === 0 || busy} onClick={() => void keep()}>
          Keep the sketch
        </Button>
        <Button kind="quiet" disabled={strokes.length === 0} onClick={() => setStrokes(strokes.slice(0, -1))}>
          Last stroke back
        </Button>
      </Flex>
    </Box>
  )
}
