import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { createRecord, readValue, type RecordOf } from '@kavrell/core/records'
import {
  AGREES_STOPS,
  correctionsOf,
  metered,
  type Metered,
  predictedLux,
  type SetupReading,
  simulatedMeter,
} from '@kavrell/core/setup'
import { asName, lux } from '@kavrell/core/text'
import { newId } from '../../store/newId.ts'
import { commitOrSay, say } from '../../store/production.ts'
import { useProduction, useRights } from '../../store/selectors.ts'
import { takeOut } from '../../ui/addRecord.ts'
import { Input, Select } from '../../ui/fields.tsx'
import { Button, Hint, Section } from '../../ui/parts.tsx'

/** What the meter said at the marks, against the plan, and what the plan learns from it. */
export function Meter({ setup, reading }: { setup: RecordOf<'setup'>; reading: SetupReading }) {
  const production = useProduction()
  const rights = useRights()
  const [markId, setMarkId] = useState<string>(reading.marks[0]?.mark.id ?? '')
  const [lampId, setLampId] = useState('')
  const [typed, setTyped] = useState('')
  const [turn, setTurn] = useState(0)
  const readings = useMemo(() => metered(production, setup), [production, setup])
  const mark = reading.marks.find((one) => one.mark.id === markId) ?? reading.marks[0]
  if (!mark) return <Hint>Put a mark on the plan: the meter is held where a face will be.</Hint>
  const lamp = lampId === '' ? null : lampId
  const said = predictedLux(reading, mark.mark.id, lamp)
  const keep = () => {
    const read = readValue('meterReading', 'lux', typed, new Map(), 'metric')
    if (!read.ok) return say(read.error, 'stop')
    const fields = { setupId: setup.id, markId: mark.mark.id, lampId: lamp as RecordOf<'lamp'>['id'] | null, lux: read.value as number, predictedLux: said ?? 0 } // prettier-ignore
    if (commitOrSay(`Meter at ${mark.mark.name}`, [createRecord('meterReading', fields, newId())])) setTyped('')
  }
  return (
    <Section title="Meter">
      <Flex gap="8px" align="center" wrap="wrap">
        <Text>At</Text>
        <Select aria-label="Metered at" value={mark.mark.id} w="130px" onChange={(e) => setMarkId(e.target.value)}>
          {reading.marks.map((one) => (
            <option key={one.mark.id} value={one.mark.id}>
              {one.mark.name}
            </option>
          ))}
        </Select>
        <Text>with</Text>
        <Select aria-label="Lit by" value={lampId} w="190px" onChange={(e) => setLampId(e.target.value)}>
          <option value="">everything lit</option>
          {reading.lamps.map((one) => (
            <option key={one.id} value={one.id}>
              {one.role} alone, {one.name}
            </option>
          ))}
        </Select>
        <Text>
          the plan says <b>{said === null ? 'nothing' : lux(said)}</b>, the meter
        </Text>
        <Input
          aria-label="Meter said, lx"
          value={typed}
          w="90px"
          onChange={(e) => setTyped(e.target.value)}
          onKeyDown={(e) => {
            if (e.key === 'Enter') keep()
          }}
        />
        <Text>lx</Text>
        {rights.plan && (
          <>
            <Button kind="main" disabled={typed.trim() === ''} onClick={keep}>
              Keep it
            </Button>
            <Button
              onClick={() => {
                setTurn(turn + 1)
                setTyped(String(simulatedMeter(production, setup, mark.mark.id, lamp, turn + 1)))
              }}
            >
              Ask the practice meter
            </Button>
          </>
        )}
      </Flex>
      <Hint>
        The practice meter is made up, for trying this out. Edge lamps count only where they are metered alone; point
        the meter at the lens for everything, at the lamp for an edge.
      </Hint>
      {readings.map((one) => (
        <Line key={one.reading.id} setup={setup} one={one} />
      ))}
    </Section>
  )
}

function Line({ setup, one }: { setup: RecordOf<'setup'>; one: Metered }) {
  const production = useProduction()
  const rights = useRights()
  const { reading, markName, lamp, predictedLux: now, offStops } = one
  const isOff = offStops !== null && Math.abs(offStops) >= AGREES_STOPS
  const [isOpen, setOpen] = useState(false)
  // What the room would have to send back is found by looking: only for whoever asks.
  const ways = useMemo(
    () => (isOpen && isOff ? correctionsOf(production, setup, one, newId) : []),
    [isOpen, isOff, production, setup, one],
  )
  return (
    <Box py="6px" borderBottom="1px solid" borderColor="line">
      <Grid templateColumns="1.4fr 84px 84px 1fr auto" gap="10px" alignItems="baseline">
        <Text>
          {asName(markName)}, {lamp ? `${lamp.role} alone` : 'everything'}
        </Text>
        <Text fontFamily="mono" textAlign="right">
          {lux(reading.lux)}
        </Text>
        <Text fontFamily="mono" textAlign="right" color="soft">
          {now === null ? 'gone' : lux(now)}
        </Text>
        <Text color={isOff ? 'watch' : 'soft'} fontWeight={isOff ? 700 : 400}>
          {offStops === null
            ? 'what it was of is gone'
            : isOff
              ? `${Math.abs(offStops).toFixed(1)} stops ${offStops < 0 ? 'less' : 'more'} than planned`
              : 'as planned'}
        </Text>
        {rights.plan && (
          <Button kind="word" onClick={() => takeOut('meterReading', reading.id, `the reading at ${markName}`)}>
            Remove
          </Button>
        )}
      </Grid>
      {rights.plan && isOff && (
        <Flex gap="6px" wrap="wrap" mt="3px" align="center">
          {!isOpen && <Button onClick={() => setOpen(true)}>Make the plan agree …</Button>}
          {ways.map(({ says, changes }) => (
            <Button key={says} onClick={() => commitOrSay(`By the meter: ${says}`, changes)}>
              {says}
            </Button>
          ))}
        </Flex>
      )}
    </Box>
  )
}
