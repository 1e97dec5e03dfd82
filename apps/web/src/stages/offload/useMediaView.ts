import { useEffect, useState } from 'react'
import { ENDPOINTS, type MediaView } from '@kavrell/contract'
import { ask } from '../../store/api.ts'
import { say, useProductionStore } from '../../store/production.ts'
import { isUnderWay } from './RunningCopy.tsx'

/** Cards are put in and taken out by hand: nobody is told, so that somebody has to look. */
const LOOK_EVERY_MS = 8000
/** Of the time that looking takes, so many times as much is left between two looks: large drives are not read all day. */
const REST = 10

export interface SeenMedia {
  readonly view: MediaView
  /** Since when nobody could look, by this device's clock; null while the last look was answered. */
  readonly blindSinceMs: number | null
  /** Whether no look has been answered yet: what is empty then is not known to be. */
  readonly isFirstLook: boolean
}

const NOTHING: SeenMedia = { view: { volumes: [], cards: {} }, blindSinceMs: null, isFirstLook: true }

/**
 * What the reader sees now: looked at again every few seconds while the page is in sight, whenever a job has ended, and
 * when somebody comes back to the page. Where nobody can look, it is known since when.
 */
export function useMediaView(): SeenMedia {
  const productionId = useProductionStore((s) => s.productionId)
  const ended = useProductionStore((s) => s.jobs.filter((job) => !isUnderWay(job)).length)
  const [seen, setSeen] = useState(NOTHING)
  useEffect(() => {
    let isLooking = false
    let isLeft = false
    let timer: ReturnType<typeof setTimeout> | undefined
    const look = (isAsked: boolean) => {
      if (isLooking || isLeft) return
      clearTimeout(timer)
      if (document.visibilityState === 'hidden') return
      isLooking = true
      const fromMs = performance.now()
      ask(ENDPOINTS.media, { productionId: productionId! })
        .then(
          (view) => {
            if (!isLeft) setSeen({ view, blindSinceMs: null, isFirstLook: false })
          },
          (error: Error) => {
            if (isLeft) return
            setSeen((before) => ({ ...before, blindSinceMs: before.blindSinceMs ?? Date.now() }))
            if (isAsked) say(error.message, 'stop')
          },
        )
        .finally(() => {
          isLooking = false
          if (!isLeft) timer = setTimeout(again, Math.max(LOOK_EVERY_MS, REST * (performance.now() - fromMs)))
        })
    }
    const again = () => look(false)
    look(true)
    window.addEventListener('focus', again)
    document.addEventListener('visibilitychange', again)
    return () => {
      isLeft = true
      clearTimeout(timer)
      window.removeEventListener('focus', again)
      document.removeEventListener('visibilitychange', again)
    }
  }, [productionId, ended])
  return seen
}
