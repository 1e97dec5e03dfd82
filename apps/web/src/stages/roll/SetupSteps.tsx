import { Box, Flex, Text } from '@chakra-ui/react'
import { stamp } from '../../store/clock.ts'
import { newId } from '../../store/newId.ts'
import { commitOrSay } from '../../store/production.ts'
import { useProduction, useRights } from '../../store/selectors.ts'
import { Tick } from '../../ui/fields.tsx'
import { SetupLetter } from '../../ui/parts.tsx'
import { asId, byId, createRecord, type RecordOf } from '@kavrell/core/records'
import { hasBegun, setupSteps } from '@kavrell/core/setup'
import type { TakeState } from '@kavrell/core/takes'

interface SetupStepsProps {
  readonly setupId: string
  readonly dayId: RecordOf<'day'>['id']
  readonly states: readonly TakeState[]
}

/** What is to be done before the first take of a setup. It holds nobody up, and is gone once that take is there. */
export function SetupSteps({ setupId, dayId, states }: SetupStepsProps) {
  const production = useProduction()
  const rights = useRights()
  const setup = byId(production.setup, asId<'setup'>(setupId))
  const steps = setupSteps(production, setupId, dayId)
  if (!setup || steps.length === 0 || hasBegun(production, setupId, states)) return null
  const open = steps.filter(({ done }) => !done).length
  const say = (step: string, done: boolean) => {
    const { at, deviceAt } = stamp()
    commitOrSay(`Setup ${setup.letter}: ${done ? '' : 'not '}${step}`, [
      createRecord('stepDone', { setupId: setup.id, dayId, step, done, happenedAt: at, deviceAt }, newId()),
    ])
  }
  return (
    <Box
      mt="10px"
      px="12px"
      py="8px"
      bg={open > 0 ? 'watchTint' : 'well'}
      role="group"
      aria-label={`Before the first take of setup ${setup.letter}`}
      data-steps
    >
      <Flex align="center" gap="8px">
        <SetupLetter letter={setup.letter} colour={setup.colour} />
        <Text fontWeight={700}>
          {open > 0 ? `${open} of ${steps.length} still to do before the first take` : 'All done for the first take'}
        </Text>
      </Flex>
      <Flex
        direction="column"
        mt="4px"
        // Space rolls, here too: what has the focus is ticked by Enter.
        onKeyDown={(e) => {
          const { type } = e.target as HTMLInputElement
          if (e.key === 'Enter' && type === 'checkbox') (e.target as HTMLInputElement).click()
        }}
      >
        {steps.map(({ step, done }) => (
          <Tick
            key={step}
            minH={{ base: '40px', md: '28px' }}
            disabled={!rights.log}
            checked={done}
            onTick={() => say(step, !done)}
          >
            {step}
          </Tick>
        ))}
      </Flex>
    </Box>
  )
}
