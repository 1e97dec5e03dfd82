import { Box, Flex, Text } from '@chakra-ui/react'
import {
  INVITED_ROLES,
  type Invitation,
  type InvitedRole,
  type NewInvitation,
  type SessionInfo,
} from '@kavrell/contract'
import { DateTime } from 'luxon'
import { useEffect, useState } from 'react'
import { api } from '../../store/api.ts'
import { useProductionStore } from '../../store/production.ts'
import { Button, Hint, Section } from '../../ui/parts.tsx'
import { Select } from '../../ui/RecordField.tsx'
import { NewMember } from './NewMember.tsx'

const HOLDS = [
  [60, 'an hour'],
  [720, 'twelve hours'],
  [4320, 'three days'],
  [20160, 'two weeks'],
] as const
const MAY: Readonly<Record<InvitedRole, string>> = {
  logger: 'log takes and copies',
  planner: 'plan and log',
  reader: 'read',
}
const at = (iso: string) => DateTime.fromISO(iso).setLocale('en-GB').toFormat('ccc d LLL HH:mm')

/** Who may open this production: links to join by, accounts with a password, and the devices that are signed in. */
export function Access() {
  const productionId = useProductionStore((s) => s.productionId)
  const base = `/productions/${productionId}`
  const [invitations, setInvitations] = useState<readonly Invitation[]>([])
  const [sessions, setSessions] = useState<readonly SessionInfo[]>([])
  const [fresh, setFresh] = useState<NewInvitation | null>(null)
  const [role, setRole] = useState<InvitedRole>('logger')
  const [minutes, setMinutes] = useState(720)
  const [says, setSays] = useState<string | null>(null)
  const attempt = async <T,>(route: string, then: (answer: T) => void, body?: unknown) => {
    setSays(null)
    try {
      then(await api<T>(`${base}/${route}`, body))
    } catch (error) {
      setSays((error as Error).message)
    }
  }
  useEffect(() => {
    const told = (error: Error) => setSays(error.message)
    api<Invitation[]>(`${base}/invitations`).then(setInvitations, told)
    api<SessionInfo[]>(`${base}/sessions`).then(setSessions, told)
  }, [base])
  const invite = () =>
    attempt<NewInvitation>(
      'invitations',
      (made) => {
        setFresh(made)
        void attempt<Invitation[]>('invitations', setInvitations)
      },
      { role, minutes },
    )
  return (
    <Section title="Who may open this production">
      <Flex gap="8px" align="end" wrap="wrap">
        <Box w="170px">
          <label htmlFor="invite-role">Whoever has the link may</label>
          <Select id="invite-role" value={role} onChange={(e) => setRole(e.target.value as InvitedRole)}>
            {[...INVITED_ROLES].reverse().map((r) => (
              <option key={r} value={r}>
                {MAY[r]}
              </option>
            ))}
          </Select>
        </Box>
        <Box w="120px">
          <label htmlFor="invite-minutes">It holds for</label>
          <Select id="invite-minutes" value={minutes} onChange={(e) => setMinutes(Number(e.target.value))}>
            {HOLDS.map(([value, name]) => (
              <option key={value} value={value}>
                {name}
              </option>
            ))}
          </Select>
        </Box>
        <Button kind="main" onClick={() => void invite()}>
          Make a link
        </Button>
      </Flex>
      {says && (
        <Text role="alert" color="stop" mt="6px">
          {says}
        </Text>
      )}
      {fresh && (
        <Box mt="12px">
          <Box bg="white" w="180px" p="6px">
            <img
              alt="The link as a code for a phone’s camera"
              width={168}
              height={168}
              src={`data:image/svg+xml;utf8,${encodeURIComponent(fresh.qr)}`}
            />
          </Box>
          <Text fontFamily="mono" fontSize="12px" mt="6px" css={{ overflowWrap: 'anywhere' }} data-join>
            {fresh.address}
          </Text>
          <Hint>Point a phone’s camera at it, or send the link. It is shown this once.</Hint>
        </Box>
      )}
      {invitations.map((i) => (
        <Row
          key={i.id}
          name={`Link: ${MAY[i.role]}`}
          note={`until ${at(i.expiresAt)}, ${i.joined} joined`}
          button="Withdraw"
          onClick={() => {
            if (fresh?.id === i.id) setFresh(null)
            void attempt<Invitation[]>(`invitations/${i.id}/withdraw`, setInvitations, {})
          }}
        />
      ))}
      {sessions.map((s) => (
        <Row
          key={s.id}
          name={s.name}
          note={`${s.role}, ${s.device || 'a device'}, ${s.current ? 'this one' : `seen ${at(s.seenAt)}`}`}
          button={s.current ? null : 'End'}
          onClick={() => void attempt<SessionInfo[]>(`sessions/${s.id}/end`, setSessions, {})}
        />
      ))}
      <NewMember />
    </Section>
  )
}

function Row({
  name,
  note,
  button,
  onClick,
}: {
  name: string
  note: string
  button: string | null
  onClick: () => void
}) {
  return (
    <Flex borderBottom="1px solid" borderColor="line" py="6px" align="center" gap="8px" fontSize="13px">
      <Box minW={0} flex="1">
        <Text fontWeight={600} truncate>
          {name}
        </Text>
        <Text color="soft" fontSize="12.5px">
          {note}
        </Text>
      </Box>
      {button && (
        <Button kind="quiet" onClick={onClick} aria-label={`${button} ${name}`}>
          {button}
        </Button>
      )}
    </Flex>
  )
}
