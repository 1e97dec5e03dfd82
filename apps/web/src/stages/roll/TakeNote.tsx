import { Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { Input } from '../../ui/fields.tsx'
import { Button } from '../../ui/parts.tsx'

/** A note on a take: Enter keeps it, Escape drops it, one that is empty is none. */
export function TakeNote({
  about,
  onKeep,
  onClose,
}: {
  about: string
  onKeep: (text: string) => void
  onClose: () => void
}) {
  const [text, setText] = useState('')
  const keep = () => {
    if (text.trim()) onKeep(text.trim())
    onClose()
  }
  return (
    <Flex gap="8px" mt="14px">
      <Input
        autoFocus
        aria-label="Note on the take"
        placeholder={`Note on ${about}`}
        value={text}
        onChange={(e) => setText(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === 'Enter' && text.trim()) keep()
          if (e.key === 'Escape') onClose()
        }}
      />
      <Button onClick={keep}>Keep note</Button>
    </Flex>
  )
}
