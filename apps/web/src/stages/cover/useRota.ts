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
  // A rota of another state of things names cameras by where they stood in that one: it is of no use, and could lie.
  return found?.key === key ? found.value : null
}
