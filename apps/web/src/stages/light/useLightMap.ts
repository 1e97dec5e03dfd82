import { type Remote, wrap } from 'comlink'
import { useEffect, useState } from 'react'
import type { LightMapWorker } from '../../workers/lightMap.worker.ts'
import type { Lamp, LightMap } from '@kavrell/core/light'

let worker: Remote<LightMapWorker> | null = null
const shared = () =>
  (worker ??= wrap<LightMapWorker>(
    new Worker(new URL('../../workers/lightMap.worker.ts', import.meta.url), { type: 'module' }),
  ))

/** The light map of a spot, computed in a worker; the newest request wins. */
export function useLightMap(
  spot: { widthM: number; depthM: number; heightM: number },
  lamps: readonly Lamp[],
  ambientLux: number,
  columns: number,
): LightMap | null {
  const [map, setMap] = useState<LightMap | null>(null)
  const key = JSON.stringify([spot, lamps, ambientLux, columns])
  useEffect(() => {
    let stale = false
    const [s, l, a, c] = JSON.parse(key) as [typeof spot, Lamp[], number, number]
    shared()
      .lightMap(s, l, a, c)
      .then(
        (next) => {
          if (!stale) setMap(next)
        },
        (cause: unknown) => {
          throw new Error('The light map failed', { cause })
        },
      )
    return () => {
      stale = true
    }
  }, [key])
  return map
}
