import { Box, Grid, Text } from '@chakra-ui/react'
import { useMemo } from 'react'
import { boxTime, deviceNowMs } from '../../store/clock.ts'
import { useProduction } from '../../store/selectors.ts'
import { Section } from '../../ui/parts.tsx'
import { useDay } from '../../ui/useDay.ts'
import type { DayPlan } from '@kavrell/core/day'
import { cardForecast, type DeviceForecast } from '@kavrell/core/evening'
import type { OrderItem, Production } from '@kavrell/core/records'
import { slateOf } from '@kavrell/core/shotlist'
import { counted, sayBytes } from '@kavrell/core/text'

/** Less than this off the plan is no word worth. */
const AS_PLANNED = 0.05

/** Which card fills when over the rest of the day, and which device has none left. */
export function CardsToCome() {
  const production = useProduction()
  const { dayPlan } = useDay()
  return dayPlan ? <OfDay production={production} dayPlan={dayPlan} /> : null
}

function OfDay({ production, dayPlan }: { production: Production; dayPlan: DayPlan }) {
  const { devices, runsLonger, seen } = useMemo(
    () => cardForecast(production, dayPlan, boxTime(deviceNowMs())),
    [production, dayPlan],
  )
  if (devices.length === 0) return null
  const lacking = devices.filter((one) => one.lacks)
  return (
    <Section title={`Cards for the rest of ${dayPlan.day.title}`}>
      <Text fontWeight={700} fontSize="lead" color={lacking.length > 0 ? 'stop' : 'ink'} data-cards-to-come>
        {lacking.length === 0
          ? 'Enough empty cards, by the plan'
          : `${lacking.map(({ device }) => device.letter).join(', ')} ${lacking.length === 1 ? 'runs' : 'run'} out of empty cards`}
      </Text>
      <Box mt="6px">
        {devices.map((one) => (
          <Grid
            key={one.device.id}
            templateColumns="28px 1fr 84px"
            gap="8px"
            py="4px"
            borderBottom="1px solid"
            borderColor="line"
          >
            <Text fontWeight={700}>{one.device.letter}</Text>
            <Text color={one.lacks ? 'stop' : undefined}>{says(production, dayPlan, one)}</Text>
            <Text fontFamily="mono" textAlign="right" color="soft">
              {sayBytes(one.comingBytes)}
            </Text>
          </Grid>
        ))}
      </Box>
      <Text color="soft" fontSize="note" mt="4px">
        By the log and the plan
        {seen > 0 && Math.abs(runsLonger - 1) > AS_PLANNED
          ? `, takes ${Math.round(Math.abs(runsLonger - 1) * 100)} % ${runsLonger > 1 ? 'longer' : 'shorter'} than planned, as ${counted(seen, 'shot')} went`
          : ''}
        . A card that could be wiped counts only once it is.
      </Text>
    </Section>
  )
}

function says(production: Production, { clock }: DayPlan, { cards, fills, lacks }: DeviceForecast): string {
  const nameOf = (item: OrderItem) =>
    slateOf(item.shotIds.flatMap((id) => production.shot[id]?.code ?? [])) || item.title
  const filling = fills.map(({ card, item, atMin }) => `${card.label} fills in ${nameOf(item)} (${clock.text(atMin)})`)
  if (lacks) {
    const none = cards.length === 0 ? 'no empty card' : 'then none is left'
    return [...filling, `${none}: ${sayBytes(lacks.bytes)} from ${nameOf(lacks.item)} on have no place`].join(', ')
  }
  const last = cards[fills.length]?.label
  return [...filling, `${last} is enough${fills.length > 0 ? ' after that' : ''}`].join(', ')
}
