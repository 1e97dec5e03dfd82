import { Box, Dialog, Flex, Portal, Text } from '@chakra-ui/react'
import { useEffect, useRef, useState } from 'react'
import type { SyncRow } from '@kavrell/core/sync'
import { minutesSeconds } from '@kavrell/core/text'
import { Input } from '../../ui/fields.tsx'
import { Button } from '../../ui/parts.tsx'

interface MarkSlateProps {
  readonly row: SyncRow
  /** The recording itself, to be shown where the browser can. */
  readonly file: File | null
  readonly frameS: number
  /** Seconds after it begins; null takes the mark away. */
  readonly onMark: (atS: number | null) => void
}

/** In which moment of a recording the slate closes: chosen among the claps that were heard, seen in the picture, or typed. */
export function MarkSlate(props: MarkSlateProps) {
  const [open, setOpen] = useState(false)
  const { row, onMark } = props
  const marked = row.source.claps?.isMarked ? row.source.claps.claps[0] : undefined
  return (
    <Dialog.Root open={open} onOpenChange={(e) => setOpen(e.open)} placement="center" lazyMount unmountOnExit>
      <Dialog.Trigger asChild>
        <Button kind="word" fontFamily="body" fontSize="note" px="0" aria-label={`Slate of ${row.source.name}`}>
          {marked ? `slate ${marked.atS.toFixed(2)} s` : 'Slate'}
        </Button>
      </Dialog.Trigger>
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content>
            <Dialog.Header>
              <Dialog.Title>When does the slate close in {row.source.name}?</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body>
              <Ways
                {...props}
                onMark={(atS) => {
                  setOpen(false)
                  onMark(atS)
                }}
              />
            </Dialog.Body>
            <Dialog.Footer>
              {marked && (
                <Button
                  kind="word"
                  onClick={() => {
                    setOpen(false)
                    onMark(null)
                  }}
                >
                  Take the mark away
                </Button>
              )}
              <Button kind="quiet" onClick={() => setOpen(false)}>
                Leave it
              </Button>
            </Dialog.Footer>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  )
}

const MOST_CLAPS = 12

function Ways({ row, file, frameS, onMark }: MarkSlateProps) {
  const { claps, seconds, kind } = row.source
  const heard = claps && !claps.isMarked ? claps.claps : []
  const [typed, setTyped] = useState('')
  const at = Number(typed.replace(',', '.'))
  const isWithin = typed !== '' && at >= 0 && at <= seconds
  return (
    <>
      {kind === 'picture' && file && <Seen file={file} frameS={frameS} onMark={onMark} />}
      {heard.length > 0 && (
        <Box mt="8px">
          <Text color="soft">Claps that were heard in it:</Text>
          <Flex wrap="wrap" gap="6px" mt="4px">
            {heard.slice(0, MOST_CLAPS).map((clap) => (
              <Button key={clap.atS} onClick={() => onMark(clap.atS)}>
                {minutesSeconds(Math.floor(clap.atS))} {`.${String(Math.floor((clap.atS % 1) * 100)).padStart(2, '0')}`}
              </Button>
            ))}
          </Flex>
        </Box>
      )}
      <Flex
        as="form"
        gap="8px"
        mt="10px"
        align="center"
        onSubmit={(event) => {
          event.preventDefault()
          if (isWithin) onMark(at)
        }}
      >
        <Input
          aria-label="Seconds after it begins"
          placeholder="seconds after it begins"
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
        />
        <Button type="submit" disabled={!isWithin}>
          Mark
        </Button>
      </Flex>
      {typed !== '' && !isWithin && (
        <Text color="stop" fontSize="note">
          The recording is {seconds.toFixed(2)} s long: give seconds within it.
        </Text>
      )}
    </>
  )
}

/** The picture itself, stepped to the frame in which the sticks meet. */
function Seen({ file, frameS, onMark }: Pick<MarkSlateProps, 'file' | 'frameS' | 'onMark'>) {
  const video = useRef<HTMLVideoElement>(null)
  const [url, setUrl] = useState('')
  const [state, setState] = useState<'opening' | 'shown' | 'not shown'>('opening')
  const [at, setAt] = useState(0)
  useEffect(() => {
    const made = URL.createObjectURL(file!)
    setUrl(made)
    return () => URL.revokeObjectURL(made)
  }, [file])
  const step = (seconds: number) => {
    if (video.current) video.current.currentTime = Math.max(0, video.current.currentTime + seconds)
  }
  if (state === 'not shown')
    return (
      <Text color="soft">
        This browser cannot show these pictures. Look in your player, and type the seconds after which the sticks meet.
      </Text>
    )
  return (
    <>
      {url && (
        <video
          ref={video}
          src={url}
          muted
          playsInline
          preload="auto"
          style={{ width: '100%', background: '#000' }}
          onLoadedData={() => setState('shown')}
          onError={() => setState('not shown')}
          onTimeUpdate={({ currentTarget }) => setAt(currentTarget.currentTime)}
        />
      )}
      {state === 'shown' && (
        <Flex gap="6px" wrap="wrap" mt="6px" align="center">
          <Button kind="quiet" onClick={() => step(-1)}>
            −1 s
          </Button>
          <Button kind="quiet" onClick={() => step(-frameS)}>
            −1 fr
          </Button>
          <Text fontFamily="mono">{at.toFixed(2)} s</Text>
          <Button kind="quiet" onClick={() => step(frameS)}>
            +1 fr
          </Button>
          <Button kind="quiet" onClick={() => step(1)}>
            +1 s
          </Button>
          <Button kind="main" onClick={() => onMark(video.current?.currentTime ?? at)}>
            It closes here
          </Button>
        </Flex>
      )}
    </>
  )
}
