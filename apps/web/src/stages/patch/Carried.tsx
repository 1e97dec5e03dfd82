import { Box, Flex, Text } from '@chakra-ui/react'
import type { SetUpCard } from '@kavrell/core/patch'
import { updateRecord } from '@kavrell/core/records'
import { counted } from '@kavrell/core/text'
import { commitOrSay } from '../../store/production.ts'
import { useRights } from '../../store/selectors.ts'
import { Button } from '../../ui/parts.tsx'

/** Lines that came from another job and that nobody has looked at for this one. */
export function Carried({ card }: { card: SetUpCard }) {
  const rights = useRights()
  const carried = card.rows.flatMap(({ line }) => (line.carriedFrom ? [line] : []))
  if (carried.length === 0) return null
  return (
    <Box bg="well" p="10px" mb="10px" data-carried>
      <Text fontWeight={700} color="watch">
        {counted(carried.length, 'line')} as another job had them: nobody has said yet that they hold here.
      </Text>
      {carried.map((line) => (
        <Flex key={line.id} gap="12px" py="4px" align="center" wrap="wrap">
          <Text fontWeight={600} minW="130px">
            {line.name}
          </Text>
          <Text flex="1">
            {line.wanted || 'nothing wanted'}, from {line.carriedFrom}
          </Text>
          {rights.plan && (
            <>
              <Button onClick={() => commitOrSay(`${line.name} holds here`, [updateRecord('setUpLine', line.id, { carriedFrom: '' })])}>
                It holds here
              </Button>
              <Button kind="word" onClick={() => commitOrSay(`Take ${line.name} off the card`, [updateRecord('setUpLine', line.id, { gone: true, carriedFrom: '' })])}>
                Take off
              </Button>
            </>
          )}
        </Flex>
      ))}
    </Box>
  )
} // prettier-ignore
