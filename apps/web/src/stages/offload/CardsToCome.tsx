import { Box, Grid, Text } from '@chakra-ui/react'
import { useMemo } from 'react'
import { boxTime, deviceNowMs } from '../../store/clock.ts'
import { useProduction, useRights } from '../../store/selectors.ts'
import { Reading, Section } from '../../ui/parts.tsx'
import { useDay } from '../../ui/useDay.ts'
import type { DayPlan } from '@kavrell/core/day'
import { cardForecast, cardsWanted, type DeviceForecast } from '@kavrell/core/evening'
import { moneyText } from '@kavrell/core/money'
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
      <WipeOrKeep production={production} fromDate={dayPlan.day.date} />
    </Section>
  )
}

/** What each of the two schools wants of cards to the end of the job. */
function WipeOrKeep({ production, fromDate }: { production: Production; fromDate: string }) {
  const rights = useRights()
  const wanted = useMemo(() => cardsWanted(production, fromDate, boxTime(deviceNowMs())), [production, fromDate])
  if (wanted.length === 0) return null
  const told = (school: 'wiping' | 'keeping') => {
    const more = wanted.filter((one) => one[school] > 0)
    if (more.length === 0) return 'no card more'
    const cards = more.map((one) => `${one[school]} for ${one.device.letter}`).join(', ')
    const unpriced = more.filter(({ priceMinor }) => priceMinor === null)
    const minor = more.reduce((sum, one) => sum + one[school] * (one.priceMinor ?? 0), 0)
    if (!rights.money) return cards
    return `${cards}: ${unpriced.length === more.length ? 'nobody has said what one costs' : `${unpriced.length > 0 ? 'at least ' : ''}${moneyText(minor, production.production.currency)}`}` // prettier-ignore
  }
  return (
    <Box mt="10px">
      <Text fontWeight={700}>To the end of the job</Text>
      <Reading name={<>wiped each night, once safe</>} value={told('wiping')} />
      <Reading name={<>none wiped until home</>} value={told('keeping')} />
    </Box>
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
