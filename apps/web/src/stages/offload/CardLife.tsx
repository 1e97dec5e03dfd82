import { Flex, Text } from '@chakra-ui/react'
import { addressOf, ENDPOINTS } from '@kavrell/contract'
import { useMemo, useState } from 'react'
import { cardLife } from '@kavrell/core/cards'
import type { RecordOf } from '@kavrell/core/records'
import { useProduction } from '../../store/selectors.ts'
import { PaperLink } from '../../ui/PaperLink.tsx'
import { Button, Section } from '../../ui/parts.tsx'
import { useDay } from '../../ui/useDay.ts'

const SHOWN = 6

/** What happened to a card, the newest first. */
export function CardLife({ card }: { card: RecordOf<'card'> }) {
  const production = useProduction()
  const { dayPlan } = useDay()
  const [all, setAll] = useState(false)
  const events = useMemo(() => cardLife(production, card.id).toReversed(), [production, card.id])
  if (events.length === 0) return null
  const timeZone = (dayPlan && production.place[dayPlan.day.placeId]?.timeZone) ?? 'UTC'
  const when = new Intl.DateTimeFormat('en-GB', { timeZone, day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' }) // prettier-ignore
  return (
    <Section
      title={`What happened to ${card.label}`}
      actions={
        <PaperLink
          href={addressOf(ENDPOINTS.cardReportPdf, { productionId: production.production.id, cardId: card.id })}
        >
          On paper
        </PaperLink>
      }
    >
      {(all ? events : events.slice(0, SHOWN)).map((event) => (
        <Flex key={`${event.version} ${event.says}`} gap="10px" py="2px" fontSize="small">
          <Text fontFamily="mono" color="soft" whiteSpace="nowrap" w="104px" flex="none">
            {Number.isNaN(Date.parse(event.at)) ? '' : when.format(new Date(event.at))}
          </Text>
          <Text fontWeight={event.empties ? 700 : 400}>{event.says}</Text>
        </Flex>
      ))}
      {events.length > SHOWN && !all && (
        <Button kind="quiet" onClick={() => setAll(true)}>
          All {events.length}
        </Button>
      )}
    </Section>
  )
}
