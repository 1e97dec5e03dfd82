import { Box, Text } from '@chakra-ui/react'
import { useMemo } from 'react'
import { contentsOf, type Travelling, travelPlan } from '@kavrell/core/cards'
import { byId } from '@kavrell/core/records'
import { counted } from '@kavrell/core/text'
import { useProduction } from '../../store/selectors.ts'
import { Section } from '../../ui/parts.tsx'

/** With whom do cards and drives travel, so that no bag and no vehicle has all there is of anything? */
export function GoingHome() {
  const production = useProduction()
  const plan = useMemo(() => travelPlan(production, contentsOf(production)), [production])
  if (!plan) return null
  const { carriers, things, together, isProven } = plan
  const moves = things.filter(({ isMove }) => isMove)
  const says =
    moves.length === 0
      ? 'Cards and drives can travel with who has them now'
      : `${counted(moves.length, 'hand-over')} before anybody leaves`
  const froms = (given: readonly Travelling[]) => {
    const holders = [...new Set(given.map(({ heldBy }) => heldBy))]
    return holders.map((holder) => {
      const labels = given.filter(({ heldBy }) => heldBy === holder).map(({ label }) => label)
      const name = byId(production.person, holder)?.name
      return `${labels.join(', ')}${name ? ` from ${name}` : ', which nobody is down as having'}`
    })
  }
  return (
    <Section title="Going home">
      <Text fontWeight={700} color={together.length > 0 ? 'stop' : 'ink'} data-going-home>
        {together.length > 0
          ? `${together.map(({ card }) => card.label).join(', ')}: all there is of it travels together`
          : says}
      </Text>
      {together.length > 0 && (
        <Text>
          {carriers.length < 2
            ? 'There is one carrier only. Send one copy another way.'
            : `Make one more checked copy first. Then ${says.charAt(0).toLowerCase()}${says.slice(1)}.`}
        </Text>
      )}
      {carriers.map((carrier) => {
        const own = things.filter(({ goesWith }) => goesWith === carrier)
        const given = own.filter(({ isMove }) => isMove)
        return (
          own.length > 0 && (
            <Box key={carrier.id} py="6px" borderBottom="1px solid" borderColor="line" data-carrier={carrier.name}>
              <Text>
                <b>{carrier.name}:</b> {own.map(({ label }) => label).join(', ')}
              </Text>
              {given.length > 0 && <Text color="watch">Hand over {froms(given).join('; ')}.</Text>}
            </Box>
          )
        )
      })}
      <Text color="soft" fontSize="note" mt="4px">
        {isProven ? 'No way with fewer hand-overs keeps as much apart. ' : ''}Checked copies count, and cards that were
        not emptied. Who rides in which vehicle is written down in Crew; a bag of which nobody said so is taken for a
        place of its own.
      </Text>
    </Section>
  )
}
