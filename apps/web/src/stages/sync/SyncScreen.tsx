import { Box, Text } from '@chakra-ui/react'
import { syncCsv, syncTimeline } from '@kavrell/core/papers'
import { createRecord } from '@kavrell/core/records'
import {
  assemble,
  isKept,
  placesToKeep,
  putBefore,
  stretchesOf,
  type SyncRow,
  type SyncSource,
} from '@kavrell/core/sync'
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
import { disagrees, SyncTable } from './SyncTable.tsx'
import { useSync } from './useSync.ts'

/** A recording of frames in files of their own has as many as frames: an hour of them. */
const MOST_FILES = 100_000
const isRecording = ({ name }: File) => /\.(wav|bwf|mov|mp4|mxf|dpx|exr|dng|tiff?)$/i.test(name)

/** A recording with the slate that somebody marked in it, if somebody did. */
const withSlate = (source: SyncSource, slates: ReadonlyMap<string, number>): SyncSource => {
  const atS = slates.get(source.name)
  return atS === undefined ? source : { ...source, claps: { claps: [{ atS }], isMarked: true } }
}

/** Do cameras and sound lie together, and by what is that known? */
export function SyncScreen() {
  const production = useProduction()
  const rights = useRights()
  const { rateNum, rateDen, dropFrame } = Object.values(production.deliverable)[0] ?? { rateNum: 25, rateDen: 1, dropFrame: false } // prettier-ignore
  const rate = { num: rateNum, den: rateDen, drop: dropFrame }
  const { state, start, stop, byHand, put, slates, mark } = useSync(rate)
  const entries = Object.values(production.syncPlace)
  const choose = (
    <>
      <ChooseFiles
        label="Recordings to line up"
        accept=".wav,.bwf,.mov,.mp4,.mxf,.dpx,.exr,.dng,.tif,.tiff,audio/wav,video/quicktime,video/mp4,application/mxf"
        most={MOST_FILES}
        onFiles={start}
      >
        Choose recordings
      </ChooseFiles>
      <ChooseFiles
        label="A folder of recordings"
        folder
        most={MOST_FILES}
        onFiles={(files) => start(files.filter(isRecording))}
      >
        Choose a folder
      </ChooseFiles>
    </>
  )
  if (!state)
    return (
      <>
        <Empty says="Recordings of one scene are laid on one another: by their timecode, by what they heard, and by claps and slates. Choose the sounds, and what the cameras recorded; they stay on this device.">
          {choose}
          <Button onClick={() => start(makeScene())}>Make five to try it with</Button>
        </Empty>
        <KeptPlaces entries={entries} />
      </>
    )
  const read = state.found.flatMap((found) => (found.ok ? [found] : []))
  const laid = (hand: ReadonlyMap<string, number>) => read.length ? assemble(read.map(({ source }) => withSlate(source, slates)), state.reference, state.heard, hand) : [] // prettier-ignore
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
      {!state.doing && <AloneAndGaps rows={rows} />}
      {rows.length > 0 && (
        <Section title="By what it is known">
          <SyncTable
            rows={rows}
            saysOf={(row) => read.find(({ source }) => source.name === row.source.name)?.says ?? ''}
            files={state.files}
            frameS={rateDen / rateNum}
            put={put}
            mark={mark}
          />
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

const LEAST_SHOWN_S = 0.5
const MOST_SHOWN = 6

/** Where nothing runs between the first and the last recording, and where one runs alone. */
function AloneAndGaps({ rows }: { rows: readonly SyncRow[] }) {
  const stretches = stretchesOf(rows.map(({ source, atS }) => ({ file: source.name, atS, seconds: source.seconds }))).filter(({ fromS, toS }) => toS - fromS >= LEAST_SHOWN_S) // prettier-ignore
  const span = ({ fromS, toS }: { fromS: number; toS: number }) => `${fromS.toFixed(1)} to ${toS.toFixed(1)} s`
  const gaps = stretches.filter(({ files }) => files.length === 0)
  const alone = stretches.filter(({ files }) => files.length === 1)
  return (
    <>
      {gaps.length > 0 && (
        <Text color="watch" mt="6px" data-gaps>
          Nothing records from {gaps.slice(0, MOST_SHOWN).map(span).join(', ')}
          {gaps.length > MOST_SHOWN && ` and ${gaps.length - MOST_SHOWN} times more`}.
        </Text>
      )}
      {rows.length > 1 && alone.length > 0 && (
        <Text color="soft" mt="6px" data-alone>
          One alone:{' '}
          {alone
            .slice(0, MOST_SHOWN)
            .map((one) => `${one.files[0]!} ${span(one)}`)
            .join(', ')}
          {alone.length > MOST_SHOWN && ` and ${alone.length - MOST_SHOWN} times more`}.
        </Text>
      )}
    </>
  )
}

/** How many lie together, and what does not. */
function Says({ rows }: { rows: readonly SyncRow[] }) {
  if (rows.length === 0) return <Answer tone="stop">Nothing that could be read</Answer>
  const heard = rows.filter(({ believed }) => believed !== 'timecode' && believed !== 'nothing').length
  const off = rows.filter(disagrees)
  const lost = rows.filter(({ believed }) => believed === 'nothing')
  const label = rows.filter(({ believed }) => believed === 'timecode')
  return (
    <>
      <Answer>
        {heard < 2 && rows.length > 1
          ? `None of ${rows.length} recordings lies beside another`
          : `${heard} of ${counted(rows.length, 'recording')} lie together`}
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
