import { Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { ENDPOINTS } from '@kavrell/contract'
import { type Evening, eveningTasks } from '@kavrell/core/evening'
import type { Id } from '@kavrell/core/records'
import { counted } from '@kavrell/core/text'
import { ask } from '../../store/api.ts'
import { say, useProductionStore } from '../../store/production.ts'
import { useProduction, useRights } from '../../store/selectors.ts'
import { Select } from '../../ui/fields.tsx'
import { Button } from '../../ui/parts.tsx'

/** Cards that have the same words, together. */
function together(all: readonly (readonly [card: string, words: string])[]): string {
  const cardsOf = new Map<string, string[]>()
  for (const [card, words] of all) cardsOf.set(words, [...(cardsOf.get(words) ?? []), card])
  return Array.from(cardsOf, ([words, cards]) => `${cards.join(', ')} ${words}`).join('; ')
}

/** One press: every card in the best order, then each second copy; what waits says what it waits for. */
export function BeginEvening({ evening }: { evening: Evening }) {
  const productionId = useProductionStore((s) => s.productionId)
  const rights = useRights()
  const { person, card: listed, drive } = useProduction()
  const people = Object.values(person).filter(({ phone, email }) => phone || email)
  const { cards, problem, hands } = evening
  // Whoever sleeps while it goes on is told first.
  const [chosen, setTell] = useState<string | null>(null)
  const tellPersonId = chosen ?? people.find(({ id }) => hands.some(({ record }) => record?.personId === id))?.id ?? ''
  const tasks = eveningTasks(evening)
  if (!rights.log || (tasks.copies.length === 0 && tasks.relays.length === 0)) return null
  const card = (id: string) => listed[id as Id<'card'>]?.label ?? '?'
  const drives = (ids: readonly string[]) => ids.map((id) => drive[id as Id<'drive'>]?.label ?? '?').join(', ')
  const inOrder = problem.order.map((i) => cards[i]!)
  const copied = together(tasks.copies.map(({ cardId, driveIds }) => [card(cardId), `to ${drives(driveIds)}`]))
  const relayed = together(tasks.relays.map(({ cardId, driveId }) => [card(cardId), `to ${drives([driveId])}`]))
  const already = together(inOrder.flatMap((one) => (one.onDrives.length > 0 ? [[one.card.label, `on ${drives(one.onDrives)}`]] : []))) // prettier-ignore
  const empty = inOrder.filter(({ loggedBytes }) => loggedBytes === 0).map((one) => one.card.label)
  const begin = () => {
    ask(
      ENDPOINTS.beginEvening,
      { productionId: productionId! },
      {
        ...tasks,
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
        {[copied && `From cards: ${copied}.`, relayed && `From drive to drive: ${relayed}.`].filter(Boolean).join(' ')}{' '}
        Each waits for its card and drives.
        {already && ` Read back before, and not copied there again: ${already}.`}
        {empty.length > 0 && ` Nothing is on ${empty.join(', ')} yet.`}
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
