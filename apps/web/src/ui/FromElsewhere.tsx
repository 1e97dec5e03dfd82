import { Box, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { say, useProductionStore } from '../store/production.ts'
import { Input } from './fields.tsx'
import { Button } from './parts.tsx'

/** Something of several productions, with the titles of all that have it. */
export type Elsewhere<T> = T & { readonly all: readonly string[] }

interface OfProduction {
  readonly name: string
  readonly productionId: string
  /** Title of the production. */
  readonly of: string
}

interface Props<T extends OfProduction> {
  /** What the button says that opens the list, what is looked for in it, and what stands there when it is empty. */
  readonly opener: string
  readonly find: string
  readonly hint: string
  readonly none: string
  readonly load: () => Promise<readonly T[]>
  /** One and the same of several productions has the same key. */
  readonly keyOf: (one: T) => string
  readonly join: (known: T, another: T) => T
  /** Beside the name: how it is told apart. */
  readonly note: (one: T) => string
  readonly onPut: (one: T) => void
}

/** So many are listed; the rest is found by typing. */
const MOST_LISTED = 12

/** What one has in one's other productions, found by name, note or production, and put into this one. */
export function FromElsewhere<T extends OfProduction>(props: Props<T>) {
  const { opener, find, hint, none, load, keyOf, join, note, onPut } = props
  const productionId = useProductionStore((s) => s.productionId)
  const [found, setFound] = useState<readonly Elsewhere<T>[] | null>(null)
  const [wanted, setWanted] = useState('')
  const gathered = (list: readonly T[]) => {
    const by = new Map<string, Elsewhere<T>>()
    for (const one of list) {
      if (one.productionId === productionId) continue
      const key = keyOf(one).trim().toLocaleLowerCase()
      const known = by.get(key)
      by.set(key, known ? { ...join(known, one), all: [...known.all, one.of] } : { ...one, all: [one.of] })
    }
    return [...by.values()].sort((a, b) => a.name.localeCompare(b.name, 'en', { numeric: true }))
  }
  if (!found)
    return (
      <Button
        kind="quiet"
        px="0"
        onClick={() => {
          load().then((list) => setFound(gathered(list)), (error: Error) => say(error.message, 'stop')) // prettier-ignore
        }}
      >
        {opener}
      </Button>
    )
  const words = wanted.trim().toLocaleLowerCase()
  const hits = found.filter((one) => [one.name, note(one), ...one.all].join(' ').toLocaleLowerCase().includes(words))
  return (
    <Box mt="8px" maxW="720px" flex="1 1 100%">
      <Input aria-label={find} placeholder={hint} value={wanted} onChange={(e) => setWanted(e.target.value)} />
      {found.length === 0 && <Text color="soft">{none}</Text>}
      {hits.slice(0, MOST_LISTED).map((one) => (
        <Flex key={keyOf(one)} gap="10px" py="4px" align="center" borderBottom="1px solid" borderColor="line">
          <Text fontWeight={600}>{one.name}</Text>
          <Text color="soft" truncate flex="1">
            {[note(one), one.all.join(', ')].filter(Boolean).join('; ')}
          </Text>
          <Button kind="quiet" onClick={() => onPut(one)}>
            Put in
          </Button>
        </Flex>
      ))}
      {hits.length > MOST_LISTED && <Text color="soft">and {hits.length - MOST_LISTED} more: type on.</Text>}
    </Box>
  )
}
