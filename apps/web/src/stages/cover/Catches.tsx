import { Box, Flex, Text } from '@chakra-ui/react'
import { type Catch, catchesOf } from '@kavrell/core/moments'
import type { Moment } from '@kavrell/core/records'
import { lapse } from '@kavrell/core/text'
import { useParts, useRights } from '../../store/selectors.ts'
import { addRecord, takeOut } from '../../ui/addRecord.ts'
import { RecordField } from '../../ui/RecordField.tsx'
import { Button, FieldRow, Section } from '../../ui/parts.tsx'
import { logMoment } from './logMoment.ts'
import { letterOf } from './words.ts'

/** So long before it is over it is called out, seconds. */
const SOON_S = 120

const byWhom = (letter: string | null) => (letter ? `, by ${letter}` : '')

/** While it goes on: who must still be caught and in how long, one key each; what was caught is one line. */
export function CatchList({ moment, nowS }: { moment: Moment; nowS: number }) {
  const records = useParts('momentCatch', 'momentEvent', 'momentCamera', 'momentHand', 'momentPlace', 'camera', 'person') // prettier-ignore
  const rights = useRights()
  const catches = catchesOf(records, moment.id)
  if (catches.length === 0) return null
  const open = catches.filter(({ caughtS }) => caughtS === null)
  const caught = catches.filter(({ caughtS }) => caughtS !== null)
  return (
    <Box role="list" aria-label="To be caught">
      {open.map(({ wanted }) => {
        const leftS = wanted.untilS - nowS
        const isOver = leftS <= 0
        const isSoon = leftS < SOON_S
        return (
          <Flex
            key={wanted.id}
            role="listitem"
            gap="10px"
            py="5px"
            align="center"
            borderBottom="1px solid"
            borderColor="line"
          >
            <Text flex="1" fontWeight={isSoon ? 700 : 400}>
              {wanted.name}
              {byWhom(wanted.momentCameraId && letterOf(records, wanted.momentCameraId))}
            </Text>
            <Text
              fontFamily="mono"
              color={isOver ? 'stop' : isSoon ? 'watch' : 'ink'}
              fontWeight={isSoon ? 700 : 400}
              textAlign="right"
            >
              {isOver ? `${lapse(-leftS)} too late` : `within ${lapse(leftS)}`}
            </Text>
            {rights.log && (
              <Button
                minH="44px"
                aria-label={`${wanted.name} is caught`}
                onClick={() => logMoment(`${wanted.name} is caught`, moment, { type: 'caught', catchId: wanted.id })}
              >
                Caught
              </Button>
            )}
          </Flex>
        )
      })}
      {caught.length > 0 && (
        <Text color="soft" fontSize="note" pt="4px" role="listitem">
          Said to be caught: {caught.map(caughtWords).join(', ')}.
        </Text>
      )}
    </Box>
  )
}

const caughtWords = ({ wanted, caughtS, isLate }: Catch) =>
  `${wanted.name} at ${lapse(caughtS!)}${isLate ? `, ${lapse(caughtS! - wanted.untilS)} too late` : ''}`

/** What nobody said was caught, once it is over. */
export function NotCaught({ moment }: { moment: Moment }) {
  const records = useParts('momentCatch', 'momentEvent')
  const open = catchesOf(records, moment.id).filter(({ caughtS }) => caughtS === null)
  if (open.length === 0) return null
  return (
    <Text color="stop" fontWeight={600} mt="4px">
      Nobody said that {open.map(({ wanted }) => wanted.name).join(', ')} {open.length === 1 ? 'was' : 'were'} caught.
    </Text>
  )
}

/** Before: who leaves when. */
export function CatchPlan({ moment }: { moment: Moment }) {
  const records = useParts('momentCatch', 'momentCamera', 'momentHand', 'momentPlace', 'camera', 'person')
  const rights = useRights()
  const letters = new Map(
    Object.values(records.momentCamera)
      .filter(({ momentId }) => momentId === moment.id)
      .map(({ id }) => [id as string, letterOf(records, id)] as const)
      .toSorted(([, a], [, b]) => a.localeCompare(b)),
  )
  const catches = Object.values(records.momentCatch)
    .filter(({ momentId }) => momentId === moment.id)
    .toSorted((a, b) => a.untilS - b.untilS)
  return (
    <Section title="Who must be caught before when">
      {catches.length === 0 && (
        <Text color="soft" fontSize="note">
          Who leaves early, or is there only for a while, is a line with its time: whoever films is told how long is
          left.
        </Text>
      )}
      {catches.map(({ id, name, untilS }) => (
        <FieldRow
          key={id}
          data-thing={id}
          templateColumns={{ base: '1fr 1fr', md: 'minmax(200px, 2fr) 104px minmax(120px, 1fr) auto' }}
        >
          <RecordField kind="momentCatch" id={id} field="name" />
          <RecordField kind="momentCatch" id={id} field="untilS" />
          <RecordField kind="momentCatch" id={id} field="momentCameraId" names={letters} empty="any" />
          {rights.plan && (
            <Button kind="word" onClick={() => takeOut('momentCatch', id, name)}>
              Take out
            </Button>
          )}
          {untilS > moment.lastsS && (
            <Text color="watch" fontSize="note" gridColumn="1 / -1">
              It is over at {lapse(moment.lastsS)}, before that.
            </Text>
          )}
        </FieldRow>
      ))}
      {rights.plan && (
        <Button
          mt="8px"
          onClick={() =>
            addRecord('momentCatch', 'Add who must be caught', {
              momentId: moment.id,
              untilS: Math.min(moment.lastsS, (catches.at(-1)?.untilS ?? 0) + 300),
            })
          }
        >
          Somebody more
        </Button>
      )}
    </Section>
  )
}
