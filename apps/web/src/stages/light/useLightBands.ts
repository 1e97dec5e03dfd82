import { type Remote, wrap } from 'comlink'
import { useEffect, useState } from 'react'
import type { LightBands, LightMapWorker } from '../../workers/lightMap.worker.ts'
import type { Lamp } from '@kavrell/core/light'
import type { MapArea, Stage } from '@kavrell/core/litRoom'

let worker: Remote<LightMapWorker> | null = null
const shared = () =>
  (worker ??= wrap<LightMapWorker>(
    new Worker(new URL('../../workers/lightMap.worker.ts', import.meta.url), { type: 'module' }),
  ))

/** The light of a spot in bands, computed in a worker; the newest request wins. */
export function useLightBands(
  stage: Stage,
  area: MapArea,
  lamps: readonly Lamp[],
  ambientLux: number,
  columns: number,
  edgesLux: readonly number[],
): LightBands | null {
  const [bands, setBands] = useState<LightBands | null>(null)
  const key = JSON.stringify([stage, area, lamps, ambientLux, columns, edgesLux])
  useEffect(() => {
    let stale = false
    shared()
      .lightBands(...(JSON.parse(key) as Parameters<LightMapWorker['lightBands']>))
      .then(
        (next) => {
          if (!stale) setBands(next)
        },
        (cause: unknown) => {
          throw new Error('The light map failed', { cause })
        },
      )
    return () => {
      stale = true
    }
  }, [key])
  return bands
}
