import { Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { ENDPOINTS } from '@kavrell/contract'
import type { Evening } from '@kavrell/core/evening'
import { counted } from '@kavrell/core/text'
import { ask } from '../../store/api.ts'
import { say, useProductionStore } from '../../store/production.ts'
import { useProduction, useRights } from '../../store/selectors.ts'
import { Select } from '../../ui/fields.tsx'
import { Button } from '../../ui/parts.tsx'

/** One press: every card in the best order, then each second copy; what waits says what it waits for. */
export function BeginEvening({ evening }: { evening: Evening }) {
  const productionId = useProductionStore((s) => s.productionId)
  const rights = useRights()
  const people = Object.values(useProduction().person).filter(({ phone, email }) => phone || email)
  const { cards, problem, first, later, hands } = evening
  // Whoever sleeps while it goes on is told first.
  const [chosen, setTell] = useState<string | null>(null)
  const tellPersonId = chosen ?? people.find(({ id }) => hands.some(({ record }) => record?.personId === id))?.id ?? ''
  const inOrder = problem.order.map((i) => cards[i]!)
  const shot = inOrder.filter(({ loggedBytes, isSafe }) => loggedBytes > 0 && !isSafe)
  const empty = inOrder.filter(({ loggedBytes }) => loggedBytes === 0)
  if (!rights.log || shot.length === 0 || first.length === 0) return null
  const labels = (list: readonly { readonly label: string }[]) => list.map(({ label }) => label).join(', ')
  const begin = () => {
    ask(
      ENDPOINTS.beginEvening,
      { productionId: productionId! },
      {
        copies: shot.map(({ card }) => ({ cardId: card.id, driveIds: first.map(({ id }) => id) })),
        relays: later.flatMap((drive) => shot.map(({ card }) => ({ cardId: card.id, driveId: drive.id }))),
        ...(tellPersonId && { tellPersonId }),
      },
    ).then(
      ({ jobs, left }) => say(`${counted(jobs.length, 'copy', 'copies')} begun or waiting. ${left.join(' ')}`.trim()),
      (error: Error) => say(error.message, 'stop'),
    )
  }
  return (
    <Flex align="center" gap="12px" wrap="wrap" mt="8px">
      <Button kind="main" onClick={begin}>
        Begin the evening
      </Button>
      <Text color="soft" flex="1 1 260px">
        {labels(shot.map(({ card }) => card))} to {labels(first)}
        {later.length > 0 && `, then from ${first[0]!.label} to ${labels(later)}`}. Each waits for its card and drives.
        {empty.length > 0 && ` Nothing is on ${labels(empty.map(({ card }) => card))} yet.`}
      </Text>
      {people.length > 0 && (
        <Flex as="label" align="center" gap="8px" flex="1 1 100%">
          <Text color="soft">When they are over, or wait for a hand, tell</Text>
          <Select w="220px" value={tellPersonId} onChange={(event) => setTell(event.target.value)}>
            <option value="">nobody</option>
            {people.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Select>
        </Flex>
      )}
    </Flex>
  )
}
