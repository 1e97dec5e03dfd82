import { Box, Flex, Input, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { type DirectoryPerson, ENDPOINTS } from '@kavrell/contract'
import { ask } from '../../store/api.ts'
import { newId } from '../../store/newId.ts'
import { commitOrSay, say, useProductionStore } from '../../store/production.ts'
import { Button } from '../../ui/parts.tsx'
import { mergePeople } from '@kavrell/core/beginnings'

/** So many are listed; the rest is found by typing. */
const MOST_LISTED = 12

/** One and the same person of several productions, by mail or by name and telephone, stands there once, with all they were on. */
function gathered(people: readonly DirectoryPerson[]) {
  const found = new Map<string, DirectoryPerson & { readonly all: readonly string[] }>()
  for (const person of people) {
    // Two of one name are two, until a mail or a telephone says otherwise.
    const key = (person.email || `${person.name} ${person.phone}`).trim().toLocaleLowerCase()
    const known = found.get(key)
    // What one production did not know another does.
    const filled = known && Object.fromEntries(Object.entries(person).filter(([name]) => !known[name as keyof DirectoryPerson])) // prettier-ignore
    found.set(key, known ? { ...known, ...filled, all: [...known.all, person.of] } : { ...person, all: [person.of] })
  }
  return [...found.values()].sort((a, b) => a.name.localeCompare(b.name))
}

/** People of one's other productions, found by name, role or production, and put into this one. */
export function FromOthers() {
  const productionId = useProductionStore((s) => s.productionId)
  const [people, setPeople] = useState<ReturnType<typeof gathered> | null>(null)
  const [wanted, setWanted] = useState('')
  const open = () =>
    ask(ENDPOINTS.directory, {}).then(
      (all) => setPeople(gathered(all.filter((one) => one.productionId !== productionId))),
      (error: Error) => say(error.message, 'stop'),
    )
  const put = (person: DirectoryPerson) => {
    const { changes, added, filledIn } = mergePeople(useProductionStore.getState().records, [person], newId)
    if (changes.length > 0 && !commitOrSay(`Bring ${person.name}`, changes)) return
    say(added ? `${person.name} is down for all days.` : filledIn ? `${person.name} is filled in.` : `${person.name} is here already.`, 'info', changes.length > 0) // prettier-ignore
  }
  if (!people)
    return (
      <Button kind="quiet" px="0" onClick={() => void open()}>
        People of your other productions
      </Button>
    )
  const words = wanted.trim().toLocaleLowerCase()
  const hits = people.filter((one) => [one.name, one.role, ...one.all].join(' ').toLocaleLowerCase().includes(words))
  return (
    <Box mt="8px" maxW="720px">
      <Input aria-label="Find somebody" placeholder="Name, role or production" value={wanted} onChange={(e) => setWanted(e.target.value)} />
      {people.length === 0 && <Text color="soft">You plan no other production that has people.</Text>}
      {hits.slice(0, MOST_LISTED).map((person) => (
        <Flex key={`${person.productionId} ${person.name}`} gap="10px" py="4px" align="center" borderBottom="1px solid" borderColor="line">
          <Text fontWeight={600}>{person.name}</Text>
          <Text color="soft" truncate flex="1">
            {[person.role, person.all.join(', ')].filter(Boolean).join('; ')}
          </Text>
          <Button kind="quiet" onClick={() => put(person)}>
            Put in
          </Button>
        </Flex>
      ))}
      {hits.length > MOST_LISTED && <Text color="soft">and {hits.length - MOST_LISTED} more: type on.</Text>}
    </Box>
  )
} // prettier-ignore
