import { Box, Text } from '@chakra-ui/react'
import { asId, byId } from '@kavrell/core/records'
import { useProduction, useRights } from '../../store/selectors.ts'
import { addRecord, takeOut } from '../../ui/addRecord.ts'
import { Button, FieldRow } from '../../ui/parts.tsx'
import { RecordField } from '../../ui/RecordField.tsx'

/** Who puts cards in on an evening, and when they sleep: a card that comes later waits until they are up. */
export function CopyHands({ dayId }: { dayId: string }) {
  const { copyHand, attendance, person } = useProduction()
  const rights = useRights()
  const own = Object.values(copyHand).filter((one) => one.dayId === dayId)
  const taken = new Set<string>(own.map(({ personId }) => personId))
  const there = Object.values(attendance).filter((one) => one.dayId === dayId).map(({ personId }) => personId) // prettier-ignore
  const free = [...there, ...Object.values(person).map(({ id }) => id)].find((id) => !taken.has(id))
  if (own.length === 0 && !rights.plan) return null
  return (
    <Box mt="8px">
      {own.map(({ id, personId }) => (
        <FieldRow
          key={id}
          data-copies={byId(person, personId)?.name}
          templateColumns={{ base: '1fr 1fr', md: 'minmax(170px, 1.4fr) 1fr 1fr 1fr auto' }}
        >
          <RecordField kind="copyHand" id={id} field="personId" />
          <RecordField kind="copyHand" id={id} field="fromMin" empty="end of shooting" />
          <RecordField kind="copyHand" id={id} field="asleepFromMin" empty="by the call" />
          <RecordField kind="copyHand" id={id} field="asleepUntilMin" empty="by the call" />
          {rights.plan && (
            <Button kind="word" onClick={() => takeOut('copyHand', id, byId(person, personId)?.name ?? 'who copies')}>
              Take out
            </Button>
          )}
        </FieldRow>
      ))}
      {rights.plan && free && (
        <Button
          mt="8px"
          onClick={() => addRecord('copyHand', 'Add who copies', { dayId: asId(dayId), personId: free })}
        >
          {own.length > 0 ? 'Somebody else copies too' : 'Say who copies'}
        </Button>
      )}
      {own.length === 0 && Object.keys(person).length === 0 && (
        <Text color="soft">Nobody is on the crew list yet.</Text>
      )}
    </Box>
  )
}
