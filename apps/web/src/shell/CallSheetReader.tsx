import { Box, Text } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import { useParams } from 'react-router'
import { ENDPOINTS, type ReadSheet } from '@kavrell/contract'
import { ask } from '../store/api.ts'
import { CallSheetPaper } from '../ui/CallSheetPaper.tsx'
import { Answer } from '../ui/parts.tsx'

/** Looked at for so long it counts as read: what opens links without looking is gone by then. */
const LOOKED_MS = 1500

/** What a person sees who opens the link in their message. Once they have looked at it, the sender is told. */
export function CallSheetReader() {
  const { token = '' } = useParams()
  const [read, setRead] = useState<ReadSheet | null>(null)
  const [says, setSays] = useState<string | null>(null)
  useEffect(() => {
    ask(ENDPOINTS.readSheet, { token }).then(setRead, (error: Error) => setSays(error.message))
  }, [token])
  useEffect(() => {
    if (!read) return
    const tell = () => {
      // Told again on the next look if it could not be told now.
      if (document.visibilityState === 'visible') ask(ENDPOINTS.sheetWasRead, { token }, {}).catch(() => {})
    }
    const looked = setTimeout(tell, LOOKED_MS)
    document.addEventListener('visibilitychange', tell)
    return () => {
      clearTimeout(looked)
      document.removeEventListener('visibilitychange', tell)
    }
  }, [read, token])
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
