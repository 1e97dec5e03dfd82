import { useEffect, useEffectEvent } from 'react'
import { useDesk } from '../store/desk.ts'
import { useDay } from './useDay.ts'
import type { ShotsRow } from '@kavrell/core/day'

/** Calls back with the shots nearest to the moment that was clicked on the ribbon. */
export function useRibbonRow(go: (row: ShotsRow) => void): void {
  const { dayPlan } = useDay()
  const onMoment = useEffectEvent((minute: number) => {
    const rows = dayPlan?.timeline.rows.filter((row) => row.kind === 'shots') ?? []
    const away = (row: ShotsRow) => Math.max(row.startMin - minute, minute - row.endMin, 0)
    const nearest = [...rows].sort((a, b) => away(a) - away(b))[0]
    if (nearest) go(nearest)
  })
  useEffect(
    () =>
      useDesk.subscribe((now, before) => {
        if (now.moment && now.moment !== before.moment) onMoment(now.moment.minute)
      }),
    [],
  )
}
