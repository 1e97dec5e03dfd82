import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { pictureUrl } from '../../store/pictures.ts'
import { commitOrSay } from '../../store/production.ts'
import { useProduction, useRights } from '../../store/selectors.ts'
import { DropPictures } from '../../ui/DropPictures.tsx'
import { FramePreview } from '../../ui/FramePreview.tsx'
import { takeOut } from '../../ui/addRecord.ts'
import { Button, Hint } from '../../ui/parts.tsx'
import { PlaceFigures } from './PlaceFigures.tsx'
import { SketchPad } from './SketchPad.tsx'
import { updateRecord, type RecordOf, byRank } from '@kavrell/core/records'
import { masterDeliverable } from '@kavrell/core/shotlist'

type Picture = RecordOf<'picture'>
const WIDTH = 226

/** The shots as pictures: a board where there is one, the computed frame where there is none. */
export function BoardsView({
  shots,
  onSelect,
}: {
  shots: readonly RecordOf<'shot'>[]
  onSelect: (id: string) => void
}) {
  const production = useProduction()
  const rights = useRights()
  const [sketching, setSketching] = useState<string | null>(null)
  const [placing, setPlacing] = useState<string | null>(null)
  const aspect = masterDeliverable(production)?.aspect ?? 16 / 9
  const boardOf = new Map(
    Object.values(production.picture)
      .filter((p) => p.purpose === 'board' && p.shotId)
      .sort(byRank)
      .map((p) => [p.shotId!, p] as const),
  )
  return (
    <>
      <Hint>
        Boards are there for who wants them: a photograph, a sketch, or the frame as it is computed. All are cropped to{' '}
        {aspect.toFixed(2)} : 1.
      </Hint>
      <Grid templateColumns={`repeat(auto-fill, minmax(${WIDTH}px, 1fr))`} gap="18px 16px" mt="12px">
        {shots.map((shot) => {
          const board = boardOf.get(shot.id)
          return (
            <Box key={shot.id} data-board={shot.code}>
              {board ? (
                <Board board={board} aspect={aspect} />
              ) : sketching === shot.id ? (
                <SketchPad aspect={aspect} width={WIDTH} shot={shot} onDone={() => setSketching(null)} />
              ) : placing === shot.id ? (
                <PlaceFigures shot={shot} width={WIDTH} onDone={() => setPlacing(null)} />
              ) : (
                <FramePreview shot={shot} width={WIDTH} />
              )}
              <Flex gap="6px" mt="4px" align="baseline">
                <Button kind="bare" fontWeight={700} cursor="pointer" onClick={() => onSelect(shot.id)}>
                  {shot.code}
                </Button>
                <Text truncate color="soft" fontSize="small">
                  {shot.sees}
                </Text>
              </Flex>
              {rights.plan && (
                <Flex gap="4px" mt="2px" wrap="wrap">
                  {board ? (
                    <Button kind="quiet" onClick={() => takeOut('picture', board.id, `the board of ${shot.code}`)}>
                      Take the board off
                    </Button>
                  ) : (
                    <>
                      <Button kind="quiet" onClick={() => setSketching(sketching === shot.id ? null : shot.id)}>
                        {sketching === shot.id ? 'Leave it' : 'Sketch'}
                      </Button>
                      {placing !== shot.id && sketching !== shot.id && (
                        <Button kind="quiet" onClick={() => setPlacing(shot.id)}>
                          Place figures
                        </Button>
                      )}
                      <Box flex="1 1 100%">
                        <DropPictures given={{ purpose: 'board', shotId: shot.id, caption: `Board ${shot.code}` }}>
                          Drop or take a picture
                        </DropPictures>
                      </Box>
                    </>
                  )}
                </Flex>
              )}
            </Box>
          )
        })}
      </Grid>
    </>
  )
}

/** A picture cropped to the delivered shape; arrows or dragging move the crop. */
function Board({ board, aspect }: { board: Picture; aspect: number }) {
  const rights = useRights()
  const nudge = (x: number, y: number) => {
    const within = (v: number) => Math.min(1, Math.max(0, Math.round(v * 100) / 100))
    commitOrSay('Move the crop of a board', [
      updateRecord('picture', board.id, { cropX: within(board.cropX + x), cropY: within(board.cropY + y) }),
    ])
  }
  const keys: Record<string, [number, number]> = {
    ArrowLeft: [-0.05, 0],
    ArrowRight: [0.05, 0],
    ArrowUp: [0, -0.05],
    ArrowDown: [0, 0.05],
  }
  return (
    <Box
      role="img"
      aria-label={`${board.caption}, cropped; arrow keys move the crop`}
      tabIndex={0}
      onKeyDown={(e) => {
        const step = keys[e.key]
        if (!step || !rights.plan) return
        e.preventDefault()
        nudge(...step)
      }}
      style={{
        aspectRatio: String(aspect),
        backgroundImage: `url(${pictureUrl(board.fileId, true)})`,
        backgroundSize: 'cover',
        backgroundPosition: `${board.cropX * 100}% ${board.cropY * 100}%`,
      }}
    />
  )
}
