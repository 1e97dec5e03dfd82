import { Dialog, Portal } from '@chakra-ui/react'
import { type ReactNode, useRef, useState } from 'react'
import { Button } from './parts.tsx'

/** Asks before something that cannot be taken back, with what would be lost. The safe way is the main one. */
export function Question({
  title,
  children,
  does,
  safe,
  onYes,
  opener,
}: {
  title: string
  children: ReactNode
  /** What the one button does that cannot be taken back. */
  does: string
  /** What the other does. */
  safe: string
  onYes: () => void
  opener: ReactNode
}) {
  const [open, setOpen] = useState(false)
  const keep = useRef<HTMLButtonElement>(null)
  return (
    <Dialog.Root
      role="alertdialog"
      open={open}
      onOpenChange={(e) => setOpen(e.open)}
      initialFocusEl={() => keep.current}
      placement="center"
    >
      <Dialog.Trigger asChild>{opener}</Dialog.Trigger>
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content>
            <Dialog.Header>
              <Dialog.Title>{title}</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body>{children}</Dialog.Body>
            <Dialog.Footer>
              <Button kind="main" ref={keep} onClick={() => setOpen(false)}>
                {safe}
              </Button>
              <Button
                kind="stop"
                onClick={() => {
                  setOpen(false)
                  onYes()
                }}
              >
                {does}
              </Button>
            </Dialog.Footer>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  )
}
