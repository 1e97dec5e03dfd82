import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { type FormEvent, useEffect, useState } from 'react'
import { useNavigate } from 'react-router'
import { sitsHere } from '../store/desk.ts'
import { ask } from '../store/api.ts'
import { Input } from '../ui/fields.tsx'
import { Button } from '../ui/parts.tsx'
import { MyProductions } from './MyProductions.tsx'
import { STAGE_GROUPS, STAGES } from './stages.ts'
import { StartProduction } from './StartProduction.tsx'
import { ENDPOINTS, type Me } from '@kavrell/contract'

/** The way in: set the first password, sign in, enter the demo, or choose a production. */
export function Entrance() {
  const [me, setMe] = useState<Me | null>(null)
  const [says, setSays] = useState<string | null>(null)
  const navigate = useNavigate()
  useEffect(() => {
    ask(ENDPOINTS.me, {}).then(setMe, (error: Error) => setSays(error.message))
  }, [])
  const attempt = async (asked: Promise<Me>, then?: (next: Me) => void) => {
    setSays(null)
    try {
      const next = await asked
      setMe(next)
      // Before a sheet is drawn: one that learns later who looks at it begins anew, and what was typed in it is gone.
      if (next.account) sitsHere(next.account.id)
      then?.(next)
    } catch (error) {
      setSays((error as Error).message)
    }
  }
  const enterDemo = (accountId: string) =>
    attempt(ask(ENDPOINTS.enterDemo, {}, { accountId }), (next) => {
      // Whoever has begun others since chooses which.
      const [first, ...others] = next.productions
      if (first && others.length === 0) void navigate(`/p/${first.id}/brief`)
    })
  return (
    <Flex minH="100%" direction={{ base: 'column', md: 'row' }}>
      <Box
        w={{ md: '375px' }}
        flexShrink={0}
        p={{ base: '24px', md: '36px 28px' }}
        borderRight={{ md: '1px solid' }}
        borderColor={{ md: 'line' }}
      >
        <Heading as="h1" fontSize="clock" fontWeight={800} lineHeight="1" css={{ fontStretch: '125%' }}>
          Kavrell
        </Heading>
        <Text mt="16px" fontSize="large" fontWeight={600} lineHeight="1.3">
          Plan the shoot day. Keep its record. Know when a card is safe to wipe.
        </Text>
        {me && me.demo.length > 0 && <Demo demo={me.demo} onEnter={(id) => void enterDemo(id)} />}
        {says && (
          <Text role="alert" color="stop" fontWeight={600} mt="24px">
            {says}
          </Text>
        )}
        {me && !me.account && (
          <Box mt="30px">
            {me.needsOwner ? (
              <Form
                title="Set up this installation"
                note="The first account owns what it makes. Choose a password of ten characters or more."
                button="Set up"
                onSubmit={(name, password) => attempt(ask(ENDPOINTS.setUp, {}, { name, password }))}
              />
            ) : (
              <Form
                title="Sign in"
                button="Sign in"
                onSubmit={(name, password) => attempt(ask(ENDPOINTS.signIn, {}, { name, password }))}
              />
            )}
          </Box>
        )}
        {me?.account && (
          <Flex mt="30px" align="center" gap="8px" borderTop="1px solid" borderColor="line" pt="8px">
            <Text fontWeight={600}>{me.account.name}</Text>
            <Button ml="auto" kind="quiet" onClick={() => void attempt(ask(ENDPOINTS.signOut, {}, {}))}>
              Sign out
            </Button>
          </Flex>
        )}
      </Box>
      <Box as="main" flex="1" minW={0} maxW="1000px" p={{ base: '24px', md: '40px 32px' }}>
        {me?.account && me.productions.length > 0 && <MyProductions productions={me.productions} />}
        {me?.account && <StartProduction onOpen={(id) => void navigate(`/p/${id}/brief`)} onSays={setSays} />}
        {me && !me.account && <WhatItAnswers />}
      </Box>
    </Flex>
  )
}

function Demo({ demo, onEnter }: { demo: Me['demo']; onEnter: (accountId: string) => void }) {
  return (
    <Box mt="30px">
      <Text fontWeight={700}>Look round in the demo, {demo[0]!.title}</Text>
      <Text color="soft" mb="8px">
        A wooden-boat school, two days in May, everything invented. Enter as
      </Text>
      {demo.map((person) => (
        <Flex key={person.accountId} borderTop="1px solid" borderColor="line" py="4px" align="center">
          <Text fontWeight={600}>{person.name}</Text>
          <Text color="soft" ml="8px">
            {person.role}
          </Text>
          <Button ml="auto" onClick={() => onEnter(person.accountId)} aria-label={`Enter as ${person.name}`}>
            Enter
          </Button>
        </Flex>
      ))}
    </Box>
  )
}

/** What each stage answers, in the order of the work. */
function WhatItAnswers() {
  return (
    <Box>
      {STAGE_GROUPS.map((group) => (
        <Box key={group} mb="22px">
          <Text color="soft" mb="4px">
            {group}
          </Text>
          {STAGES.filter((stage) => stage.group === group).map((stage) => (
            <Flex key={stage.path} gap="16px" py="6px" borderTop="1px solid" borderColor="line" align="baseline">
              <Text fontWeight={700} w="76px" flexShrink={0}>
                {stage.name}
              </Text>
              <Text fontSize="lead">{stage.asks}</Text>
            </Flex>
          ))}
        </Box>
      ))}
    </Box>
  )
}

function Form({
  title,
  note,
  button,
  onSubmit,
}: {
  title: string
  note?: string
  button: string
  onSubmit: (name: string, password: string) => Promise<void>
}) {
  const [name, setName] = useState(''),
    [password, setPassword] = useState('')
  const submit = (e: FormEvent) => {
    e.preventDefault()
    void onSubmit(name, password)
  }
  return (
    <form onSubmit={submit}>
      <Heading as="h2" fontSize="large" fontWeight={700} mb="6px">
        {title}
      </Heading>
      {note && (
        <Text color="soft" mb="10px">
          {note}
        </Text>
      )}
      <Box mb="10px">
        <label htmlFor="name">Name</label>
        <Input id="name" autoComplete="username" required value={name} onChange={(e) => setName(e.target.value)} />
      </Box>
      <Box mb="14px">
        <label htmlFor="password">Password</label>
        <Input
          id="password"
          type="password"
          autoComplete="current-password"
          required
          value={password}
          onChange={(e) => setPassword(e.target.value)}
        />
      </Box>
      <Button kind="main" type="submit">
        {button}
      </Button>
    </form>
  )
}
