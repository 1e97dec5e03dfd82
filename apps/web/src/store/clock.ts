import { useEffect, useState } from 'react'
import { create } from 'zustand'
import { ask } from './api.ts'
import { newId } from './newId.ts'
import { useProductionStore } from './production.ts'
import { useRecords } from './selectors.ts'
import { type ClockReading, ENDPOINTS } from '@kavrell/contract'
import type { RecordOf } from '@kavrell/core/records'
import type { Moment, Pen } from '@kavrell/core/takes'
import { boxAheadMs, clockOffset, type ClockSample } from '@kavrell/core/timecode'

type TimecodeBox = RecordOf<'timecodeBox'>

interface Measured {
  /** What to add to this device's clock to get the server's. */
  readonly serverAheadMs: number
  /** How far the timecode box is ahead of the server; null where there is none. */
  readonly box: ClockReading['box']
  /** The measurement can be off by this much either way: half the shortest round trip. */
  readonly withinMs: number | null
}

const SAMPLES = 5
const EVERY_MS = 60_000
const UNMEASURED: Measured = { serverAheadMs: 0, box: null, withinMs: null }
const useMeasured = create<Measured>()(() => UNMEASURED)

/** When this page measured last, by its own clock and by the one that nobody can set. */
let measuredAt: { readonly shownMs: number; readonly steadyMs: number } | null = null
/** Clocks that are put right by a little are not set. */
const SET_MS = 1000

/**
 * This device's time, as it would be had nobody set its clock back since it was measured: while the server is away a
 * log goes by it alone. A clock that was set forward looks like a page that slept, and is measured anew when it wakes.
 */
export function deviceNowMs(): number {
  const shownMs = Date.now()
  if (!measuredAt) return shownMs
  const setBackMs = performance.now() - measuredAt.steadyMs - (shownMs - measuredAt.shownMs)
  return setBackMs > SET_MS ? shownMs + Math.round(setBackMs) : shownMs
}

/** Measures the server's clock and the timecode box against this device's clock, and remembers it for when they are away. */
export async function measureClock(productionId: string, isLeft = () => false): Promise<void> {
  const samples: ClockSample[] = []
  let box: ClockReading['box'] = null
  for (let i = 0; i < SAMPLES; i++) {
    const sentMs = Date.now()
    const reading = await ask(ENDPOINTS.clock, { productionId })
    samples.push({ sentMs, backMs: Date.now(), otherMs: reading.nowMs })
    box = reading.box
  }
  const { aheadMs, withinMs } = clockOffset(samples)
  if (isLeft()) return
  const measured: Measured = { serverAheadMs: aheadMs, withinMs, box }
  useMeasured.setState(measured)
  measuredAt = { shownMs: Date.now(), steadyMs: performance.now() }
  localStorage.setItem(`kavrell.clock.${productionId}`, JSON.stringify(measured))
}

/** Keeps the measurement fresh: on opening, when the server comes back, when the box is set, every minute. */
export function useMeasuredClock(productionId: string): void {
  const connection = useProductionStore((s) => s.connection)
  const box = useTimecodeBox()
  useEffect(() => {
    const kept = localStorage.getItem(`kavrell.clock.${productionId}`)
    useMeasured.setState(kept ? (JSON.parse(kept) as Measured) : UNMEASURED)
    return () => {
      useMeasured.setState(UNMEASURED)
      measuredAt = null
    }
  }, [productionId])
  useEffect(() => {
    if (connection !== 'live') return
    let left = false
    // Away again: what was measured last still holds, and coming back measures anew.
    const measure = () => {
      measureClock(productionId, () => left).catch(() => undefined)
    }
    measure()
    const timer = setInterval(measure, EVERY_MS)
    const wake = () => {
      if (document.visibilityState === 'visible') measure()
    }
    document.addEventListener('visibilitychange', wake)
    return () => {
      left = true
      clearInterval(timer)
      document.removeEventListener('visibilitychange', wake)
    }
  }, [productionId, connection, box?.version])
}

/** How far the box is ahead before anybody has asked it: as is written down of its setting. */
function writtenAheadMs(serverMs: number): number {
  const [box] = Object.values(useProductionStore.getState().records.timecodeBox ?? {}) as unknown as TimecodeBox[]
  return box ? boxAheadMs({ ...box, setAtMs: Date.parse(box.setAt) }, serverMs) : 0
}

/** The moment by the box, or by the server where there is no box. */
export function boxTime(deviceMs: number, { serverAheadMs, box }: Measured = useMeasured.getState()): number {
  const serverMs = deviceMs + serverAheadMs
  return serverMs + (box?.aheadMs ?? writtenAheadMs(serverMs))
}

/** For a ledger: the moment by the clock that all share, and what this device's own clock said. */
export function stamp(): Moment {
  const atMs = boxTime(deviceNowMs())
  return { at: new Date(atMs).toISOString(), deviceAt: new Date(Date.now()).toISOString(), atMs }
}

/** The same for something this device noted by its own clock, such as a picture it took. */
export function stampOf(deviceMs: number): Moment {
  const atMs = boxTime(deviceMs)
  return { at: new Date(atMs).toISOString(), deviceAt: new Date(deviceMs).toISOString(), atMs }
}

/** For whoever writes into the log now. */
export const pen = (): Pen => ({ now: stamp(), newId })

export const useTimecodeBox = () => Object.values(useRecords('timecodeBox'))[0]

/** The box's time, redrawn at most `perSecond` times a second. */
export function useBoxTime(perSecond: number): number {
  const measured = useMeasured()
  const [now, setNow] = useState(deviceNowMs)
  useEffect(() => {
    const timer = setInterval(() => setNow(deviceNowMs()), 1000 / perSecond)
    return () => clearInterval(timer)
  }, [perSecond])
  return boxTime(now, measured)
}

export const useClockMeasurement = (): Measured => useMeasured()
