import { Dialog, Flex, Portal, Text } from '@chakra-ui/react'
import { ENDPOINTS } from '@kavrell/contract'
import type { RecordOf } from '@kavrell/core/records'
import { useState } from 'react'
import { ask } from '../../store/api.ts'
import { say, useProductionStore } from '../../store/production.ts'
import { useParts } from '../../store/selectors.ts'
import { Area } from '../../ui/fields.tsx'
import { Button } from '../../ui/parts.tsx'
import { useAct } from './useAct.ts'
import type { Called } from './useCallSheet.ts'

/** A person's own link in a message that somebody sends with their own hands, by whatever way reaches them. */
export function SendByHand({ person: p, newest }: { person: Called; newest: RecordOf<'sentSheet'> }) {
  const { person, production } = useParts('person', 'production')
  const productionId = useProductionStore((s) => s.productionId)!
  const { busy, act } = useAct()
  const [open, setOpen] = useState(false)
  const [address, setAddress] = useState<string | null>(null)
  const asked = { sentSheetId: newest.id, personId: p.personId }
  const called = p.isCalled ? `your call is ${p.call}` : 'you are not called'
  const text = `${production.title}, ${(newest.content as { day?: string }).day ?? ''}: ${called}. Your call sheet, version ${newest.number}: ${address ?? ''}`
  const mail = `mailto:${encodeURIComponent(person[p.personId]?.email ?? '')}?subject=${encodeURIComponent(`${production.title}: call sheet ${newest.number}`)}&body=${encodeURIComponent(text)}`
  const begin = (isOpen: boolean) => {
    setOpen(isOpen)
    if (!isOpen || address) return
    act(async () => setAddress((await ask(ENDPOINTS.sheetLink, { productionId }, asked)).address))
  }
  return (
    <Dialog.Root open={open} onOpenChange={(e) => begin(e.open)} placement="center">
      <Dialog.Trigger asChild>
        <Button>By hand</Button>
      </Dialog.Trigger>
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content>
            <Dialog.Header>
              <Dialog.Title>To {p.name} by hand</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body>
              <Text mb="8px">The link is theirs alone. Once they look at it, it is told as read.</Text>
              <Area aria-label="Message" value={address ? text : 'Making a link …'} readOnly rows={4} />
            </Dialog.Body>
            <Dialog.Footer>
              <Flex gap="8px" wrap="wrap" justify="flex-end">
                <Button
                  disabled={!address}
                  onClick={() =>
                    void navigator.clipboard.writeText(text).then(
                      () => say('Copied.'),
                      () => say('Mark the text and copy it by hand.'),
                    )
                  }
                >
                  Copy
                </Button>
                <a href={address ? mail : undefined}>
                  <Button as="span">Write a mail</Button>
                </a>
                <Button
                  kind="main"
                  disabled={!address || busy}
                  onClick={() =>
                    act(async () => {
                      await ask(ENDPOINTS.sentByHand, { productionId }, asked)
                      setOpen(false)
                    })
                  }
                >
                  I have sent it
                </Button>
              </Flex>
            </Dialog.Footer>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  )
}
