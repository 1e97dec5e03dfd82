import { Box, Flex } from '@chakra-ui/react'
import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react'
import { commitOrSay } from '../../store/production.ts'
import { useUnits } from '../../store/selectors.ts'
import { FramePreview } from '../../ui/FramePreview.tsx'
import { Button, Hint } from '../../ui/parts.tsx'
import { MOST_FIGURES, NEAREST_M, type PlacedFigure } from '@kavrell/core/optics'
import { updateRecord, type RecordOf } from '@kavrell/core/records'
import { lengthText } from '@kavrell/core/text'

const ACROSS_STEP = 0.02
const DEPTH_STEP_M = 0.25
/** Up and down the whole frame is so many metres of depth. */
const DEPTH_M = 12
const LOOKS = ['ahead', 'left', 'right'] as const

const tidy = (figure: PlacedFigure, distanceM: number): PlacedFigure => ({
  ...figure,
  across: Math.min(1, Math.max(0, Math.round(figure.across * 100) / 100)),
  behindM: Math.min(500, Math.max(NEAREST_M - distanceM, Math.round(figure.behindM * 20) / 20)),
})

/** The people of a shot put into its computed frame: sideways across it, up for farther, down for nearer. */
export function PlaceFigures({ shot, width, onDone }: { shot: RecordOf<'shot'>; width: number; onDone: () => void }) {
  const figures = shot.figures ?? []
  const [chosen, setChosen] = useState(0)
  const [drag, setDrag] = useState<{ readonly at: number; readonly figure: PlacedFigure } | null>(null)
  const box = useRef<HTMLDivElement>(null)
  const units = useUnits()
  const shown = figures.map((f, i) => (drag?.at === i ? drag.figure : f))
  const save = (label: string, next: readonly PlacedFigure[]) => {
    commitOrSay(`${label} in ${shot.code}`, [
      updateRecord('shot', shot.id, { figures: next.map((f) => tidy(f, shot.distanceM)) }),
    ])
  }
  const change = (i: number, part: Partial<PlacedFigure>) =>
    save(
      `Place figure ${i + 1}`,
      figures.map((f, k) => (k === i ? { ...f, ...part } : f)),
    )
  const add = () => {
    const across = [0.5, 0.32, 0.68, 0.2, 0.8, 0.42, 0.58][figures.length % 7]!
    save('Place a figure', [
      ...figures,
      { across, behindM: 0, figure: shot.figure === 'seated' ? 'seated' : 'standing', looks: 'ahead' },
    ])
    setChosen(figures.length)
  }
  const pointed = (e: PointerEvent, from: PlacedFigure): PlacedFigure => {
    const r = box.current!.getBoundingClientRect()
    return tidy(
      {
        ...from,
        across: (e.clientX - r.left) / r.width,
        behindM: (0.5 - (e.clientY - r.top) / r.height) * DEPTH_M,
      },
      shot.distanceM,
    )
  }
  const onKey = (i: number) => (e: KeyboardEvent) => {
    const f = figures[i]!
    const steps: Record<string, Partial<PlacedFigure>> = {
      ArrowLeft: { across: f.across - ACROSS_STEP },
      ArrowRight: { across: f.across + ACROSS_STEP },
      ArrowUp: { behindM: f.behindM + DEPTH_STEP_M },
      ArrowDown: { behindM: f.behindM - DEPTH_STEP_M },
    }
    if (e.key === 'Delete') {
      e.preventDefault()
      save(
        `Take figure ${i + 1} out`,
        figures.filter((_, k) => k !== i),
      )
      return
    }
    const step = steps[e.key]
    if (!step) return
    e.preventDefault()
    change(i, step)
  }
  const now = figures[chosen]
  return (
    <Box>
      <Box position="relative" ref={box} w="fit-content" css={{ touchAction: 'none' }}>
        <FramePreview shot={{ ...shot, figures: shown }} width={width} />
        {shown.map((f, i) => (
          <Button
            kind="bare"
            key={i}
            position="absolute"
            w="22px"
            h="22px"
            ml="-11px"
            mt="-11px"
            borderRadius="11px"
            border="2px solid"
            borderColor={i === chosen ? 'action' : 'white'}
            bg="rgba(0,0,0,0.55)"
            color="white"
            fontSize="tiny"
            fontWeight={700}
            cursor="grab"
            style={{
              left: `${f.across * 100}%`,
              top: `${Math.min(95, Math.max(5, (0.5 - f.behindM / DEPTH_M) * 100))}%`,
            }}
            aria-label={`Figure ${i + 1}, ${Math.round(f.across * 100)} % across, ${lengthText(Math.abs(f.behindM), units)} ${f.behindM < 0 ? 'in front' : 'behind'}`}
            onFocus={() => setChosen(i)}
            onKeyDown={onKey(i)}
            onPointerDown={(e) => {
              e.currentTarget.setPointerCapture(e.pointerId)
              setDrag({ at: i, figure: f })
            }}
            onPointerMove={(e) => {
              if (drag?.at === i) setDrag({ at: i, figure: pointed(e, f) })
            }}
            onPointerUp={(e) => {
              if (drag?.at !== i) return
              setDrag(null)
              const to = pointed(e, f)
              if (to.across !== f.across || to.behindM !== f.behindM) change(i, to)
            }}
          >
            {i + 1}
          </Button>
        ))}
      </Box>
      <Flex gap="4px" mt="4px" wrap="wrap" align="center">
        {figures.length < MOST_FIGURES && <Button onClick={add}>Add a figure</Button>}
        {now && (
          <>
            <Button
              kind="quiet"
              onClick={() => change(chosen, { figure: now.figure === 'seated' ? 'standing' : 'seated' })}
            >
              {now.figure === 'seated' ? 'Stand up' : 'Sit down'}
            </Button>
            <Button
              kind="quiet"
              onClick={() => change(chosen, { looks: LOOKS[(LOOKS.indexOf(now.looks) + 1) % LOOKS.length]! })}
            >
              Looks {now.looks}
            </Button>
            <Button
              kind="quiet"
              onClick={() =>
                save(
                  `Take figure ${chosen + 1} out`,
                  figures.filter((_, k) => k !== chosen),
                )
              }
            >
              Take out
            </Button>
          </>
        )}
        <Button kind="quiet" onClick={onDone}>
          Done
        </Button>
      </Flex>
      <Hint>Drag or arrows: sideways across the frame, up is farther. The middle is where the focus is.</Hint>
    </Box>
  )
}
