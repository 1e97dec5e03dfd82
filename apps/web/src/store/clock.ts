import { useEffect, useState } from 'react'
import { useRecords } from './selectors.ts'
import { api } from './api.ts'

let serverAheadMs = 0

/** Measures how far the server's clock is from this device's: half the round trip either way. */
export async function measureClock(): Promise<void> {
  const sent = Date.now()
  const { nowMs } = await api<{ nowMs: number }>('/clock')
  serverAheadMs = nowMs - (sent + Date.now()) / 2
}

/** Milliseconds by the timecode box: the server's clock, set ahead as the box is set, drifting as it drifts. */
export function boxTime(
  box: { offsetMs: number; driftPpm: number; setAt: string } | undefined,
  deviceMs: number,
): number {
  const server = deviceMs + serverAheadMs
  if (!box) return server
  return server + box.offsetMs + (server - Date.parse(box.setAt)) * box.driftPpm * 1e-6
}

export const useTimecodeBox = () => Object.values(useRecords('timecodeBox'))[0]

/** The box's time, redrawn at most `perSecond` times a second. */
export function useBoxTime(perSecond: number): number {
  const box = useTimecodeBox()
  const [now, setNow] = useState(() => Date.now())
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 1000 / perSecond)
    return () => clearInterval(timer)
  }, [perSecond])
  return boxTime(box, now)
}
