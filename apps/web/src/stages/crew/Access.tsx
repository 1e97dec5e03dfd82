import { Box, Flex, QrCode, Text } from '@chakra-ui/react'
import { DateTime } from 'luxon'
import { useEffect, useMemo, useState } from 'react'
import { ask } from '../../store/api.ts'
import { useProductionStore } from '../../store/production.ts'
import { Select } from '../../ui/fields.tsx'
import { Button, Hint, Section } from '../../ui/parts.tsx'
import { Members } from './Members.tsx'
import {
  ENDPOINTS,
  type Invitation,
  INVITED_ROLES,
  type InvitedRole,
  type NewInvitation,
  type SessionInfo,
} from '@kavrell/contract'

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
  const of = useMemo(() => ({ productionId: productionId! }), [productionId])
  const [invitations, setInvitations] = useState<readonly Invitation[]>([])
  const [sessions, setSessions] = useState<readonly SessionInfo[]>([])
  const [fresh, setFresh] = useState<NewInvitation | null>(null)
  const [role, setRole] = useState<InvitedRole>('logger')
  const [minutes, setMinutes] = useState(720)
  const [says, setSays] = useState<string | null>(null)
  const attempt = async (work: () => Promise<void>) => {
    setSays(null)
    await work().catch((error: Error) => setSays(error.message))
  }
  useEffect(() => {
    const told = (error: Error) => setSays(error.message)
    ask(ENDPOINTS.invitations, of).then(setInvitations, told)
    ask(ENDPOINTS.sessions, of).then(setSessions, told)
  }, [of])
  const invite = () =>
    attempt(async () => {
      setFresh(await ask(ENDPOINTS.invite, of, { role, minutes }))
      setInvitations(await ask(ENDPOINTS.invitations, of))
    })
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
          <QrCode.Root value={fresh.address} bg="white" color="black" w="180px" p="10px">
            <QrCode.Frame role="img" aria-label="The link as a code for a phone’s camera">
              <QrCode.Pattern />
            </QrCode.Frame>
          </QrCode.Root>
          <Text fontFamily="mono" fontSize="note" mt="6px" css={{ overflowWrap: 'anywhere' }} data-join>
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
            void attempt(async () => setInvitations(await ask(ENDPOINTS.withdraw, { ...of, id: i.id }, {})))
          }}
        />
      ))}
      <Members />
      {sessions.length > 0 && (
        <Text mt="14px" color="soft" fontSize="small">
          Devices that are signed in
        </Text>
      )}
      {sessions.map((s) => (
        <Row
          key={s.id}
          name={s.name}
          note={`${s.role}, ${s.device || 'a device'}, ${s.current ? 'this one' : `seen ${at(s.seenAt)}`}`}
          button={s.current ? null : 'End'}
          onClick={() =>
            void attempt(async () => setSessions(await ask(ENDPOINTS.endSession, { ...of, id: s.id }, {})))
          }
        />
      ))}
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
    <Flex borderBottom="1px solid" borderColor="line" py="6px" align="center" gap="8px" fontSize="small">
      <Box minW={0} flex="1">
        <Text fontWeight={600} truncate>
          {name}
        </Text>
        <Text color="soft" fontSize="note">
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
