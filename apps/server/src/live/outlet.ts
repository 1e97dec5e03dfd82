import type { Response } from 'express'

/** Who has taken nothing for so long is let go: it comes back and asks from where it is. */
const PATIENCE_MS = 60_000

export interface Outlet {
  /** Resolves once there is room for more. What is written after the end is lost without a word. */
  readonly write: (text: string | Buffer) => Promise<void>
  readonly isClosed: () => boolean
}

/** An answer that is written bit by bit, no faster than it is read. */
export function openOutlet(res: Response): Outlet {
  let closed = false
  let room: Promise<void> | null = null
  res.on('close', () => (closed = true))
  const untilRoom = () =>
    new Promise<void>((resolve) => {
      const done = () => {
        clearTimeout(patience)
        res.off('drain', done).off('close', done)
        room = null
        resolve()
      }
      const patience = setTimeout(() => res.destroy(), PATIENCE_MS)
      res.on('drain', done).on('close', done)
    })
  return {
    isClosed: () => closed || res.writableEnded,
    async write(text) {
      // Whoever waits for room writes nothing more, not even that it is still here.
      while (room) await room
      if (closed || res.writableEnded) return
      if (!res.write(text)) await (room ??= untilRoom())
    },
  }
}
