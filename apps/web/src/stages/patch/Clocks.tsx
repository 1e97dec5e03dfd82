import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { type DeviceTimecode, ORDINARY_PPM } from '@kavrell/core/patch'
import { asId, createRecord } from '@kavrell/core/records'
import { stretch } from '@kavrell/core/text'
import { stamp } from '../../store/clock.ts'
import { newId } from '../../store/newId.ts'
import { commitOrSay } from '../../store/production.ts'
import { useRights } from '../../store/selectors.ts'
import { Input } from '../../ui/fields.tsx'
import { Button, Section } from '../../ui/parts.tsx'

const COLUMNS = '54px minmax(110px, 1fr) minmax(110px, 1fr) minmax(120px, 1.1fr) minmax(130px, 1fr) auto'

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
            {['device', 'set', 'drifts', 'off by now, at most', 'set again within', ''].map((head) => (
              <Text key={head}>{head}</Text>
            ))}
          </Grid>
          {clocks.map((clock) => (
            <Clock key={clock.id} clock={clock} nowMs={nowMs} />
          ))}
        </Box>
      </Box>
      <Text color="soft" fontSize="note" mt="6px">
        A clock nobody has looked at twice is taken as an ordinary one, {ORDINARY_PPM} millionths either way. Set it,
        look at both displays, and write down how far it had been ahead: then its own drift is known. After a power-off
        it has to be set again; a fresh battery that was logged is taken for one.
      </Text>
    </Section>
  )
}

const minutesOf = (ms: number) => stretch(Math.max(1, Math.round(ms / 60_000)))

function Clock({ clock, nowMs }: { clock: DeviceTimecode; nowMs: number }) {
  const rights = useRights()
  const [seen, setSeen] = useState('')
  const { id, letter, kind, jammedAt, isSince, driftPpm, withinPpm, offFrames, againBy } = clock
  const jam = () => {
    const { at, deviceAt } = stamp()
    const seenMs = seen.trim() === '' ? null : Number(seen.replace('−', '-').replace(',', '.'))
    const device = kind === 'camera' ? { cameraId: asId<'camera'>(id) } : { recorderId: asId<'recorder'>(id) }
    if (commitOrSay(`Set the clock of ${letter}`, [createRecord('jam', { ...device, jammedAt: at, deviceAt, seenMs }, newId())])) setSeen('') // prettier-ignore
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
      {rights.log && (
        <Flex gap="6px" align="center">
          <Input
            w="92px"
            aria-label={`${letter} was ahead by, milliseconds`}
            placeholder="ahead, ms"
            inputMode="numeric"
            value={seen}
            onChange={(e) => setSeen(e.target.value)}
          />
          <Button onClick={jam}>{letter} is set</Button>
        </Flex>
      )}
    </Grid>
  )
}
