import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import Papa from 'papaparse'
import { readBandTable } from '@kavrell/core/radio'
import { counted } from '@kavrell/core/text'
import { type RadioPlan } from '@kavrell/core/patch'
import { createRecord, updateRecord } from '@kavrell/core/records'
import { newId } from '../../store/newId.ts'
import { commitOrSay, say } from '../../store/production.ts'
import { useParts, useRights } from '../../store/selectors.ts'
import { addRecord, takeOut } from '../../ui/addRecord.ts'
import { ChooseFile } from '../../ui/fields.tsx'
import { Button, Section } from '../../ui/parts.tsx'
import { RecordField } from '../../ui/RecordField.tsx'
import { Scanner } from './Scanner.tsx'
import { isTrouble, sayTrouble } from './words.ts'

/** What transmits, what is wrong with where it is set, and where it could go. */
export function Radio({ plan }: { plan: RadioPlan }) {
  const rights = useRights()
  const { radioBand, radioStation, production } = useParts('radioBand', 'radioStation', 'production')
  const moves = [...plan.proposed].flatMap(([id, onMHz]) => (onMHz === null ? [] : [{ id, onMHz }]))
  const setAll = () => commitOrSay('Set transmitters to clear frequencies', moves.map(({ id, onMHz }) => updateRecord('transmitter', id as never, { onMHz }))) // prettier-ignore
  return (
    <Section
      title="On the air"
      actions={
        rights.plan && (
          <>
            {moves.length > 1 && (
              <Button kind="main" onClick={setAll}>
                Set all {moves.length} clear
              </Button>
            )}
            <Button
              onClick={() =>
                addRecord('transmitter', 'Add a transmitter', { name: `Transmitter ${plan.of.length + 1}` })
              }
            >
              Add a transmitter
            </Button>
          </>
        )
      }
    >
      {plan.of.map(({ transmitter, troubles }) => {
        const proposed = plan.proposed.get(transmitter.id)
        const stops = troubles.some(isTrouble)
        return (
          <Box key={transmitter.id} py="8px" borderBottom="1px solid" borderColor="line" data-thing={transmitter.id}>
            <Grid
              templateColumns={{ base: '1fr 1fr', md: '1.2fr 1fr 1.2fr 116px 84px 100px 96px auto' }}
              gap="4px 12px"
              alignItems="end"
            >
              {(['name', 'carries', 'personId', 'fromMHz', 'toMHz', 'stepKHz', 'onMHz'] as const).map((field) => (
                <RecordField key={field} kind="transmitter" id={transmitter.id} field={field} />
              ))}
              {rights.plan && (
                <Button kind="word" onClick={() => takeOut('transmitter', transmitter.id, transmitter.name)}>
                  Take out
                </Button>
              )}
            </Grid>
            {troubles.slice(0, 3).map((trouble, i) => (
              <Text key={i} color={isTrouble(trouble) ? 'stop' : 'watch'} mt="3px">
                {sayTrouble(trouble, production.radioSpacingKHz)}
              </Text>
            ))}
            {plan.spares.has(transmitter.id) && (
              <Text color="soft" fontSize="small">
                {plan.spares.get(transmitter.id) === null
                  ? 'No spare frequency beside the others.'
                  : `Spare: ${plan.spares.get(transmitter.id)} MHz`}
              </Text>
            )}
            {troubles.length > 3 && <Text color="soft">and {troubles.length - 3} more.</Text>}
            {!stops && proposed !== undefined && (
              <Text color="stop" mt="3px">
                What it makes with others falls on them.
              </Text>
            )}
            {rights.plan && typeof proposed === 'number' && (
              <Button
                mt="5px"
                onClick={() =>
                  commitOrSay(`Set ${transmitter.name} to ${proposed} MHz`, [
                    updateRecord('transmitter', transmitter.id, { onMHz: proposed }),
                  ])
                }
              >
                Set {transmitter.name} to {proposed} MHz
              </Button>
            )}
            {proposed === null && (
              <Text color="soft" mt="3px">
                {plan.roomBy.has(transmitter.id) &&
                  `It fits at ${plan.roomBy.get(transmitter.id)!.onMHz} MHz once ${plan.roomBy.get(transmitter.id)!.off.name} is off. `}
                {plan.isProved
                  ? 'As the others stay, it fits nowhere: move or switch off one of them, or find a wider band.'
                  : 'No clear frequency was found beside the others.'}
              </Text>
            )}
          </Box>
        )
      })}
      <Flex gap="14px" mt="8px" align="end" wrap="wrap">
        <RecordField kind="production" id={production.id} field="radioSpacingKHz" width="150px" />
        <RecordField kind="production" id={production.id} field="radioGuardKHz" width="150px" />
        <Text color="soft" fontSize="note" flex="1" minW="240px">
          Products of two and three transmitters are reckoned. It knows what is listed and what was scanned, and no
          other; listen before you trust it. What may be used is decided by local rules and licences.
        </Text>
      </Flex>
      <Scanner plan={plan} />
      <Flex gap="28px" wrap="wrap" mt="14px">
        <Spans title="May be used" kind="radioBand" records={Object.values(radioBand)} add="Add a band" />
        <Spans
          title="Transmits here anyway"
          kind="radioStation"
          records={Object.values(radioStation)}
          add="Add a station"
        />
      </Flex>
    </Section>
  )
}

function Spans({
  title,
  kind,
  records,
  add,
}: {
  title: string
  kind: 'radioBand' | 'radioStation'
  records: readonly { readonly id: string; readonly name: string }[]
  add: string
}) {
  const rights = useRights()
  return (
    <Box flex="1" minW="320px">
      <Text fontWeight={700}>{title}</Text>
      {records.map(({ id, name }) => (
        <Flex key={id} gap="10px" align="end" py="5px" wrap="wrap">
          <RecordField kind={kind} id={id} field="name" />
          <RecordField kind={kind} id={id} field="fromMHz" width="90px" />
          <RecordField kind={kind} id={id} field="toMHz" width="90px" />
          {kind === 'radioBand' && <RecordField kind={kind} id={id} field="isConfirmed" />}
          {rights.plan && (
            <Button kind="word" onClick={() => takeOut(kind, id as never, name)}>
              Take out
            </Button>
          )}
        </Flex>
      ))}
      {rights.plan && (
        <Flex gap="8px" mt="4px">
          <Button onClick={() => addRecord(kind, add)}>{add}</Button>
          {kind === 'radioBand' && (
            <ChooseFile label="Bands from a table" accept=".csv,.txt,.tsv" onFile={(file) => void bringBands(file)}>
              Bands from a table
            </ChooseFile>
          )}
        </Flex>
      )}
    </Box>
  )
}

/** Bands out of a file: none is taken as looked up. */
async function bringBands(file: File): Promise<void> {
  const cells = Papa.parse<string[]>((await file.text()).trim(), { skipEmptyLines: 'greedy', delimitersToGuess: ['\t', ';', ','] }).data // prettier-ignore
  const read = readBandTable(cells)
  if (!read.ok) return say(`${file.name} is not read. ${read.error}`, 'stop')
  const { bands, unread } = read.value
  if (bands.length > 0 && !commitOrSay(`Bands from ${file.name}`, bands.map((band) => createRecord('radioBand', band, newId())))) return // prettier-ignore
  say([`${counted(bands.length, 'band')} from ${file.name}: look up each before it is used.`, ...unread.slice(0, 3)].join(' '), unread.length > 0 ? 'stop' : 'info', bands.length > 0) // prettier-ignore
}
