import { type Remote, wrap } from 'comlink'
import { useEffect, useRef, useState } from 'react'
import type { LightAsked, LightBands, LightMapWorker } from '../../workers/lightMap.worker.ts'

let worker: Remote<LightMapWorker> | null = null
const shared = () =>
  (worker ??= wrap<LightMapWorker>(
    new Worker(new URL('../../workers/lightMap.worker.ts', import.meta.url), { type: 'module' }),
  ))

/** Shares of the columns that were asked for, as coarse as a map in the hand gets. */
const SHARES = [1, 0.8, 0.64, 0.5] as const
/** While something is in the hand a map is there within so long: thirty a second, and a little for drawing them. */
const IN_HAND_MS = 30
/** So many maps are looked at before it is made coarser or finer. */
const LOOKED_AT = 6
/** The first of another share makes anew what stays while something is carried. */
const PASSED_OVER = 1

/** How coarse maps in the hand are on this machine, and how long the last of them took, ms. */
export interface HandPace {
  readonly level: number
  readonly tookMs: readonly number[]
}

/** What follows from one more map: coarser where they come late, finer where the finer one would come in time with room. */
export function nextPace({ level, tookMs }: HandPace, lastMs: number): HandPace {
  const all = [...tookMs, lastMs]
  if (all.length < PASSED_OVER + LOOKED_AT) return { level, tookMs: all }
  const middle = all.slice(PASSED_OVER).sort((a, b) => a - b)[LOOKED_AT / 2]!
  if (middle > IN_HAND_MS && level < SHARES.length - 1) return { level: level + 1, tookMs: [] }
  // The work goes with the square of the columns.
  const finer = level > 0 ? middle * (SHARES[level - 1]! / SHARES[level]!) ** 2 : Infinity
  if (finer < IN_HAND_MS * 0.7) return { level: level - 1, tookMs: [] }
  return { level, tookMs: all.slice(0, PASSED_OVER).concat(all.slice(PASSED_OVER + 1)) }
}

/** What this machine can hold while something is carried. */
let pace: HandPace = { level: 0, tookMs: [] }

/**
 * The light of a spot in bands, computed in a worker: one map at a time, and then the newest that was asked for.
 * @param isInHand something is carried about: on a slow machine the map is then coarser rather than late
 */
export function useLightBands(asked: LightAsked, isInHand: boolean): LightBands | null {
  const [bands, setBands] = useState<LightBands | null>(null)
  const wanted = useRef<string | null>(null)
  const isBusy = useRef(false)
  const key = JSON.stringify({ ...asked, isInHand })
  useEffect(() => {
    wanted.current = key
    const next = () => {
      const at = wanted.current
      if (at === null || isBusy.current) return
      wanted.current = null
      isBusy.current = true
      const { isInHand: isCarried, ...given } = JSON.parse(at) as LightAsked & { readonly isInHand: boolean }
      const from = performance.now()
      shared()
        .lightBands(isCarried ? { ...given, columns: Math.round(given.columns * SHARES[pace.level]!) } : given)
        .then(
          (found) => {
            isBusy.current = false
            if (isCarried) pace = nextPace(pace, performance.now() - from)
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
