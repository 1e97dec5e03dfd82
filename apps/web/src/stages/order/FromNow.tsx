import { Box, Grid, Text } from '@chakra-ui/react'
import { useMemo } from 'react'
import { useBoxTime } from '../../store/clock.ts'
import { useProduction } from '../../store/selectors.ts'
import { Section } from '../../ui/parts.tsx'
import { type DayPlan, fromNow, isOnTheDay } from '@kavrell/core/day'
import type { OrderItem } from '@kavrell/core/records'
import { slateOf } from '@kavrell/core/shotlist'
import { counted, stretch } from '@kavrell/core/text'

/** Fewer minutes in hand than this are told apart. */
const CLOSE_MIN = 30

/** On the day: when it is over as things stand now, and what has to be left by when for what cannot wait. */
export function FromNow({ dayPlan }: { dayPlan: DayPlan }) {
  const production = useProduction()
  // To the minute: the plan is one of minutes.
  const nowMin = Math.floor(dayPlan.clock.at(useBoxTime(0.1)))
  const rest = useMemo(
    () => (isOnTheDay(nowMin) ? fromNow(production, dayPlan, nowMin) : null),
    [production, dayPlan, nowMin],
  )
  if (!rest) return null
  const { clock, timeline } = dayPlan
  const laterMin = Math.round(rest.wrapMin - timeline.wrapMin)
  const nameOf = (item: OrderItem) =>
    slateOf(item.shotIds.flatMap((id) => production.shot[id]?.code ?? [])) || item.title || item.type
  return (
    <Section title={`From now, ${clock.text(nowMin)}`}>
      <Text fontWeight={700} color={laterMin > CLOSE_MIN ? 'stop' : laterMin > 5 ? 'watch' : undefined}>
        Wrap {clock.text(rest.wrapMin)} as it stands
        {laterMin > 5
          ? `, ${stretch(laterMin)} later than planned`
          : laterMin < -5
            ? `, ${stretch(-laterMin)} sooner than planned`
            : ', as planned'}
      </Text>
      <Text color="soft" fontSize="small">
        {counted(rest.left.length, 'entry', 'entries')} left, next {nameOf(rest.left[0]!)}
      </Text>
      {rest.points.map(({ item, leaveByMin, beginByMin, inHandMin }) => {
        const tone = inHandMin < 0 ? 'stop' : inHandMin < CLOSE_MIN ? 'watch' : undefined
        return (
          <Grid
            key={item.id}
            templateColumns="1fr auto"
            gap="10px"
            py="4px"
            borderBottom="1px solid"
            borderColor="line"
            data-point
          >
            <Box color={tone}>
              <Text as="span" fontWeight={700}>
                {nameOf(item)}
              </Text>{' '}
              {inHandMin < 0
                ? `is missed by ${stretch(-inHandMin)}: it had to begin by ${clock.text(beginByMin)}`
                : `begins by ${clock.text(beginByMin)}${leaveByMin < beginByMin - 1 ? `: leave what is before by ${clock.text(leaveByMin)}` : ''}`}
            </Box>
            <Text fontFamily="mono" color={tone}>
              {inHandMin < 0 ? '' : `${Math.floor(inHandMin)}′ in hand`}
            </Text>
          </Grid>
        )
      })}
    </Section>
  )
}
