import { Box, Flex } from '@chakra-ui/react'
import { type FormEvent, useState } from 'react'
import { Input, Select, PasswordField } from '../../ui/fields.tsx'
import { Button } from '../../ui/parts.tsx'
import { INVITED_ROLES, type InvitedRole } from '@kavrell/contract'

interface Props {
  /** True when the account was made. */
  readonly onGive: (given: { name: string; password: string; role: InvitedRole }) => Promise<boolean>
}

/** An account with a password of its own, for somebody who comes back without a link. */
export function NewMember({ onGive }: Props) {
  const [open, setOpen] = useState(false)
  const [name, setName] = useState(''),
    [password, setPassword] = useState(''),
    [role, setRole] = useState<InvitedRole>('logger')
  const give = async (e: FormEvent) => {
    e.preventDefault()
    if (!(await onGive({ name, password, role }))) return
    setName('')
    setPassword('')
  }
  return (
    <Box mt="10px">
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
              <PasswordField label="First password" value={password} onType={setPassword} />
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
    </Box>
  )
}
