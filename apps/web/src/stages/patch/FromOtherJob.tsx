import { Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { ENDPOINTS, type OtherCard } from '@kavrell/contract'
import { createRecord, lastRank, ranksBetween } from '@kavrell/core/records'
import { counted } from '@kavrell/core/text'
import { ask } from '../../store/api.ts'
import { newId } from '../../store/newId.ts'
import { commitOrSay, say, useProductionStore } from '../../store/production.ts'
import { useRecords } from '../../store/selectors.ts'
import { Button } from '../../ui/parts.tsx'

/** Begins the card from that of another job: its lines, marked until somebody has said of each that it holds here. */
export function FromOtherJob() {
  const productionId = useProductionStore((s) => s.productionId)
  const lines = useRecords('setUpLine')
  const [cards, setCards] = useState<readonly OtherCard[] | null>(null)
  const open = () =>
    ask(ENDPOINTS.otherCards, {}).then(
      (all) => setCards(all.filter((card) => card.productionId !== productionId)),
      (error: Error) => say(error.message, 'stop'),
    )
  const take = (card: OtherCard) => {
    const known = new Set(Object.values(lines).flatMap(({ name, gone }) => (gone ? [] : name.toLowerCase())))
    const fresh = card.lines.filter(({ name }) => !known.has(name.toLowerCase()))
    const ranks = ranksBetween(lastRank(Object.values(lines)), null, fresh.length)
    if (fresh.length === 0) return say('All of its lines are on this card.')
    commitOrSay(`Card of ${card.of}`, fresh.map((line, i) => createRecord('setUpLine', { ...line, carriedFrom: card.of, rank: ranks[i]! }, newId()))) // prettier-ignore
  }
  if (!cards)
    return (
      <Button kind="quiet" onClick={() => void open()}>
        From another of your jobs
      </Button>
    )
  return (
    <>
      {cards.length === 0 && <Text color="soft">You plan no other production that has a card.</Text>}
      {cards.map((card) => (
        <Flex key={card.productionId} gap="10px" align="center" py="4px">
          <Text fontWeight={600}>{card.of}</Text>
          <Text color="soft" flex="1">
            {counted(card.lines.length, 'line')}
          </Text>
          <Button onClick={() => take(card)}>Take its lines over</Button>
        </Flex>
      ))}
    </>
  )
}
