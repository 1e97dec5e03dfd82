import { Box, Text } from '@chakra-ui/react'
import { useEffect, useRef, useState } from 'react'
import { Button } from './parts.tsx'

/** What a label of this program leads to: the last part of its address; null for any other square. */
export function thingOnLabel(text: string): string | null {
  const found = /\/p\/[0-9a-f-]{36}\/\w+#([0-9a-f-]{36})$/.exec(text)
  return found?.[1] ?? null
}

const EVERY_MS = 200
/** A square that fills a quarter of the picture is read at this width as well as at a larger one. */
const READ_WIDTH = 640

/** Reads labels by the device's camera until it has read one. */
export function ScanLabel({ onThing }: { onThing: (id: string) => void }) {
  const [open, setOpen] = useState(false)
  return open ? (
    <Scanner
      onThing={(id) => {
        setOpen(false)
        onThing(id)
      }}
      onClose={() => setOpen(false)}
    />
  ) : (
    <Button onClick={() => setOpen(true)}>Scan a label</Button>
  )
}

function Scanner({ onThing, onClose }: { onThing: (id: string) => void; onClose: () => void }) {
  const video = useRef<HTMLVideoElement>(null)
  const found = useRef(onThing)
  const [says, setSays] = useState('Hold the label before the camera.')
  useEffect(() => {
    found.current = onThing
  }, [onThing])
  useEffect(() => {
    let stream: MediaStream | null = null
    let timer = 0
    let over = false
    const begin = async () => {
      // Only where somebody scans: the reader of squares is a quarter of a megabyte.
      const { default: jsQR } = await import('jsqr')
      stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' }, audio: false })
      if (over || !video.current) return stop()
      video.current.srcObject = stream
      await video.current.play()
      const canvas = document.createElement('canvas')
      const pen = canvas.getContext('2d', { willReadFrequently: true })
      timer = window.setInterval(() => {
        const shown = video.current
        if (!shown || !pen || shown.videoWidth === 0) return
        canvas.width = Math.min(READ_WIDTH, shown.videoWidth)
        canvas.height = Math.round((canvas.width * shown.videoHeight) / shown.videoWidth)
        pen.drawImage(shown, 0, 0, canvas.width, canvas.height)
        const { data } = pen.getImageData(0, 0, canvas.width, canvas.height)
        const text = jsQR(data, canvas.width, canvas.height)?.data
        if (text === undefined) return
        const id = thingOnLabel(text)
        if (id === null) setSays('That square is no label of this program.')
        else found.current(id)
      }, EVERY_MS)
    }
    const stop = () => {
      over = true
      window.clearInterval(timer)
      for (const track of stream?.getTracks() ?? []) track.stop()
    }
    begin().catch((error: unknown) => {
      const isRefused = error instanceof DOMException && error.name === 'NotAllowedError'
      setSays(isRefused ? 'The camera may not be used here. Allow it, or type the label.' : 'There is no camera here. Type the label.') // prettier-ignore
    })
    return stop
  }, [])
  return (
    <Box mt="6px">
      {/* No sound: there is nothing to caption. */}
      <video ref={video} muted playsInline style={{ width: '100%', maxWidth: 360, background: '#000' }} />
      <Text role="status">{says}</Text>
      <Button kind="quiet" onClick={onClose}>
        Cancel
      </Button>
    </Box>
  )
}
