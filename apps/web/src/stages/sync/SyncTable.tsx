import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { AGREE_S, type SyncRow } from '@kavrell/core/sync'
import { Button } from '../../ui/parts.tsx'
import { MarkSlate } from './MarkSlate.tsx'

const COLUMNS = 'minmax(140px, 1.2fr) 104px 104px 104px 92px 96px 92px 128px'
type Put = (name: string, atS: number | null) => void

export const disagrees = ({ apartS }: SyncRow) => apartS !== null && Math.abs(apartS) > AGREE_S
/** Disagreement first. */
const trouble = (row: SyncRow) =>
  row.believed === 'nothing' ? 3 : disagrees(row) ? 2 : row.believed === 'timecode' ? 1 : 0

/** Each recording with all ways of knowing where it lies; the one that is believed is set bold. */
export function SyncTable({
  rows,
  saysOf,
  files,
  frameS,
  put,
  mark,
}: {
  readonly rows: readonly SyncRow[]
  readonly saysOf: (row: SyncRow) => string
  readonly files: ReadonlyMap<string, File>
  readonly frameS: number
  readonly put: Put
  /** The slate of a recording closes at this second of it. */
  readonly mark: Put
}) {
  return (
    <Box overflowX="auto" tabIndex={0}>
      <Grid templateColumns={COLUMNS} gap="0 12px" minW="960px" role="table" aria-label="Recordings">
        {['recording', 'by sound', 'by claps', 'by timecode', 'apart', 'drift', 'sure to', 'by hand'].map((head, i) => (
          <Text
            key={head}
            color="faint"
            fontSize="note"
            textAlign={i > 0 && i < 7 ? 'right' : undefined}
            borderBottom="1px solid"
            borderColor="line"
            pb="3px"
          >
            {head}
          </Text>
        ))}
        {[...rows]
          .sort((a, b) => trouble(b) - trouble(a))
          .map((row) => (
            <Line
              key={row.source.name}
              row={row}
              says={saysOf(row)}
              put={put}
              mark={mark}
              file={files.get(row.source.name) ?? null}
              frameS={frameS}
            />
          ))}
      </Grid>
    </Box>
  )
}

const seconds = (value: number | null) =>
  value === null ? '–' : `${value <= -0.0005 ? '−' : ''}${Math.abs(value).toFixed(3)} s`

function Line({
  row,
  says,
  put,
  mark,
  file,
  frameS,
}: {
  row: SyncRow
  says: string
  put: Put
  mark: Put
  file: File | null
  frameS: number
}) {
  const { source, heard, bySoundS, byTimecodeS, apartS, believed, atS } = row
  const lined = heard !== null && heard !== 'nothing in common' ? heard : null
  const strong = (way: string) => (believed === way ? 700 : 400)
  const cell = { py: '7px', borderBottom: '1px solid', borderColor: 'line', fontFamily: 'mono', fontSize: 'small', textAlign: 'right' } as const // prettier-ignore
  const nudge = (frames: number) => put(source.name, (atS ?? 0) + frames * frameS)
  return (
    <>
      <Text py="6px" borderBottom="1px solid" borderColor="line" data-sync={source.name}>
        <b>{source.name}</b>
        <Text as="span" display="block" color="soft" fontSize="note">
          {says || (believed === 'reference' ? 'the reference' : lined?.isInverted ? 'inverted' : '')}
        </Text>
      </Text>
      <Text {...cell} fontWeight={strong('sound')}>
        {believed === 'reference'
          ? 'reference'
          : heard === 'nothing in common'
            ? 'nothing in common'
            : seconds(bySoundS)}
      </Text>
      <Flex {...cell} py="4px" direction="column" align="flex-end" fontWeight={strong('clap')}>
        {row.byClap && believed !== 'reference' && <Text>{seconds(row.byClap.offsetS)}</Text>}
        <MarkSlate row={row} file={file} frameS={frameS} onMark={(at) => mark(source.name, at)} />
      </Flex>
      <Text {...cell} fontWeight={strong('timecode')}>
        {seconds(byTimecodeS)}
      </Text>
      <Text {...cell} color={disagrees(row) ? 'watch' : 'ink'} fontWeight={disagrees(row) ? 700 : 400}>
        {apartS === null ? '–' : `${(apartS * 1000).toFixed(0)} ms`}
      </Text>
      <Text {...cell}>
        {lined ? `${lined.driftPpm < -0.05 ? '−' : ''}${Math.abs(lined.driftPpm).toFixed(1)} ppm` : '–'}
      </Text>
      <Text {...cell}>{lined ? `${(lined.offsetWithinSeconds * 1000).toFixed(2)} ms` : '–'}</Text>
      <Flex
        gap="4px"
        py="4px"
        borderBottom="1px solid"
        borderColor="line"
        align="center"
        onKeyDown={(event) => {
          const way = { ArrowLeft: -1, ArrowRight: 1 }[event.key]
          if (way === undefined || believed === 'reference') return
          event.preventDefault()
          nudge(way * (event.shiftKey ? 10 : 1))
        }}
      >
        {believed !== 'reference' && (
          <>
            <Button kind="quiet" aria-label={`${source.name} a frame earlier`} onClick={() => nudge(-1)}>
              −1 fr
            </Button>
            <Button kind="quiet" aria-label={`${source.name} a frame later`} onClick={() => nudge(1)}>
              +1 fr
            </Button>
            {believed === 'hand' && (
              <Button kind="word" onClick={() => put(source.name, null)}>
                Undo
              </Button>
            )}
          </>
        )}
      </Flex>
    </>
  )
}
