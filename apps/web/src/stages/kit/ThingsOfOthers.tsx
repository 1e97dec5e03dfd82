import { Box, Flex, Input, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { ENDPOINTS, type InventoryItem } from '@kavrell/contract'
import { createRecord, type RecordFields } from '@kavrell/core/records'
import { ask } from '../../store/api.ts'
import { newId } from '../../store/newId.ts'
import { commitOrSay, say, useProductionStore } from '../../store/production.ts'
import { Button } from '../../ui/parts.tsx'

const MOST_LISTED = 10

interface Thing extends InventoryItem {
  readonly all: readonly string[]
}

/** One and the same thing of several productions, by its serial or its name, stands there once. */
function gathered(items: readonly InventoryItem[]): Thing[] {
  const found = new Map<string, Thing>()
  for (const item of items) {
    const key = (item.serial || item.name).trim().toLocaleLowerCase()
    const known = found.get(key)
    found.set(key, known ? { ...known, owned: Math.max(known.owned, item.owned), all: [...known.all, item.of] } : { ...item, all: [item.of] }) // prettier-ignore
  }
  return [...found.values()].sort((a, b) => a.name.localeCompare(b.name))
}

/** What one owns by one's other productions, found by name, serial or production, and put into this one. */
export function ThingsOfOthers() {
  const productionId = useProductionStore((s) => s.productionId)
  const [things, setThings] = useState<readonly Thing[] | null>(null)
  const [wanted, setWanted] = useState('')
  const open = () =>
    ask(ENDPOINTS.inventory, {}).then(
      (all) => setThings(gathered(all.filter((one) => one.productionId !== productionId))),
      (error: Error) => say(error.message, 'stop'),
    )
  const put = ({ all: _all, of: _of, productionId: _productionId, ...fields }: Thing) => {
    const here = Object.values(useProductionStore.getState().records.kitItem)
    const isHere = here.some((item) => (fields.serial ? item.serial === fields.serial : item.name === fields.name))
    if (isHere) return say(`${fields.name} is on the list already.`)
    if (commitOrSay(`Bring ${fields.name}`, [createRecord('kitItem', fields as Partial<RecordFields<'kitItem'>>, newId())])) say(`${fields.name} is on the list.`, 'info', true) // prettier-ignore
  }
  if (!things)
    return (
      <Button kind="quiet" onClick={() => void open()}>
        From your other productions
      </Button>
    )
  const words = wanted.trim().toLocaleLowerCase()
  const hits = things.filter((one) => [one.name, one.serial, ...one.all].join(' ').toLocaleLowerCase().includes(words))
  return (
    <Box maxW="620px" flex="1 1 100%">
      <Input aria-label="Find a thing" placeholder="Name, serial or production" value={wanted} onChange={(e) => setWanted(e.target.value)} />
      {things.length === 0 && <Text color="soft">Nothing is owned in another production that you plan.</Text>}
      {hits.slice(0, MOST_LISTED).map((thing) => (
        <Flex key={`${thing.serial} ${thing.name}`} gap="10px" py="4px" align="center" borderBottom="1px solid" borderColor="line">
          <Text fontWeight={600}>{thing.name}</Text>
          <Text color="soft" truncate flex="1">
            {[thing.serial, thing.all.join(', ')].filter(Boolean).join('; ')}
          </Text>
          <Button kind="quiet" onClick={() => put(thing)}>
            Put in
          </Button>
        </Flex>
      ))}
      {hits.length > MOST_LISTED && <Text color="soft">and {hits.length - MOST_LISTED} more: type on.</Text>}
    </Box>
  )
} // prettier-ignore
