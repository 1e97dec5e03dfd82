import { Box, Flex, Grid, Heading, RadioGroup } from '@chakra-ui/react'
import { type FormEvent, useState } from 'react'
import { ask } from '../store/api.ts'
import { ChooseFile, Input, Select } from '../ui/fields.tsx'
import { Button } from '../ui/parts.tsx'
import { ENDPOINTS } from '@kavrell/contract'
import { timeZoneHere } from '../store/here.ts'
import { customsOf } from '@kavrell/core/place'
import { type BeginningName, BEGINNINGS } from '@kavrell/core/beginnings'

const BEGINNING_NAMES = Object.keys(BEGINNINGS) as BeginningName[]

/** A new production, or one brought from a file. */
export function StartProduction({ onOpen, onSays }: { onOpen: (id: string) => void; onSays: (says: string) => void }) {
  const [title, setTitle] = useState(''),
    [mains, setMains] = useState(() => String(customsOf(timeZoneHere()).mainsHz)),
    [beginning, setBeginning] = useState<BeginningName>('nothing')
  const importFile = async (file: File) => {
    try {
      const { id } = await ask(ENDPOINTS.importProduction, {}, file)
      onOpen(id)
    } catch (error) {
      onSays(`${file.name}: ${(error as Error).message}`)
    }
  }
  const start = async (e: FormEvent) => {
    e.preventDefault()
    try {
      const { id } = await ask(
        ENDPOINTS.startProduction,
        {},
        {
          title,
          mainsHz: mains === '60' ? 60 : 50,
          timeZone: timeZoneHere(),
          beginning,
        },
      )
      onOpen(id)
    } catch (error) {
      onSays((error as Error).message)
    }
  }
  return (
    <Box mt="36px">
      <Flex align="center" mb="8px">
        <Heading as="h2" fontSize="title" fontWeight={700}>
          Start a production
        </Heading>
        <Box ml="auto">
          <ChooseFile
            label="Or import one, from a file that Kavrell exported"
            accept=".json"
            onFile={(file) => void importFile(file)}
          >
            Import a production
          </ChooseFile>
        </Box>
      </Flex>
      <form onSubmit={(e) => void start(e)}>
        <RadioGroup.Root
          aria-label="Begin with"
          value={beginning}
          onValueChange={({ value }) => setBeginning(value as BeginningName)}
        >
          <Grid templateColumns={{ base: '1fr', md: '1fr 1fr 1fr' }} gap="0 24px" mb="14px">
            {BEGINNING_NAMES.map((name) => (
              <RadioGroup.Item
                key={name}
                value={name}
                borderTop="1px solid"
                borderColor="line"
                py="8px"
                alignItems="start"
              >
                <RadioGroup.ItemHiddenInput />
                <RadioGroup.ItemIndicator mt="3px" />
                <RadioGroup.ItemText>
                  <Box as="span" display="block" fontWeight={700} fontSize="lead">
                    {BEGINNINGS[name].name}
                  </Box>
                  <Box as="span" color="soft" fontSize="small">
                    {BEGINNINGS[name].says}
                  </Box>
                </RadioGroup.ItemText>
              </RadioGroup.Item>
            ))}
          </Grid>
        </RadioGroup.Root>
        <Flex gap="10px" align="end" maxW="560px">
          <Box flex="1">
            <label htmlFor="title">Title</label>
            <Input id="title" value={title} onChange={(e) => setTitle(e.target.value)} />
          </Box>
          <Box w="100px">
            <label htmlFor="mains">Mains</label>
            <Select id="mains" value={mains} onChange={(e) => setMains(e.target.value)}>
              <option value="50">50 Hz</option>
              <option value="60">60 Hz</option>
            </Select>
          </Box>
          <Button kind="main" type="submit" minH="30px">
            Start
          </Button>
        </Flex>
      </form>
    </Box>
  )
}
