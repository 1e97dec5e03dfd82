import type { Snapshot, StreamMessage } from '@kavrell/contract'
import { api } from './api.ts'
import { openSnapshot, receive, receiveJob, setConnection, useProductionStore } from './production.ts'

/** Opens a production and follows it until the returned function is called. */
export function follow(productionId: string, onRefused: (says: string) => void): () => void {
  let closed = false
  let stream: EventSource | null = null
  const listen = () => {
    if (closed) return
    stream = new EventSource(`/api/productions/${productionId}/stream?after=${useProductionStore.getState().seq}`)
    stream.onopen = () => setConnection('live')
    stream.onmessage = (event: MessageEvent<string>) => {
      const message = JSON.parse(event.data) as StreamMessage
      if (message.type === 'edit') receive(message.edit)
      else receiveJob(message.job)
    }
    stream.onerror = () => {
      setConnection('away')
      // Opened anew from the last number seen, rather than from where this connection began.
      stream?.close()
      setTimeout(listen, 1500)
    }
  }
  api<Snapshot>(`/productions/${productionId}/snapshot`).then(
    (snapshot) => {
      if (!closed) {
        openSnapshot(snapshot)
        listen()
      }
    },
    (error: Error) => {
      if (!closed) onRefused(error.message)
    },
  )
  return () => {
    closed = true
    stream?.close()
  }
}
