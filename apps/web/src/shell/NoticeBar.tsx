import { createToaster, Toast, Toaster } from '@chakra-ui/react'
import { useEffect } from 'react'
import { dismissNotice, type Notice, useProductionStore } from '../store/production.ts'
import { insistOn, undo } from '../store/undo.ts'
import { Button } from '../ui/parts.tsx'

const SHOWN_MS = 6000
// Over the keys of a phone's lower edge.
const OFFSETS = { left: '8px', right: '8px', top: '8px', bottom: '76px' }
const toaster = createToaster({ placement: 'bottom', offsets: OFFSETS })

/** What just happened, with its undo; a refusal stays until it is put away. One at a time, the newest. */
export function NoticeBar() {
  const notice = useProductionStore((s) => s.notice)
  useEffect(() => {
    if (!notice) return
    const id = toaster.create({
      duration: notice.tone === 'stop' || notice.offer ? Infinity : SHOWN_MS,
      meta: { notice },
      onStatusChange: ({ status }) => {
        if (status === 'dismissing' && useProductionStore.getState().notice === notice) dismissNotice()
      },
    })
    return () => toaster.remove(id)
  }, [notice])
  return <Toaster toaster={toaster}>{({ meta }) => <Says notice={meta!.notice as Notice} />}</Toaster>
}

function Says({ notice }: { notice: Notice }) {
  // One that is going says nothing more: its undo would take back something else.
  const current = useProductionStore((s) => s.notice) === notice
  const stop = notice.tone === 'stop'
  return (
    <Toast.Root
      role={current ? (stop ? 'alert' : 'status') : 'presentation'}
      data-type={stop ? 'error' : 'info'}
      display={current ? 'flex' : 'none'}
    >
      <Toast.Title>{notice.says}</Toast.Title>
      {notice.undo && (
        <Button
          color="inherit"
          borderColor="currentColor"
          onClick={() => {
            dismissNotice()
            undo()
          }}
        >
          Undo
        </Button>
      )}
      {notice.insist && (
        <Button color="inherit" borderColor="currentColor" onClick={() => insistOn(notice.insist!)}>
          {notice.insist.says}
        </Button>
      )}
      {notice.offer && (
        <Button
          color="inherit"
          borderColor="currentColor"
          onClick={() => {
            dismissNotice()
            notice.offer!.act()
          }}
        >
          {notice.offer.says}
        </Button>
      )}
      <Button kind="quiet" color="inherit" onClick={dismissNotice}>
        {notice.insist ? 'Leave it' : 'Close'}
      </Button>
    </Toast.Root>
  )
}
