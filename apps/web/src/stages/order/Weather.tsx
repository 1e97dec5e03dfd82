import { Box, Flex, Text } from '@chakra-ui/react'
import { useMemo } from 'react'
import { newId } from '../../store/newId.ts'
import { newRanks } from '../../store/newRank.ts'
import { commitOrSay } from '../../store/production.ts'
import { useProduction, useRights } from '../../store/selectors.ts'
import { Button, Hint, Section } from '../../ui/parts.tsx'
import {
  calledOff,
  consequencesOf,
  type DayPlan,
  rolledFirst,
  sayConsequences,
  turnedRound,
  weatherDayOf,
  weatherTurn,
} from '@kavrell/core/day'
import { type OrderItem, type PlainChange, type Production, updateRecord } from '@kavrell/core/records'
import { slateOf } from '@kavrell/core/shotlist'
import { counted } from '@kavrell/core/text'

const nameOf = (production: Production, item: OrderItem): string =>
  slateOf(item.shotIds.flatMap((id) => production.shot[id]?.code ?? [])) || item.title || item.type

/** What can be turned round when the weather is otherwise: the cover set comes in, or the day is called off. */
export function Weather({ dayPlan }: { dayPlan: DayPlan }) {
  const production = useProduction()
  const rights = useRights()
  const done = rolledFirst(production, dayPlan)
  const { outside, cover, putBy } = useMemo(() => weatherTurn(production, dayPlan, done), [production, dayPlan, done])
  const stoodIn = weatherDayOf(production, dayPlan.day.id)
  const names = (items: readonly OrderItem[]) => items.map((item) => nameOf(production, item)).join(', ')
  if (outside.length === 0 && cover.length === 0 && putBy.length === 0) return null
  const within = dayPlan.items.slice(done).filter((item) => item.type === 'shots' && !outside.includes(item))
  return (
    <Section title="If the weather is otherwise">
      <Text>
        {outside.length > 0
          ? `Out of doors and to come: ${names(outside)}.`
          : 'Nothing that is to come is out of doors.'}
      </Text>
      {cover.length > 0 && <Text>Stands by within doors: {names(cover)}.</Text>}
      {putBy.length > 0 && <Text>Put by until it holds: {names(putBy)}.</Text>}
      {rights.plan && (
        <Box mt="6px">
          {outside.length > 0 && cover.length > 0 && (
            <Turn
              says={`Go inside: ${names(cover)} for ${names(outside)}`}
              label="Go inside for the weather"
              production={production}
              changes={turnedRound(production, dayPlan, outside, cover, newRanks)}
            />
          )}
          {outside.length > 0 && cover.length === 0 && (
            <Turn
              says={`Put by ${counted(outside.length, 'entry', 'entries')} until it holds`}
              label="Put by what is out of doors"
              production={production}
              changes={turnedRound(production, dayPlan, outside, [], newRanks)}
            />
          )}
          {putBy.length > 0 && (
            <Turn
              says={`It holds: ${names(putBy)} back in`}
              label="Back outside"
              production={production}
              changes={turnedRound(production, dayPlan, [], putBy, newRanks)}
            />
          )}
          {stoodIn && dayPlan.items.length > done && (
            <Turn
              says={`Call ${done > 0 ? 'the rest of ' : ''}${dayPlan.day.title} off: it goes to ${stoodIn.title}`}
              label={`Call ${dayPlan.day.title} off`}
              production={production}
              changes={calledOff(production, dayPlan, stoodIn.id, done, newRanks, newId)}
            />
          )}
          {cover.length === 0 && within.length > 0 && (
            <Hint>
              An entry within doors becomes cover when it is opened and set to stand by; a day stands in for this one
              when it is set so under “The day” there.
            </Hint>
          )}
        </Box>
      )}
    </Section>
  )
}

/** One way to turn the day round, with what it makes of it, said before it is done. */
function Turn({
  says,
  label,
  production,
  changes,
}: {
  says: string
  label: string
  production: Production
  changes: readonly PlainChange[]
}) {
  const then = useMemo(() => sayConsequences(consequencesOf(production, changes)), [production, changes])
  if (changes.length === 0) return null
  return (
    <Box mt="8px">
      <Button onClick={() => commitOrSay(label, changes)}>{says}</Button>
      {then && (
        <Text color="soft" fontSize="small" mt="2px">
          {then}.
        </Text>
      )}
    </Box>
  )
}

/** Entries that stand by on a day, under its order: each can be put in. */
export function StandingBy({ items }: { items: readonly OrderItem[] }) {
  const production = useProduction()
  const rights = useRights()
  if (items.length === 0) return null
  return (
    <Section title={`Stands by for other weather, ${items.length}`}>
      {items.map((item) => (
        <Flex key={item.id} py="4px" borderBottom="1px solid" borderColor="line" gap="10px" align="center">
          <Text fontWeight={700}>{nameOf(production, item)}</Text>
          <Text truncate flex="1">
            {item.shotIds.flatMap((id) => production.shot[id]?.sees ?? []).join(', ')}
          </Text>
          {rights.plan && (
            <Button
              kind="quiet"
              onClick={() =>
                commitOrSay(`Put in ${nameOf(production, item)}`, [
                  updateRecord('orderItem', item.id, { standsBy: false }),
                ])
              }
            >
              Put in
            </Button>
          )}
        </Flex>
      ))}
    </Section>
  )
}
