import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { useEffect, useMemo, useRef, useState } from 'react'
import { spotChecks } from '@kavrell/core/reconcile'
import { minutesSeconds } from '@kavrell/core/text'
import type { DroppedFile } from './checkFolder.ts'

const IS_MOVIE = /\.(mov|mp4|m4v|webm|mkv)$/i

/** Some recordings of what was dropped, each by its first, its middle and its last picture, to be looked at. */
export function LookAtSome({ files }: { readonly files: readonly DroppedFile[] }) {
  const some = useMemo(() => {
    const movies = files.filter(({ path }) => IS_MOVIE.test(path)).toSorted((a, b) => a.path.localeCompare(b.path, 'en', { numeric: true })) // prettier-ignore
    return spotChecks(movies, ({ file }) => file.size)
  }, [files])
  if (some.length === 0) return null
  return (
    <Box mt="12px" data-look-at-some>
      <Text fontWeight={600}>Look at some of it</Text>
      <Text color="soft" fontSize="note">
        First, middle and last picture. A picture that is right says nothing of the other recordings: their digests do.
      </Text>
      {some.map(({ file: { path, file }, because }) => (
        <Box key={path} mt="8px">
          <Text css={{ overflowWrap: 'anywhere' }}>
            <b>{path}</b>{' '}
            <Text as="span" color="soft">
              {because}
            </Text>
          </Text>
          <Pictures file={file} name={path} />
        </Box>
      ))}
    </Box>
  )
}

/** A last picture is asked for a little before the end, where there surely is one. */
const BEFORE_END_S = 0.05

function Pictures({ file, name }: { readonly file: File; readonly name: string }) {
  const [url, setUrl] = useState('')
  const [seconds, setSeconds] = useState<number | null>(null)
  const [isShown, setShown] = useState(true)
  const probe = useRef<HTMLVideoElement>(null)
  useEffect(() => {
    const made = URL.createObjectURL(file)
    setUrl(made)
    return () => URL.revokeObjectURL(made)
  }, [file])
  if (url === '') return null
  if (!isShown)
    return <Text color="watch">This browser cannot show these pictures: look at {name} in a player that can.</Text>
  if (seconds === null)
    return (
      <video
        ref={probe}
        src={url}
        muted
        preload="metadata"
        style={{ display: 'none' }}
        onLoadedMetadata={({ currentTarget }) => setSeconds(currentTarget.duration)}
        onError={() => setShown(false)}
      />
    )
  const times = [0, seconds / 2, Math.max(0, seconds - BEFORE_END_S)]
  return (
    <Grid templateColumns="repeat(3, minmax(0, 1fr))" gap="8px" mt="4px">
      {times.map((at, i) => (
        <Box key={i}>
          <video
            src={`${url}#t=${at.toFixed(3)}`}
            muted
            playsInline
            preload="auto"
            style={{ width: '100%', background: '#000' }}
            aria-label={`${name} at ${at.toFixed(1)} s`}
            onError={() => setShown(false)}
          />
          <Flex color="soft" fontSize="note">
            {['first', 'middle', 'last'][i]}, {minutesSeconds(Math.round(at))}
          </Flex>
        </Box>
      ))}
    </Grid>
  )
}
