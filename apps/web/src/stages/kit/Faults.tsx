import { Box, Flex, Text } from '@chakra-ui/react'
import { faultyThing, isolationOf, USUAL_PARTS } from '@kavrell/core/faults'
import { counted } from '@kavrell/core/text'
import { useProduction, useRights } from '../../store/selectors.ts'
import { addRecord } from '../../ui/addRecord.ts'
import { Answer, Button, Empty } from '../../ui/parts.tsx'
import { useChosen } from '../../ui/useChosen.ts'
import { FaultPanel } from './FaultPanel.tsx'
import { sayFound } from './faultWords.ts'

/** What does not work, what was tried, and what it was. */
export function Faults() {
  const production = useProduction()
  const rights = useRights()
  const [chosenId, choose] = useChosen()
  const faults = Object.values(production.fault).toSorted((a, b) => Number(b.state === 'open') - Number(a.state === 'open') || (a.id < b.id ? 1 : -1)) // prettier-ignore
  const open = faults.filter(({ state }) => state === 'open')
  const report = () => choose(addRecord('fault', 'Report a fault', { parts: [...USUAL_PARTS.sound] }))
  if (faults.length === 0)
    return (
      <Empty says="What fails on set is found by swapping one part at a time, and proved by putting the old one back. What it was goes back with the thing, to its hirer or its next job.">
        {rights.plan && <Button onClick={report}>Report a fault</Button>}
      </Empty>
    )
  return (
    <>
      <Flex align="center" gap="12px" wrap="wrap">
        <Answer tone={open.length > 0 ? 'watch' : 'ink'}>
          {open.length > 0 ? `${counted(open.length, 'fault')} open` : 'No fault is open'}
        </Answer>
        {rights.plan && (
          <Button ml="auto" onClick={report}>
            Report a fault
          </Button>
        )}
      </Flex>
      <Box mt="12px">
        {faults.map((fault) => (
          <Box key={fault.id} borderBottom="1px solid" borderColor="line" data-fault={fault.name}>
            <Flex
              as="button"
              w="100%"
              textAlign="left"
              gap="12px"
              py="9px"
              minH="44px"
              wrap="wrap"
              cursor="pointer"
              aria-expanded={fault.id === chosenId}
              onClick={() => choose(fault.id === chosenId ? null : fault.id)}
            >
              <Text fontWeight={700}>{faultyThing(production, fault)}</Text>
              <Text>{fault.name}</Text>
              <Text
                color={fault.state === 'open' ? 'watch' : 'soft'}
                fontWeight={fault.state === 'open' ? 600 : 400}
                ml="auto"
              >
                {fault.state === 'open' ? sayFound(isolationOf(production, fault.id)) : fault.state}
              </Text>
            </Flex>
            {fault.id === chosenId && <FaultPanel fault={fault} />}
          </Box>
        ))}
      </Box>
    </>
  )
}
