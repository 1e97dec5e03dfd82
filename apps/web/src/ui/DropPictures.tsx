import { Box, Text } from '@chakra-ui/react'
import { type ReactNode, useState } from 'react'
import { useDropzone } from 'react-dropzone'
import { bringPictures, type Brought } from '../store/pictures.ts'
import type { RecordFields } from '@kavrell/core/records'

/** A place to drop pictures on, or to choose or take them with a phone. Says which were not taken and why. */
export function DropPictures({
  given,
  children,
  onBrought,
}: {
  given: Partial<RecordFields<'picture'>>
  children: ReactNode
  onBrought?: (brought: Brought) => void
}) {
  const [busy, setBusy] = useState<string | null>(null)
  const [refused, setRefused] = useState<readonly string[]>([])
  const bring = async (files: readonly File[]) => {
    const left = (done: number) => setBusy(`Bringing in ${files.length - done} of ${files.length} …`)
    left(0)
    const brought = await bringPictures(files, given, left)
    setBusy(null)
    setRefused(brought.refused)
    onBrought?.(brought)
  }
  const { getRootProps, getInputProps, isDragActive } = useDropzone({ onDrop: (files) => void bring(files) })
  return (
    <Box>
      <Box
        {...getRootProps()}
        border="1px dashed"
        borderColor={isDragActive ? 'action' : 'line'}
        bg={isDragActive ? 'tint' : undefined}
        px="12px"
        py="9px"
        cursor="pointer"
        color="soft"
        fontSize="small"
      >
        <input {...getInputProps()} aria-label="Pictures" />
        {busy ?? children}
      </Box>
      {refused.map((says) => (
        <Text key={says} role="alert" color="stop" fontSize="note" mt="4px">
          {says}
        </Text>
      ))}
    </Box>
  )
}
