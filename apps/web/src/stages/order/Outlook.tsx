import { Box, Text } from '@chakra-ui/react'
import { useMemo } from 'react'
import { useProduction } from '../../store/selectors.ts'
import { dayOutlook, type DayPlan, writtenMin } from '@kavrell/core/day'
import { chanceBy, overBy } from '@kavrell/core/estimates'
import { slateOf } from '@kavrell/core/shotlist'
import { Reading } from '../../ui/parts.tsx'
import { counted } from '@kavrell/core/text'

/** From here on an entry's part of what is not known is worth naming. */
const MUCH = 0.15

const inHundred = (chance: number) => {
  const of = Math.round(chance * 100)
  return of === 0 ? 'under 1 in 100' : of === 100 ? 'over 99 in 100' : `${of} in 100`
}

/** Will we make it: how likely the day is over by when, what has a moment of its own is ready, and what is least sure. */
export function Outlook({ dayPlan }: { dayPlan: DayPlan }) {
  const production = useProduction()
  const { chances, seen, rolled, isTimed } = useMemo(() => dayOutlook(production, dayPlan), [production, dayPlan])
  const { clock, day, timeline, items } = dayPlan
  if (!items.some((item) => item.type === 'shots')) return null
  const packingMin = timeline.wrapMin - timeline.lastEndMin
  const at = (share: number) => clock.text(overBy(chances, share) + packingMin)
  const outMin = day.outByMin === null ? null : writtenMin(clock, day, day.outByMin)
  const nameOf = (id: string) => {
    const item = items.find((one) => one.id === id)!
    return slateOf(item.shotIds.flatMap((shotId) => production.shot[shotId]?.code ?? [])) || item.title
  }
  const [least] = chances.unsure
  const moments = [...chances.inTime].filter(([, chance]) => chance < 0.95)
  return (
    <Box mt="12px">
      <Reading name="Over by, as likely as not" value={at(0.5)} />
      <Reading name="Over by, nine times in ten" value={at(0.9)} />
      {outMin !== null && (
        <Reading name={`Out by ${clock.text(outMin)}`} value={inHundred(chanceBy(chances, outMin - packingMin))} />
      )}
      {moments.map(([id, chance]) => (
        <Reading key={id} name={`${nameOf(id)} in time`} value={inHundred(chance)} />
      ))}
      {least && least.share > MUCH && <Text color="soft">Least sure: {nameOf(least.id)}.</Text>}
      <Text color="soft" fontSize="note" mt="4px">
        {rolled === 0
          ? ''
          : isTimed
            ? 'What is left, from the last good take. '
            : 'What is left, from when the order says: the log was kept by a clock of another day. '}
        {seen === 0
          ? 'By what such days usually take.'
          : `By what is usual, and ${counted(seen, 'entry', 'entries')} of this production.`}
      </Text>
    </Box>
  )
}
