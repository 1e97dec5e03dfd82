import { Box, Heading, Text } from '@chakra-ui/react'
import { type FormEvent, useEffect, useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import { sitsHere } from '../store/desk.ts'
import { ask } from '../store/api.ts'
import { Input } from '../ui/fields.tsx'
import { Answer, Button } from '../ui/parts.tsx'
import { ENDPOINTS, type InvitedRole } from '@kavrell/contract'

const OPENS: Readonly<Record<InvitedRole, string>> = { logger: 'roll', planner: 'brief', reader: 'call' }

/** What somebody sees who opened a link to join: which production, as what, and one field. */
export function Join() {
  const { token = '' } = useParams()
  const navigate = useNavigate()
  const [found, setFound] = useState<{ title: string; role: InvitedRole } | null>(null)
  const [name, setName] = useState('')
  const [says, setSays] = useState<string | null>(null)
  useEffect(() => {
    ask(ENDPOINTS.invitation, { token }).then(setFound, (error: Error) => setSays(error.message))
  }, [token])
  const join = async (e: FormEvent) => {
    e.preventDefault()
    setSays(null)
    try {
      const me = await ask(ENDPOINTS.join, {}, { token, name })
      if (me.account) sitsHere(me.account.id)
      void navigate(`/p/${me.productions[0]!.id}/${OPENS[me.productions[0]!.role as InvitedRole]}`, { replace: true })
    } catch (error) {
      setSays((error as Error).message)
    }
  }
  return (
    <Box p="28px" maxW="420px" mx="auto">
      <Heading as="h1" fontSize="title" fontWeight={800} mb="20px" css={{ fontStretch: '125%' }}>
        Kavrell
      </Heading>
      {found && (
        <form onSubmit={(e) => void join(e)}>
          <Answer>{found.title}</Answer>
          <Text color="soft" mt="6px" mb="22px">
            You join as {found.role}.
          </Text>
          <label htmlFor="join-name">Your name</label>
          <Input
            id="join-name"
            autoFocus
            autoComplete="name"
            required
            minH="48px"
            fontSize="large"
            value={name}
            onChange={(e) => setName(e.target.value)}
          />
          <Box mt="14px">
            <Button kind="main" type="submit" minH="48px" w="100%" fontSize="large">
              Join
            </Button>
          </Box>
        </form>
      )}
      {says && (
        <Text role="alert" color="stop" fontWeight={600} mt="14px">
          {says}
        </Text>
      )}
    </Box>
  )
}
