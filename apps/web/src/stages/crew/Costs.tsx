import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { newId } from '../../store/newId.ts'
import { commitOrSay } from '../../store/production.ts'
import { useProduction, useRights } from '../../store/selectors.ts'
import { Button, Hint, Reading, Section } from '../../ui/parts.tsx'
import { RecordField } from '../../ui/RecordField.tsx'
import { costsAsLines, crewCosts, type DayPlan, loadsOf } from '@kavrell/core/day'
import { moneyText } from '@kavrell/core/money'
import type { RecordOf } from '@kavrell/core/records'
import { counted, hours } from '@kavrell/core/text'

/** What somebody is paid by, and for whom they stand in. */
export function Terms({ person }: { person: RecordOf<'person'> }) {
  const rights = useRights()
  const field = (name: string) => <RecordField kind="person" id={person.id} field={name} />
  return (
    <Section title={person.name}>
      <Grid templateColumns="1fr 1fr" gap="8px">
        {field('standInForId')}
        {field('leadMin')}
        {rights.money && field('rateMinor')}
        {rights.money && field('rateFor')}
        {rights.money && field('rateMin')}
        {rights.money && field('overtimePct')}
      </Grid>
      {rights.money && field('terms')}
    </Section>
  )
}

/** What the crew costs by the order as it stands, overtime apart, and the way into the money. */
export function Costs() {
  const production = useProduction()
  const rights = useRights()
  const costs = crewCosts(production)
  if (costs.length === 0) return null
  const text = (minor: number) => moneyText(minor, production.production.currency)
  const sum = (of: (cost: (typeof costs)[number]) => number) => costs.reduce((all, cost) => all + of(cost), 0)
  const overtime = sum((cost) => cost.overtimeMinor)
  const unpaid = Object.values(production.person).length - costs.length
  const lines = rights.plan ? costsAsLines(production, newId) : []
  return (
    <Section title="What they cost">
      <Reading name="As the order stands" value={text(sum((cost) => cost.baseMinor) + overtime)} />
      <Reading name="of it overtime" value={text(overtime)} />
      {costs
        .filter((cost) => cost.overtimeMin > 0)
        .map((cost) => (
          <Text key={cost.person.id} fontSize="note" color="watch">
            {cost.person.name}: {hours(cost.overtimeMin)} over, {text(cost.overtimeMinor)}
          </Text>
        ))}
      {unpaid > 0 && <Text color="soft">Of {counted(unpaid, 'person', 'people')} no rate is known.</Text>}
      {lines.length > 0 && (
        <Box mt="6px">
          <Button onClick={() => void commitOrSay('Crew into the money', lines)}>Into Money: {counted(lines.length, 'line')}</Button>
        </Box>
      )}
      <Hint>From call to release, waiting too. Agreements and the law of the place decide what is really owed.</Hint>
    </Section>
  )
} // prettier-ignore

/** Who holds how much on a day, and where two hands are not enough. */
export function Hands({ dayPlan }: { dayPlan: DayPlan }) {
  const production = useProduction()
  const loads = loadsOf(production, dayPlan).filter(({ jobs }) => jobs.length > 1)
  if (loads.length === 0) return null
  return (
    <Section title="Holds several jobs">
      {loads.map(({ personId, jobs, atOnce }) => (
        <Box key={personId} py="3px" borderBottom="1px solid" borderColor="line">
          <Flex gap="8px">
            <Text fontWeight={600}>{production.person[personId]?.name}</Text>
            <Text color="soft">{jobs.join('; ')}</Text>
          </Flex>
          {atOnce.slice(0, 3).map((one) => (
            <Text key={one.itemId} color="watch" fontSize="note">
              {dayPlan.clock.text(one.startMin)} {one.shots}: {one.jobs.join(' and ')} at once
            </Text>
          ))}
          {atOnce.length > 3 && (
            <Text color="watch" fontSize="note">
              and {atOnce.length - 3} more
            </Text>
          )}
        </Box>
      ))}
    </Section>
  )
}
