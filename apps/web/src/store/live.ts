import { ask, AwayError } from './api.ts'
import { device } from './device.ts'
import {
  keepNow,
  openKept,
  openSnapshot,
  receive,
  receiveJob,
  setConnection,
  useProductionStore,
} from './production.ts'
import { addressOf, ENDPOINTS, readSnapshot, retryDelayMs, type StreamMessage } from '@kavrell/contract'

/** What a source of events is once it was answered with anything but events. */
const REFUSED = 2

/** Opens a production, first as this device knows it, and follows it until the returned function is called. */
export function follow(productionId: string, onRefused: (says: string) => void): () => void {
  let closed = false
  /** How often in a row the server was not there. */
  let failed = 0
  let stream: EventSource | null = null
  const listen = () => {
    if (closed) return
    const { seq, head } = useProductionStore.getState()
    stream = new EventSource(`${addressOf(ENDPOINTS.stream, { productionId })}?after=${seq}&head=${head ?? ''}`)
    stream.onopen = () => {
      failed = 0
      setConnection('live')
    }
    stream.onmessage = (event: MessageEvent<string>) => {
      const message = JSON.parse(event.data) as StreamMessage
      if (message.type === 'edit') receive(message.edit)
      else if (message.type === 'job') receiveJob(message.job)
      else {
        // What this device has is not what the log holds, or it may see other things than before.
        stream?.close()
        void fetchSnapshot()
      }
    }
    stream.onerror = () => {
      setConnection('away')
      // Refused rather than cut off: why is said to whoever asks for the whole.
      const isRefused = stream?.readyState === REFUSED
      // Opened anew from the last number seen, rather than from where this connection began.
      stream?.close()
      setTimeout(() => (isRefused ? void fetchSnapshot() : listen()), retryDelayMs(++failed, Math.random()))
    }
  }
  const asking = () => ask(ENDPOINTS.snapshot, { productionId })
  const fetchSnapshot = async (asked = asking()): Promise<void> => {
    try {
      const snapshot = readSnapshot(await asked)
      if (closed) return
      openSnapshot(snapshot)
      listen()
    } catch (error) {
      if (closed) return
      if (error instanceof AwayError) {
        setConnection('away')
        setTimeout(() => void fetchSnapshot(), retryDelayMs(++failed, Math.random()))
        return
      }
      // No longer a member, or signed out: what this device knew is not shown any more.
      await device.forgetProduction(productionId).catch(() => undefined)
      onRefused((error as Error).message)
    }
  }
  const onHide = () => {
    if (document.visibilityState === 'hidden') keepNow()
  }
  document.addEventListener('visibilitychange', onHide)
  // Asked for at once, while the device still looks up what it knows.
  const first = asking()
  first.catch(() => undefined)
  void openKept(productionId).then(() => fetchSnapshot(first))
  return () => {
    closed = true
    stream?.close()
    document.removeEventListener('visibilitychange', onHide)
  }
}
