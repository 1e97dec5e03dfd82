import { Box, Flex, Text } from '@chakra-ui/react'
import { type FormEvent, useEffect, useState } from 'react'
import { ask } from '../../store/api.ts'
import { useProductionStore } from '../../store/production.ts'
import { Input, Select } from '../../ui/fields.tsx'
import { Button } from '../../ui/parts.tsx'
import { ENDPOINTS, INVITED_ROLES, type InvitedRole, type Role } from '@kavrell/contract'

/** An account with a password of its own, for somebody who comes back without a link. */
export function NewMember() {
  const productionId = useProductionStore((s) => s.productionId)
  const [members, setMembers] = useState<readonly { name: string; role: Role }[]>([])
  const [open, setOpen] = useState(false)
  const [name, setName] = useState(''),
    [password, setPassword] = useState(''),
    [role, setRole] = useState<InvitedRole>('logger'),
    [says, setSays] = useState<string | null>(null)
  useEffect(() => {
    ask(ENDPOINTS.members, { productionId: productionId! }).then(setMembers, (error: Error) => setSays(error.message))
  }, [productionId])
  const give = async (e: FormEvent) => {
    e.preventDefault()
    setSays(null)
    try {
      setMembers(await ask(ENDPOINTS.addMember, { productionId: productionId! }, { name, password, role }))
      setName('')
      setPassword('')
    } catch (error) {
      setSays((error as Error).message)
    }
  }
  return (
    <Box mt="10px">
      <Text color="soft" fontSize="small">
        In it: {members.map((m) => `${m.name} (${m.role})`).join(', ')}.
      </Text>
      <Button kind="quiet" px="0" onClick={() => setOpen(!open)} aria-expanded={open}>
        Give somebody an account with a password
      </Button>
      {open && (
        <form onSubmit={(e) => void give(e)}>
          <Box mt="4px">
            <label htmlFor="member-name">Name</label>
            <Input id="member-name" value={name} onChange={(e) => setName(e.target.value)} autoComplete="off" />
          </Box>
          <Flex gap="8px" my="8px">
            <Box flex="1">
              <label htmlFor="member-password">First password</label>
              <Input
                id="member-password"
                type="password"
                autoComplete="new-password"
                value={password}
                onChange={(e) => setPassword(e.target.value)}
              />
            </Box>
            <Box w="100px">
              <label htmlFor="member-role">May</label>
              <Select id="member-role" value={role} onChange={(e) => setRole(e.target.value as InvitedRole)}>
                {INVITED_ROLES.map((r) => (
                  <option key={r}>{r}</option>
                ))}
              </Select>
            </Box>
          </Flex>
          <Button type="submit">Give access</Button>
        </form>
      )}
      {says && (
        <Text role="alert" color="stop">
          {says}
        </Text>
      )}
    </Box>
  )
}
