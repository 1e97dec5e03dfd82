import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { useRef, useState } from 'react'
import { type DeviceTimecode, ORDINARY_PPM, READ_WITHIN_S, readLabel } from '@kavrell/core/patch'
import { asId, createRecord } from '@kavrell/core/records'
import { hours, lapse, stretch } from '@kavrell/core/text'
import { stamp } from '../../store/clock.ts'
import { newId } from '../../store/newId.ts'
import { commitOrSay } from '../../store/production.ts'
import { useRecords, useRights } from '../../store/selectors.ts'
import { Input } from '../../ui/fields.tsx'
import { Picture } from '../../ui/Picture.tsx'
import { Button, Section } from '../../ui/parts.tsx'
import { ClockPictures } from './ClockPictures.tsx'

const COLUMNS = '54px minmax(96px, 1fr) minmax(96px, 1fr) minmax(96px, 1fr) minmax(96px, 1fr) 118px 178px'

/** When each clock was set, how far off it can be by now, and by when to set it again. */
export function Clocks({ clocks, nowMs }: { clocks: readonly DeviceTimecode[]; nowMs: number }) {
  if (clocks.length === 0) return null
  return (
    <Section title="Clocks">
      <Box overflowX="auto" tabIndex={0}>
        <Box minW="720px">
          <Grid
            templateColumns={COLUMNS}
            gap="0 14px"
            color="faint"
            fontSize="note"
            borderBottom="1px solid"
            borderColor="line"
            pb="3px"
          >
            {['device', 'set', 'drifts', 'off by now, at most', 'set again within', 'shows', ''].map((head) => (
              <Text key={head}>{head}</Text>
            ))}
          </Grid>
          {clocks.map((clock) => (
            <Clock key={clock.id} clock={clock} nowMs={nowMs} />
          ))}
        </Box>
      </Box>
      <ClockPictures clocks={clocks} />
      <Text color="soft" fontSize="note" mt="6px">
        A clock nobody has looked at twice is taken as an ordinary one, {ORDINARY_PPM} millionths either way. Set it,
        look at both displays, and write down how far it had been ahead: then its own drift is known. After a power-off
        it has to be set again; a fresh battery that was logged is taken for one. What a display shows is compared with
        the time of day at which its first digit was typed: read it, and type at once. A count that only runs while it
        rolls is no time of day.
      </Text>
    </Section>
  )
}

const minutesOf = (ms: number) => stretch(Math.max(1, Math.round(ms / 60_000)))

function Clock({ clock, nowMs }: { clock: DeviceTimecode; nowMs: number }) {
  const rights = useRights()
  const pictures = useRecords('picture')
  const [ahead, setAhead] = useState('')
  const [label, setLabel] = useState('')
  const [says, setSays] = useState<string | null>(null)
  const { id, letter, kind, jammedAt, isSince, driftPpm, withinPpm, offFrames, againBy, seen, linesUpBy } = clock
  const photographed = seen?.pictureId ? pictures[seen.pictureId] : undefined
  /** When somebody began to type what they had just read. */
  const readAt = useRef<ReturnType<typeof stamp> | null>(null)
  const device = kind === 'camera' ? { cameraId: asId<'camera'>(id) } : { recorderId: asId<'recorder'>(id) }
  const jam = () => {
    const { at, deviceAt } = stamp()
    const seenMs = ahead.trim() === '' ? null : Number(ahead.replace('−', '-').replace(',', '.'))
    if (commitOrSay(`Set the clock of ${letter}`, [createRecord('jam', { ...device, jammedAt: at, deviceAt, seenMs }, newId())])) setAhead('') // prettier-ignore
  }
  const look = () => {
    if (label.trim() === '') return
    if (!readLabel(label)) return setSays(`“${label.trim()}” is no timecode. Type it as 09:33:07:14.`)
    const { at, deviceAt } = readAt.current ?? stamp()
    const entry = { ...device, shown: label.normalize('NFKC').trim(), lookedAt: at, deviceAt }
    if (!commitOrSay(`${letter} shows ${entry.shown}`, [createRecord('clockLook', entry, newId())])) return
    setLabel('')
    setSays(null)
  }
  const leftMs = againBy === null ? null : Date.parse(againBy) - nowMs
  const isOff = offFrames !== null && offFrames > 0.5
  return (
    <Grid
      templateColumns={COLUMNS}
      gap="0 14px"
      py="6px"
      borderBottom="1px solid"
      borderColor="line"
      alignItems="center"
      data-clock={letter}
    >
      <Text fontWeight={700} fontSize="large">
        {letter}
      </Text>
      <Text color={jammedAt && !isSince ? 'ink' : 'watch'} fontWeight={jammedAt && !isSince ? 400 : 700}>
        {jammedAt ? `${minutesOf(nowMs - Date.parse(jammedAt))} ago${isSince ? ', before power-up' : ''}` : 'never'}
      </Text>
      <Text fontFamily="mono" fontSize="small">
        {driftPpm === null
          ? `up to ${withinPpm} ppm`
          : `${driftPpm < 0 ? '−' : ''}${Math.abs(driftPpm).toFixed(1)} ± ${withinPpm.toFixed(1)} ppm`}
      </Text>
      <Text fontFamily="mono" fontSize="small" color={isOff ? 'watch' : 'ink'} fontWeight={isOff ? 700 : 400}>
        {offFrames === null ? 'not known' : `${offFrames.toFixed(2)} frames`}
      </Text>
      <Text fontFamily="mono" fontSize="small" color={leftMs !== null && leftMs <= 0 ? 'watch' : 'ink'}>
        {leftMs === null ? '–' : leftMs <= 0 ? 'now' : minutesOf(leftMs)}
      </Text>
      {rights.log ? (
        <Input
          w="118px"
          fontFamily="mono"
          aria-label={`${letter} shows`}
          placeholder="09:33:07:14"
          value={label}
          onChange={(e) => {
            if (label === '') readAt.current = stamp()
            setLabel(e.target.value)
          }}
          onKeyDown={(e) => {
            if (e.key === 'Enter') look()
          }}
          onBlur={look}
        />
      ) : (
        <Text fontFamily="mono">{seen?.shown ?? ''}</Text>
      )}
      {rights.log && (
        <Flex gap="6px" align="center">
          <Input
            w="92px"
            aria-label={`${letter} was ahead by, milliseconds`}
            placeholder="ahead, ms"
            inputMode="numeric"
            value={ahead}
            onChange={(e) => setAhead(e.target.value)}
          />
          <Button onClick={jam}>{letter} is set</Button>
        </Flex>
      )}
      {(says || seen || linesUpBy !== 'timecode') && (
        <Text
          gridColumn="2 / -1"
          fontSize="small"
          color={says || isWrong(clock) ? 'stop' : 'soft'}
          fontWeight={says || isWrong(clock) ? 700 : 400}
        >
          {photographed && !says && (
            <Box float="left" mr="8px">
              <Picture picture={photographed} width={64} height={40} />
            </Box>
          )}
          {says ?? [seen && seenWords(seen), linesUpWords[linesUpBy]].filter(Boolean).join(' ')}
        </Text>
      )}
    </Grid>
  )
}

const isWrong = ({ seen, linesUpBy }: DeviceTimecode) =>
  (seen !== null && seen.reason !== 'agrees') || linesUpBy === 'nothing'

const linesUpWords = {
  timecode: '',
  'timecode as sound': 'Records timecode as sound: its files are lined up by that.',
  waveform: 'Lined up by its sound, as it hears what others hear.',
  nothing: 'Neither set nor given any sound: nothing lines its files up.',
} as const

/** What a look at a display says. */
function seenWords({ reason, aheadS, shown, isBeforePowerUp }: NonNullable<DeviceTimecode['seen']>): string {
  const by = aheadS === null ? '' : `${stretchOf(Math.abs(aheadS))} ${aheadS < 0 ? 'behind' : 'ahead'}`
  switch (reason) {
    case 'agrees':
      return isBeforePowerUp ? `Showed ${shown} before it was switched on again: look again.` : `Showed ${shown}, as it should to within ${READ_WITHIN_S} s.`
    case 'other rate':
      return `Shows ${shown}: no such label at the rate of this job. It counts at another rate, or in drop-frame.`
    case 'other zone':
      return `Shows ${shown}, ${hours(Math.round(Math.abs(aheadS!) / 900) * 15)} ${aheadS! < 0 ? 'behind' : 'ahead'}: another zone, or summer time.`
    case 'since power-up':
      return `Shows ${shown}: it began from nothing when it was switched on. Set it.`
    case 'other count':
      return `Shows ${shown}, ${by}: as much as 23.976 for 24, or non-drop for drop-frame, slips since it was set.`
    case 'off':
      return `Shows ${shown}, ${by}. Set it.`
  }
} // prettier-ignore

/** Seconds with a place, or hours and minutes. */
const stretchOf = (seconds: number) => (seconds < 60 ? `${seconds.toFixed(0)} s` : lapse(seconds))
