import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { syncCsv, syncTimeline } from '@kavrell/core/papers'
import { createRecord } from '@kavrell/core/records'
import { AGREE_S, assemble, isKept, placesToKeep, putBefore, type SyncRow } from '@kavrell/core/sync'
import { counted } from '@kavrell/core/text'
import { stamp } from '../../store/clock.ts'
import { newId } from '../../store/newId.ts'
import { commitOrSay } from '../../store/production.ts'
import { useProduction, useRights } from '../../store/selectors.ts'
import { download } from '../../ui/download.ts'
import { ChooseFiles } from '../../ui/fields.tsx'
import { Answer, Bar, Button, Empty, Section, Title } from '../../ui/parts.tsx'
import { KeptPlaces } from './KeptPlaces.tsx'
import { makeScene } from './makeScene.ts'
import { SyncMap } from './SyncMap.tsx'
import { useSync } from './useSync.ts'

const COLUMNS = 'minmax(140px, 1.2fr) 104px 104px 92px 96px 92px 128px'

/** Do cameras and sound lie together, and by what is that known? */
export function SyncScreen() {
  const production = useProduction()
  const rights = useRights()
  const { state, start, stop, byHand, put } = useSync()
  const entries = Object.values(production.syncPlace)
  const choose = (
    <ChooseFiles
      label="Recordings to line up"
      accept=".wav,.bwf,.mov,.mp4,.mxf,audio/wav,video/quicktime,video/mp4,application/mxf"
      onFiles={start}
    >
      Choose recordings
    </ChooseFiles>
  )
  if (!state)
    return (
      <>
        <Empty says="Recordings of one scene are laid on one another: by their timecode, and by what they heard. Choose the sounds, and what the cameras recorded; they stay on this device.">
          {choose}
          <Button onClick={() => start(makeScene())}>Make five to try it with</Button>
        </Empty>
        <KeptPlaces entries={entries} />
      </>
    )
  const read = state.found.flatMap((found) => (found.ok ? [found] : []))
  const laid = (hand: ReadonlyMap<string, number>) => read.length ? assemble(read.map(({ source }) => source), state.reference, state.heard, hand) : [] // prettier-ignore
  const before = state.doing ? new Map<string, number>() : putBefore(entries, laid(new Map()))
  const rows = laid(
    new Map([...new Map([...before, ...byHand])].flatMap(([name, atS]) => (atS === null ? [] : [[name, atS]]))),
  )
  const places = placesToKeep(rows)
  const kept = places.length > 0 && isKept(entries, places)
  const keep = () => {
    const { at, deviceAt } = stamp()
    commitOrSay(`Where ${counted(places.length, 'recording')} lie`, places.map((place) => createRecord('syncPlace', { ...place, keptAt: at, deviceAt }, newId()))) // prettier-ignore
  }
  const peaks = new Map(read.map((found) => [found.source.name, found.peaks]))
  const { rateNum, rateDen, dropFrame } = Object.values(production.deliverable)[0] ?? { rateNum: 25, rateDen: 1, dropFrame: false } // prettier-ignore
  const rate = { num: rateNum, den: rateDen, drop: dropFrame }
  return (
    <>
      <Title
        note={rows[state.reference] ? `laid on ${rows[state.reference]!.source.name}` : undefined}
        actions={
          <>
            {state.doing && <Button onClick={stop}>Stop</Button>}
            {!state.doing && rows.length > 1 && (
              <>
                {rights.log && !kept && (
                  <Button kind="main" onClick={keep}>
                    Keep where they lie
                  </Button>
                )}
                {kept && <Text color="soft">kept</Text>}
                <Button
                  onClick={() =>
                    download(
                      'sync.otio',
                      JSON.stringify(syncTimeline(production.production.title, rate, rows), null, 2),
                      'application/json',
                    )
                  }
                >
                  OpenTimelineIO
                </Button>
                <Button onClick={() => download('sync.csv', syncCsv(rows), 'text/csv')}>CSV</Button>
              </>
            )}
            {!state.doing && choose}
          </>
        }
      >
        Sync
      </Title>
      {state.doing ? (
        <Box maxW="520px">
          <Answer tone="soft">{state.doing.what} …</Answer>
          <Box mt="10px">
            <Bar label={state.doing.what} share={state.doing.done} />
          </Box>
        </Box>
      ) : (
        <Says rows={rows} />
      )}
      <Box mt="16px">
        <SyncMap rows={rows} peaksOf={(name) => peaks.get(name) ?? null} />
      </Box>
      {rows.length > 0 && (
        <Section title="By what it is known">
          <Box overflowX="auto" tabIndex={0}>
            <Grid templateColumns={COLUMNS} gap="0 12px" minW="820px" role="table" aria-label="Recordings">
              {['recording', 'by sound', 'by timecode', 'apart', 'drift', 'sure to', 'by hand'].map((head, i) => (
                <Text
                  key={head}
                  color="faint"
                  fontSize="note"
                  textAlign={i > 0 && i < 6 ? 'right' : undefined}
                  borderBottom="1px solid"
                  borderColor="line"
                  pb="3px"
                >
                  {head}
                </Text>
              ))}
              {[...rows]
                .sort((a, b) => trouble(b) - trouble(a))
                .map(
                  (row) =>
                  <Line key={row.source.name} row={row} says={read.find(({ source }) => source === row.source)?.says ?? ''} put={put} frameS={rateDen / rateNum} />, // prettier-ignore
                )}
            </Grid>
          </Box>
        </Section>
      )}
      {state.found
        .flatMap((found) => (found.ok ? [] : [found]))
        .map(({ name, says }) => (
          <Text key={name} color="stop" py="4px">
            <b>{name}</b> {says}
          </Text>
        ))}
    </>
  )
}

const disagrees = ({ apartS }: SyncRow) => apartS !== null && Math.abs(apartS) > AGREE_S
/** Disagreement first. */
const trouble = (row: SyncRow) =>
  row.believed === 'nothing' ? 3 : disagrees(row) ? 2 : row.believed === 'timecode' ? 1 : 0

/** How many lie together, and what does not. */
function Says({ rows }: { rows: readonly SyncRow[] }) {
  if (rows.length === 0) return <Answer tone="stop">Nothing that could be read</Answer>
  const heard = rows.filter(
    ({ believed }) => believed === 'sound' || believed === 'hand' || believed === 'reference',
  ).length
  const off = rows.filter(disagrees)
  const lost = rows.filter(({ believed }) => believed === 'nothing')
  const label = rows.filter(({ believed }) => believed === 'timecode')
  return (
    <>
      <Answer>
        {heard} of {counted(rows.length, 'recording')} lie together
      </Answer>
      {off.map((row) => (
        <Text key={row.source.name} color="watch" fontWeight={600} mt="2px">
          {row.source.name}: {row.why}
        </Text>
      ))}
      {[...lost, ...label].map((row) => (
        <Text key={row.source.name} color="soft" mt="2px">
          {row.source.name}: {row.why}
        </Text>
      ))}
    </>
  )
}

const seconds = (value: number | null) =>
  value === null ? '–' : `${value <= -0.0005 ? '−' : ''}${Math.abs(value).toFixed(3)} s`

function Line({
  row,
  says,
  put,
  frameS,
}: {
  row: SyncRow
  says: string
  put: (name: string, atS: number | null) => void
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
      <Text {...cell} fontWeight={strong('timecode')}>
        {seconds(byTimecodeS)}
      </Text>
      <Text {...cell} color={disagrees(row) ? 'watch' : 'ink'} fontWeight={disagrees(row) ? 700 : 400}>
        {apartS === null ? '–' : `${(apartS * 1000).toFixed(0)} ms`}
      </Text>
      <Text {...cell}>
        {lined ? `${lined.driftPpm < 0 ? '−' : ''}${Math.abs(lined.driftPpm).toFixed(1)} ppm` : '–'}
      </Text>
      <Text {...cell}>{lined ? `${(lined.offsetWithinSeconds * 1000).toFixed(2)} ms` : '–'}</Text>
      <Flex gap="4px" py="4px" borderBottom="1px solid" borderColor="line" align="center">
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
