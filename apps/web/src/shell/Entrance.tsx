import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { type FormEvent, useEffect, useState } from 'react'
import { useNavigate } from 'react-router'
import { ask } from '../store/api.ts'
import { ChooseFile, Input, Select } from '../ui/fields.tsx'
import { Button } from '../ui/parts.tsx'
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
      then?.(next)
    } catch (error) {
      setSays((error as Error).message)
    }
  }
  const enterDemo = (accountId: string) =>
    attempt(ask(ENDPOINTS.enterDemo, {}, { accountId }), (next) => {
      const first = next.productions[0]
      if (first) void navigate(`/p/${first.id}/brief`)
    })
  return (
    <Flex
      minH="100%"
      direction={{ base: 'column', md: 'row' }}
      p={{ base: '24px', md: '64px' }}
      gap={{ base: '32px', md: '88px' }}
    >
      <Box maxW="430px">
        <Heading as="h1" fontSize="clock" fontWeight={800} lineHeight="1" css={{ fontStretch: '125%' }}>
          Kavrell
        </Heading>
        <Text mt="16px" fontSize="title" fontWeight={600} lineHeight="1.3">
          Plan the shoot day. Keep its record. Know when a card is safe to wipe.
        </Text>
        {me && me.demo.length > 0 && (
          <Box mt="36px">
            <Text fontWeight={700}>Look round in the demo, {me.demo[0]!.title}</Text>
            <Text color="soft" mb="8px">
              A wooden-boat school, two days in May, everything invented. Enter as
            </Text>
            {me.demo.map((person) => (
              <Flex key={person.accountId} borderTop="1px solid" borderColor="line" py="6px" align="center">
                <Text fontWeight={600}>{person.name}</Text>
                <Text color="soft" ml="8px">
                  {person.role}
                </Text>
                <Button
                  ml="auto"
                  onClick={() => void enterDemo(person.accountId)}
                  aria-label={`Enter as ${person.name}`}
                >
                  Enter
                </Button>
              </Flex>
            ))}
          </Box>
        )}
      </Box>
      <Box w={{ base: '100%', md: '380px' }} pt={{ md: '8px' }}>
        {says && (
          <Text role="alert" color="stop" fontWeight={600} mb="12px">
            {says}
          </Text>
        )}
        {me &&
          !me.account &&
          (me.needsOwner ? (
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
          ))}
        {me?.account && (
          <Productions
            me={me}
            onOpen={(id) => void navigate(`/p/${id}/brief`)}
            onSays={setSays}
            onLeave={() => attempt(ask(ENDPOINTS.signOut, {}, {}))}
          />
        )}
      </Box>
    </Flex>
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

function Productions({
  me,
  onOpen,
  onSays,
  onLeave,
}: {
  me: Me
  onOpen: (id: string) => void
  onSays: (says: string) => void
  onLeave: () => void
}) {
  const [title, setTitle] = useState(''),
    [mains, setMains] = useState('50')
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
      const { id } = await ask(ENDPOINTS.startProduction, {}, { title, mainsHz: mains === '60' ? 60 : 50 })
      onOpen(id)
    } catch (error) {
      onSays((error as Error).message)
    }
  }
  return (
    <Box>
      <Heading as="h2" fontSize="large" fontWeight={700} mb="8px">
        {me.account!.name}
      </Heading>
      {me.productions.map((production) => (
        <Flex key={production.id} borderTop="1px solid" borderColor="line" py="6px" align="center">
          <Text fontWeight={600}>{production.title}</Text>
          <Text color="soft" ml="8px">
            {production.role}
          </Text>
          <Button ml="auto" onClick={() => onOpen(production.id)} aria-label={`Open ${production.title}`}>
            Open
          </Button>
        </Flex>
      ))}
      <form onSubmit={(e) => void start(e)}>
        <Heading as="h2" fontSize="lead" fontWeight={700} mt="24px" mb="6px">
          Start a production
        </Heading>
        <Flex gap="10px" align="end">
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
      <Box mt="18px" fontSize="small">
        <ChooseFile
          label="Or import one, from a file that Kavrell exported"
          accept=".json"
          onFile={(file) => void importFile(file)}
        >
          Import a production
        </ChooseFile>
      </Box>
      <Box mt="28px">
        <Button kind="quiet" px="0" onClick={onLeave}>
          Sign out
        </Button>
      </Box>
    </Box>
  )
}
