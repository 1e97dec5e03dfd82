import { proxy, wrap } from 'comlink'
import { useEffect, useState } from 'react'
import type { MomentCover } from '@kavrell/core/moments'
import type { CoverWorker, FoundCover } from '../../workers/cover.worker.ts'

/** The rota of a moment, looked for in a worker; what is looked for no longer is given up at once. */
export function useRota(cover: MomentCover | null, isLive: boolean): FoundCover | null {
  const [found, setFound] = useState<{ key: string; value: FoundCover } | null>(null)
  const isEmpty = !cover || cover.cameraIds.length === 0 || cover.problem.durationS <= 0
  const key = isEmpty ? '' : JSON.stringify([cover, isLive])
  useEffect(() => {
    if (!key) return undefined
    const worker = new Worker(new URL('../../workers/cover.worker.ts', import.meta.url), { type: 'module' })
    let isStale = false
    const tell = (value: FoundCover) => {
      if (!isStale) setFound({ key, value })
    }
    const [asked, live] = JSON.parse(key) as [MomentCover, boolean]
    wrap<CoverWorker>(worker)
      .plan(asked, live, proxy(tell))
      .then(
        (value) => {
          tell(value)
          // What was told on the way comes by another door and may come later.
          isStale = true
        },
        (cause: unknown) => {
          throw new Error('The search for a rota failed', { cause })
        },
      )
    return () => {
      isStale = true
      worker.terminate()
    }
  }, [key])
  if (isEmpty) return null
  // While it goes on the last rota stays in sight until the next is there.
  return found && (found.key === key || isLive) ? found.value : null
}
