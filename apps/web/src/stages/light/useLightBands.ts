import { type Remote, wrap } from 'comlink'
import { useEffect, useRef, useState } from 'react'
import type { LightAsked, LightBands, LightMapWorker } from '../../workers/lightMap.worker.ts'

let worker: Remote<LightMapWorker> | null = null
const shared = () =>
  (worker ??= wrap<LightMapWorker>(
    new Worker(new URL('../../workers/lightMap.worker.ts', import.meta.url), { type: 'module' }),
  ))

/** The light of a spot in bands, computed in a worker: one map at a time, and then the newest that was asked for. */
export function useLightBands(asked: LightAsked): LightBands | null {
  const [bands, setBands] = useState<LightBands | null>(null)
  const wanted = useRef<string | null>(null)
  const isBusy = useRef(false)
  const key = JSON.stringify(asked)
  useEffect(() => {
    wanted.current = key
    const next = () => {
      const at = wanted.current
      if (at === null || isBusy.current) return
      wanted.current = null
      isBusy.current = true
      shared()
        .lightBands(JSON.parse(at) as LightAsked)
        .then(
          (found) => {
            isBusy.current = false
            setBands(found)
            next()
          },
          (cause: unknown) => {
            isBusy.current = false
            throw new Error('The light map failed', { cause })
          },
        )
    }
    next()
  }, [key])
  useEffect(
    () => () => {
      wanted.current = null
    },
    [],
  )
  return bands
}
