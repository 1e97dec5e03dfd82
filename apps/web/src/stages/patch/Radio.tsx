import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { RADIO_RULES, type RadioPlan } from '@kavrell/core/patch'
import { updateRecord } from '@kavrell/core/records'
import { commitOrSay } from '../../store/production.ts'
import { useParts, useRights } from '../../store/selectors.ts'
import { addRecord, takeOut } from '../../ui/addRecord.ts'
import { Button, Section } from '../../ui/parts.tsx'
import { RecordField } from '../../ui/RecordField.tsx'
import { isTrouble, sayTrouble } from './words.ts'

/** What transmits, what is wrong with where it is set, and where it could go. */
export function Radio({ plan }: { plan: RadioPlan }) {
  const rights = useRights()
  const { radioBand, radioStation } = useParts('radioBand', 'radioStation')
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
              templateColumns={{ base: '1fr 1fr', md: '1.3fr 1fr 1.2fr 90px 90px 90px 110px auto' }}
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
                {sayTrouble(trouble)}
              </Text>
            ))}
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
                {plan.isProved
                  ? 'As the others stay, it fits nowhere: move or switch off one of them, or find a wider band.'
                  : 'No clear frequency was found beside the others.'}
              </Text>
            )}
          </Box>
        )
      })}
      <Text color="soft" fontSize="note" mt="6px">
        Reckoned: {RADIO_RULES.spacingKHz} kHz apart, products of two and three transmitters {RADIO_RULES.guard2KHz} kHz
        away. It knows what is listed here and no other; listen before you trust it. What may be used is decided by
        local rules and licences.
      </Text>
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
        <Button mt="4px" onClick={() => addRecord(kind, add)}>
          {add}
        </Button>
      )}
    </Box>
  )
}
