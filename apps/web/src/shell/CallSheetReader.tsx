import { Box, Text } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import { useParams } from 'react-router'
import { ENDPOINTS, type ReadSheet } from '@kavrell/contract'
import { ask } from '../store/api.ts'
import { CallSheetPaper } from '../ui/CallSheetPaper.tsx'
import { Answer } from '../ui/parts.tsx'

/** What a person sees who opens the link in their message. Opening it tells the sender that it was read. */
export function CallSheetReader() {
  const { token = '' } = useParams()
  const [read, setRead] = useState<ReadSheet | null>(null)
  const [says, setSays] = useState<string | null>(null)
  useEffect(() => {
    ask(ENDPOINTS.readSheet, { token }).then(setRead, (error: Error) => setSays(error.message))
  }, [token])
  if (says)
    return (
      <Box p="32px">
        <Answer>{says}</Answer>
      </Box>
    )
  if (!read)
    return (
      <Box p="32px" color="soft">
        Opening …
      </Box>
    )
  const own = read.sheet.people.find((p) => p.personId === read.personId)
  return (
    <Box maxW="640px" mx="auto" p="18px">
      <Text color="soft">{read.name}, your call</Text>
      <Answer size="56px">{own?.call ?? 'none this day'}</Answer>
      <Box mt="18px">
        <CallSheetPaper sheet={read.sheet} version={read.version} changes={[]} />
      </Box>
    </Box>
  )
}
