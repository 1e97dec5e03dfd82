import { createToaster, Toast, Toaster } from '@chakra-ui/react'
import { useEffect } from 'react'
import { dismissNotice, undo, useProductionStore } from '../store/production.ts'
import { Button } from '../ui/parts.tsx'

const SHOWN_MS = 6000
const toaster = createToaster({
  placement: 'bottom',
  max: 1,
  offsets: { left: '8px', right: '8px', top: '8px', bottom: '76px' },
})

/** What just happened, with its undo; a refusal stays until it is put away. One at a time, the newest. */
export function NoticeBar() {
  const notice = useProductionStore((s) => s.notice)
  useEffect(() => {
    if (!notice) return
    const stop = notice.tone === 'stop'
    const id = toaster.create({
      title: notice.says,
      type: stop ? 'error' : 'info',
      duration: stop ? Infinity : SHOWN_MS,
      meta: { notice },
      onStatusChange: ({ status }) => {
        if (status === 'dismissing' && useProductionStore.getState().notice === notice) dismissNotice()
      },
    })
    return () => toaster.remove(id)
  }, [notice])
  return (
    <Toaster toaster={toaster}>
      {({ title, type, meta }) => (
        // One that is going says nothing more: its undo would take back something else.
        <Toast.Root role={type === 'error' ? 'alert' : 'status'} display={meta?.notice === notice ? 'flex' : 'none'}>
          <Toast.Title>{title}</Toast.Title>
          {notice?.undo && (
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
          <Button kind="quiet" color="inherit" onClick={dismissNotice}>
            Close
          </Button>
        </Toast.Root>
      )}
    </Toaster>
  )
}
