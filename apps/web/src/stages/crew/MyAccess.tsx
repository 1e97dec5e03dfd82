import { Box, Flex, Text } from '@chakra-ui/react'
import { type FormEvent, useState } from 'react'
import { useNavigate } from 'react-router'
import { ENDPOINTS } from '@kavrell/contract'
import { ask } from '../../store/api.ts'
import { device } from '../../store/device.ts'
import { say, useProductionStore } from '../../store/production.ts'
import { PasswordField } from '../../ui/fields.tsx'
import { Button, Section } from '../../ui/parts.tsx'
import { Question } from '../../ui/Question.tsx'

/** What everybody may do about their own access: another password, or leaving. */
export function MyAccess() {
  const productionId = useProductionStore((s) => s.productionId)!
  const navigate = useNavigate()
  const [open, setOpen] = useState(false)
  const [old, setOld] = useState(''),
    [password, setPassword] = useState(''),
    [says, setSays] = useState<string | null>(null)
  const change = async (e: FormEvent) => {
    e.preventDefault()
    setSays(null)
    try {
      await ask(ENDPOINTS.ownPassword, {}, { old, password })
      setOld('')
      setPassword('')
      setOpen(false)
      say('Your password is changed; your other devices are signed out.')
    } catch (error) {
      setSays((error as Error).message)
    }
  }
  const leave = async () => {
    try {
      await ask(ENDPOINTS.leave, { productionId }, {})
    } catch (error) {
      setSays((error as Error).message)
      return
    }
    await device.forgetProduction(productionId).catch(() => undefined)
    await navigate('/')
  }
  return (
    <Section title="Your own access">
      <Flex gap="8px" wrap="wrap">
        <Button onClick={() => setOpen(!open)} aria-expanded={open}>
          Change your password
        </Button>
        <Question
          title="Leave this production?"
          does="Leave"
          safe="Stay"
          onYes={() => void leave()}
          opener={<Button>Leave this production</Button>}
        >
          <Text>What you wrote stays, under your name. An owner can let you in again.</Text>
        </Question>
      </Flex>
      {open && (
        <form onSubmit={(e) => void change(e)}>
          <Box mt="8px">
            <PasswordField label="Old password" value={old} onType={setOld} isOld />
          </Box>
          <Box my="8px">
            <PasswordField label="New password" value={password} onType={setPassword} />
          </Box>
          <Button type="submit">Change it</Button>
        </form>
      )}
      {says && (
        <Text role="alert" color="stop" mt="6px" fontSize="small">
          {says}
        </Text>
      )}
    </Section>
  )
}
