import { Box, Flex, Text } from '@chakra-ui/react'
import { useMemo } from 'react'
import { useProduction, useRights } from '../../store/selectors.ts'
import { commitOrSay } from '../../store/production.ts'
import { dayOutlook, type DayPlan, earlierCalls, enoughEarlier, writtenMin } from '@kavrell/core/day'
import { chanceBy, overBy } from '@kavrell/core/estimates'
import { updateRecord } from '@kavrell/core/records'
import { slateOf } from '@kavrell/core/shotlist'
import { Button, Reading } from '../../ui/parts.tsx'
import { counted } from '@kavrell/core/text'

/** From here on an entry's part of what is not known is worth naming. */
const MUCH = 0.15

/** A kind of work that keeps its plan to so much is not worth a word. */
const WORTH_TELLING = 0.08

const inHundred = (chance: number) => {
  const of = Math.round(chance * 100)
  return of === 0 ? 'under 1 in 100' : of === 100 ? 'over 99 in 100' : `${of} in 100`
}

/** Will we make it: how likely the day is over by when, what has a moment of its own is ready, and what is least sure. */
export function Outlook({ dayPlan }: { dayPlan: DayPlan }) {
  const production = useProduction()
  const { chances, seen, byKind, rolled, isTimed } = useMemo(
    () => dayOutlook(production, dayPlan),
    [production, dayPlan],
  )
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
      <Earlier dayPlan={dayPlan} nameOf={nameOf} />
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
        {byKind
          .filter(({ times }) => Math.abs(times - 1) >= WORTH_TELLING)
          .map(
            ({ kind, seen: own, times }) =>
              ` ${kind.charAt(0).toUpperCase()}${kind.slice(1)} it takes ${times.toFixed(2)} times its plan (${own} seen).`,
          )}
      </Text>
    </Box>
  )
}

/** Less likely than this is worth a word on what an earlier call would buy. */
const LIKELY = 0.9
/** What it makes likelier by less is not worth naming. */
const PLAINLY = 0.05

/** What an earlier call buys, where the day is not likely to be in time with everything. */
function Earlier({ dayPlan, nameOf }: { dayPlan: DayPlan; nameOf: (id: string) => string }) {
  const production = useProduction()
  const rights = useRights()
  const calls = useMemo(() => earlierCalls(production, dayPlan, LIKELY), [production, dayPlan])
  const [now] = calls
  if (!now) return null
  const { day, clock } = dayPlan
  const enough = enoughEarlier(calls, LIKELY)!
  const gains = [
    ['out in time', now.outInTime, enough.outInTime] as const,
    ...[...now.inTime].map(
      ([id, chance]) => [`${nameOf(id)} in time`, chance, enough.inTime.get(id) ?? chance] as const,
    ),
  ].filter(([, before, after]) => before !== null && after !== null && after - before >= PLAINLY)
  if (gains.length === 0)
    return (
      <Text color="soft" mt="4px" data-earlier>
        An earlier call buys nothing: what is late waits for its light, its tide or its people.
      </Text>
    )
  const callMin = day.callMin - enough.byMin
  return (
    <Flex align="center" gap="8px" wrap="wrap" mt="4px" mb="6px" data-earlier>
      <Text>
        Called {enough.byMin} min earlier:{' '}
        {gains.map(([name, before, after]) => `${name} ${inHundred(after!)}, not ${inHundred(before!)}`).join('; ')}.
      </Text>
      {rights.plan && callMin >= 0 && (
        <Button
          onClick={() =>
            void commitOrSay(`Call ${day.title} ${enough.byMin} min earlier`, [
              updateRecord('day', day.id, { callMin }),
            ])
          }
        >
          Call at {clock.text(writtenMin(clock, day, callMin))}
        </Button>
      )}
    </Flex>
  )
}
