import { Box, Flex, Text } from '@chakra-ui/react'
import { type FormEvent, useEffect, useState } from 'react'
import { ENDPOINTS, type Member, type Role, ROLES } from '@kavrell/contract'
import { ask } from '../../store/api.ts'
import { useProductionStore } from '../../store/production.ts'
import { PasswordField, Select } from '../../ui/fields.tsx'
import { Button } from '../../ui/parts.tsx'
import { Question } from '../../ui/Question.tsx'
import { NewMember } from './NewMember.tsx'

/** Who is in this production and as what: another role, a new password, out of it; and somebody new. */
export function Members() {
  const productionId = useProductionStore((s) => s.productionId)!
  const [members, setMembers] = useState<readonly Member[]>([])
  const [says, setSays] = useState<string | null>(null)
  useEffect(() => {
    ask(ENDPOINTS.members, { productionId }).then(setMembers, (error: Error) => setSays(error.message))
  }, [productionId])
  /** True when it was done; else it is said why not. */
  const attempt = async (asked: Promise<readonly Member[]>): Promise<boolean> => {
    setSays(null)
    try {
      setMembers(await asked)
      return true
    } catch (error) {
      setSays((error as Error).message)
      return false
    }
  }
  return (
    <Box mt="14px" aria-label="Members" role="group">
      {members.map((member) => (
        <OneMember key={member.accountId} member={member} productionId={productionId} attempt={attempt} />
      ))}
      {says && (
        <Text role="alert" color="stop" mt="6px" fontSize="small">
          {says}
        </Text>
      )}
      <NewMember onGive={(body) => attempt(ask(ENDPOINTS.addMember, { productionId }, body))} />
    </Box>
  )
}

interface OneProps {
  readonly member: Member
  readonly productionId: string
  readonly attempt: (asked: Promise<readonly Member[]>) => Promise<boolean>
}

function OneMember({ member: { accountId, name, role, hasPassword, isMe }, productionId, attempt }: OneProps) {
  const [asksPassword, setAsksPassword] = useState(false)
  const [password, setPassword] = useState('')
  const of = { productionId, accountId }
  const give = async (e: FormEvent) => {
    e.preventDefault()
    if (!(await attempt(ask(ENDPOINTS.newPassword, of, { password })))) return
    setAsksPassword(false)
    setPassword('')
  }
  return (
    <Box borderBottom="1px solid" borderColor="line" py="6px" fontSize="small">
      <Flex align="center" gap="8px" wrap="wrap">
        <Box flex="1" minW="120px">
          <Text fontWeight={600} truncate>
            {name}
          </Text>
          <Text color="soft" fontSize="note">
            {isMe ? 'you' : hasPassword ? 'signs in with a password' : 'joined by a link'}
          </Text>
        </Box>
        <Select
          w="110px"
          aria-label={`What ${name} is`}
          value={role}
          onChange={(e) => void attempt(ask(ENDPOINTS.changeRole, of, { role: e.target.value as Role }))}
        >
          {ROLES.map((r) => (
            <option key={r}>{r}</option>
          ))}
        </Select>
        {!isMe && (
          <>
            <Button kind="quiet" aria-expanded={asksPassword} onClick={() => setAsksPassword(!asksPassword)}>
              {hasPassword ? 'New password' : 'Give a password'}
            </Button>
            <Question
              title={`Take ${name} out of this production?`}
              does="Take out"
              safe="Keep"
              onYes={() => void attempt(ask(ENDPOINTS.removeMember, of, {}))}
              opener={
                <Button kind="quiet" aria-label={`Take out ${name}`}>
                  Take out
                </Button>
              }
            >
              <Text>
                What they have open of it ends at once. What they wrote stays, under their name. They come back only by
                a new link or account.
              </Text>
            </Question>
          </>
        )}
      </Flex>
      {asksPassword && (
        <form onSubmit={(e) => void give(e)}>
          <Flex gap="8px" mt="6px" align="end">
            <Box flex="1">
              <PasswordField label={`New password of ${name}`} value={password} onType={setPassword} />
            </Box>
            <Button type="submit">Set it</Button>
          </Flex>
          <Text color="soft" fontSize="note" mt="4px">
            Every device of theirs is signed out.
          </Text>
        </form>
      )}
    </Box>
  )
}
