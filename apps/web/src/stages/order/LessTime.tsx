import { Box, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { commitOrSay } from '../../store/production.ts'
import { useProduction } from '../../store/selectors.ts'
import { WholeNumber } from '../../ui/fields.tsx'
import { Button, Section } from '../../ui/parts.tsx'
import { type DayPlan, type Drop, dropList, writtenMin } from '@kavrell/core/day'
import { slateOf } from '@kavrell/core/shotlist'
import { stretch } from '@kavrell/core/text'

/** What could be given up when so many minutes are lost. */
export function LessTime({ dayPlan }: { dayPlan: DayPlan }) {
  const production = useProduction()
  const { timeline, day, clock } = dayPlan
  const outMin = day.outByMin === null ? null : writtenMin(clock, day, day.outByMin)
  const lateMin = outMin === null ? 0 : Math.max(0, Math.ceil(timeline.wrapMin - outMin))
  const [typed, setTyped] = useState<string | null>(null)
  const [asked, setAsked] = useState<{ readonly of: string; readonly drops: readonly Drop[] } | null>(null)
  const usual = String(lateMin || 30)
  const minutes = Number(typed ?? usual)
  const isRead = Number.isInteger(minutes) && minutes > 0 && minutes <= 1440
  // What was found for another order than this is none.
  const of = [timeline.wrapMin, ...dayPlan.items.map((item) => item.id)].join(' ')
  const drops = asked?.of === of ? asked.drops : null
  const nameOf = ({ items }: Drop) =>
    items
      .map((item) => slateOf(item.shotIds.flatMap((id) => production.shot[id]?.code ?? [])) || item.title)
      .join(' and ')
  return (
    <Section title="If minutes are lost">
      <Flex gap="8px" align="center">
        <Box w="92px">
          <WholeNumber
            aria-label="Minutes lost"
            value={typed ?? usual}
            onType={setTyped}
            onKeep={setTyped}
            onDrop={() => setTyped(null)}
          />
        </Box>
        <Text>min</Text>
        <Button disabled={!isRead} onClick={() => setAsked({ of, drops: dropList(production, dayPlan, minutes) })}>
          What could go?
        </Button>
      </Flex>
      {drops?.length === 0 && (
        <Text mt="6px" color="watch" role="status">
          Nothing that may go saves {stretch(minutes)}: must-haves, what happens once, pairs and the last shot of a
          scene stay, and no light or time that is kept is given up.
        </Text>
      )}
      {drops?.map((drop) => (
        <Flex key={nameOf(drop)} gap="10px" align="center" py="6px" borderBottom="1px solid" borderColor="line">
          <Box flex="1">
            <Text fontWeight={700}>Without {nameOf(drop)}</Text>
            <Text color="soft" fontSize="small">
              wrap {stretch(drop.savesMin)} sooner, {stretch(drop.givesUpMin)} not shot
              {drop.outInTime === null || outMin === null
                ? ''
                : `, out by ${clock.text(outMin)} in ${Math.round(drop.outInTime * 100)} of 100 days`}
            </Text>
          </Box>
          <Button
            onClick={() => {
              if (commitOrSay(`Give up ${nameOf(drop)}`, drop.changes)) setAsked(null)
            }}
          >
            Give up
          </Button>
        </Flex>
      ))}
    </Section>
  )
}
