import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { faultyId } from '@kavrell/core/faults'
import { liftedBy, type PackedCase, type PackedThing, recase, type Way } from '@kavrell/core/packing'
import type { ById, RecordOf } from '@kavrell/core/records'
import { clock, counted } from '@kavrell/core/text'
import { commitOrSay } from '../../store/production.ts'
import { useRecords, useRights } from '../../store/selectors.ts'
import { takeOut } from '../../ui/addRecord.ts'
import { Tick } from '../../ui/fields.tsx'
import { Button } from '../../ui/parts.tsx'
import { RecordField } from '../../ui/RecordField.tsx'
import { CaseLabel } from './CaseLabel.tsx'
import { tickCase, tickThings } from './logPacking.ts'

interface CasePanelProps {
  readonly packed: PackedCase
  readonly day: RecordOf<'day'>
  readonly way: Way
  readonly vehicles: ById<RecordOf<'vehicle'>>
}

/** One case: what goes in it, ticked as it is seen, and one key that says that it is loaded. */
export function CasePanel({ packed, day, way, vehicles }: CasePanelProps) {
  const rights = useRights()
  const { record, things, there, of, kg, seen } = packed
  const vehicle = record.vehicleId ? vehicles[record.vehicleId] : undefined
  const owed = of - there
  return (
    <Box mb="22px" data-packing={record.label}>
      <Flex align="baseline" gap="10px">
        <Text fontSize="answer" fontWeight={700} lineHeight="1">
          {record.label}
        </Text>
        <Text fontWeight={600} minW={0} css={{ overflowWrap: 'anywhere' }}>
          {record.name}
        </Text>
        <Text
          ml="auto"
          fontWeight={700}
          fontSize="large"
          color={owed === 0 && of > 0 ? 'safe' : 'watch'}
          whiteSpace="nowrap"
        >
          {there} of {of}
        </Text>
      </Flex>
      <Text color="soft" fontSize="note">
        {Math.round(kg * 10) / 10} kg{liftedBy(kg) > 1 ? `: ${liftedBy(kg)} lift it` : ''}
      </Text>
      <Box mt="6px">
        {things.map((thing) => (
          <ThingRow key={thing.id} thing={thing} day={day} way={way} />
        ))}
        {things.length === 0 && <Text color="soft">Nothing goes in it yet: choose this case for what is in none.</Text>}
      </Box>
      {rights.log && of > 0 && (
        <Flex gap="8px" mt="10px" direction="column">
          {owed > 0 && (
            <Button
              onClick={() =>
                tickThings(
                  day.id,
                  way,
                  things.filter((thing) => thing.seen === null),
                  'in',
                )
              }
              disabled={!things.some((thing) => thing.seen === null)}
            >
              I have seen all that is not ticked yet
            </Button>
          )}
          {vehicle && (
            <Button
              kind={seen === 'in' ? 'plain' : 'main'}
              h="auto"
              py="12px"
              onClick={() => tickCase(day.id, way, packed, seen !== 'in')}
            >
              <Box textAlign="center">
                <Text fontWeight={700} fontSize="large">
                  {seen === 'in'
                    ? `${record.label} is in: take it out again`
                    : `${record.label} is in the ${vehicle.name}`}
                </Text>
                {owed > 0 && seen !== 'in' && (
                  <Text fontSize="note">{counted(owed, 'thing')} not seen, kept as owed</Text>
                )}
              </Box>
            </Button>
          )}
        </Flex>
      )}
      {rights.plan && (
        <Box as="details" mt="10px">
          <Box as="summary" color="action" fontWeight={600} cursor="pointer">
            This case
          </Box>
          <Grid templateColumns="1fr 1fr" gap="8px 14px" mt="8px">
            <CaseLabel packed={packed} />
            {(['name', 'vehicleId', 'kg', 'longCm', 'wideCm', 'highCm', 'staysIn'] as const).map((field) => (
              <RecordField key={field} kind="kitCase" id={record.id} field={field} />
            ))}
          </Grid>
          <Button kind="word" mt="8px" onClick={() => takeOut('kitCase', record.id, `case ${record.label}`)}>
            Take this case off the list
          </Button>
        </Box>
      )}
    </Box>
  )
}

function ThingRow({ thing, day, way }: { thing: PackedThing; day: RecordOf<'day'>; way: Way }) {
  const rights = useRights()
  const { name, count, seen, there, wanted, isRented } = thing
  const isOut = seen === 'not here'
  const faults = Object.values(useRecords('fault')).filter((fault) => fault.state !== 'mended' && faultyId(fault) === thing.id) // prettier-ignore
  const notes = [...faults.map((fault) => fault.name), wanted && `wanted ${clock(wanted.atMin)}`, isRented && 'rented', isOut && 'not here', seen === 'in' && there < count && `${count - there} owed`] // prettier-ignore
  return (
    <Flex align="center" gap="10px" minH="48px" borderBottom="1px solid" borderColor="line" data-thing={name}>
      <Tick
        checked={seen === 'in' && there === count}
        disabled={!rights.log}
        onTick={(isIn) => tickThings(day.id, way, [thing], isIn ? 'in' : 'open')}
        size={{ base: 'lg', md: 'md' }}
        flex="1"
        minW={0}
        py="8px"
      >
        <Text as="span" fontWeight={600} color={isOut ? 'watch' : undefined} css={{ overflowWrap: 'anywhere' }}>
          {count > 1 ? `${count} × ` : ''}
          {name}
        </Text>
        <Text as="span" display="block" color={isOut ? 'watch' : 'soft'} fontSize="note">
          {notes.filter(Boolean).join(', ')}
        </Text>
      </Tick>
      {rights.log && count > 1 && (
        <Button
          kind="quiet"
          aria-label={`One ${name} fewer`}
          disabled={there === 0 && seen === 'in'}
          onClick={() => tickThings(day.id, way, [thing], 'in', (seen === 'in' ? there : count) - 1)}
        >
          −1
        </Button>
      )}
      {rights.log && (
        <Button
          kind="quiet"
          aria-pressed={isOut}
          onClick={() => tickThings(day.id, way, [thing], isOut ? 'open' : 'not here')}
        >
          Not here
        </Button>
      )}
      {rights.plan && (
        <Button
          kind="word"
          aria-label={`${name} out of this case`}
          onClick={() => commitOrSay(`${name} out of its case`, recase([thing], ''))}
        >
          Out
        </Button>
      )}
    </Flex>
  )
}
