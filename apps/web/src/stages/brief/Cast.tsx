import { Flex, Text } from '@chakra-ui/react'
import { charactersToCast, inSmallLetters } from '@kavrell/core/shotlist'
import { createRecord } from '@kavrell/core/records'
import { counted } from '@kavrell/core/text'
import { newId } from '../../store/newId.ts'
import { commitOrSay, say } from '../../store/production.ts'
import { useParts, useRights } from '../../store/selectors.ts'
import { Button, Hint, Section } from '../../ui/parts.tsx'

/** Characters of the script whom nobody on the crew list is yet. */
export function Cast() {
  const production = useParts('scene', 'person', 'day')
  const rights = useRights()
  const toCast = charactersToCast(production)
  if (!rights.plan || toCast.length === 0) return null
  const add = (names: readonly string[]) => {
    const changes = names.flatMap((character) => {
      const personId = newId<'person'>()
      const name = inSmallLetters(character)
      return [
        createRecord('person', { name, role: `plays ${name}`, needed: 'by-shots' }, personId),
        ...Object.values(production.day).map(({ id }) => createRecord('attendance', { personId, dayId: id }, newId())),
      ]
    })
    if (commitOrSay(`Add ${names.map(inSmallLetters).join(', ')}, down for all days`, changes))
      say(`${counted(names.length, 'person', 'people')} on the crew list.`, 'info', true)
  }
  return (
    <Section
      title="Who plays them?"
      actions={
        <Button onClick={() => add(toCast.map((one) => one.name))}>
          Add {toCast.length === 1 ? 'them' : `all ${toCast.length}`} as people
        </Button>
      }
    >
      <Hint>
        They speak in the script and nobody of the crew list is them. Give each their own name in Crew; what they play
        stays beside it.
      </Hint>
      <Flex gap="4px 8px" wrap="wrap" mt="6px">
        {toCast.map(({ name, scenes }) => (
          <Button key={name} onClick={() => add([name])} aria-label={`Add ${name} as a person`}>
            {name}
            <Text as="span" color="soft" ml="6px">
              {scenes.length === 1 ? `scene ${scenes[0]}` : `${scenes.length} scenes`}
            </Text>
          </Button>
        ))}
      </Flex>
    </Section>
  )
}
