import { useEffect } from 'react'
import { chooseDay, useDesk } from '../store/desk.ts'
import { useDayPlan, useDays } from '../store/selectors.ts'
import type { DayPlan } from '@kavrell/core/day'
import type { RecordOf } from '@kavrell/core/records'

/**
 * The day this device looks at: the chosen one, else the first. It stays the one that is looked at when its date changes
 * or an earlier day comes: what is typed goes into it.
 */
export function useDay(): {
  day: RecordOf<'day'> | undefined
  dayPlan: DayPlan | undefined
  days: readonly RecordOf<'day'>[]
} {
  const days = useDays() as unknown as readonly RecordOf<'day'>[]
  const chosen = useDesk((s) => s.dayId)
  const day = days.find((d) => d.id === chosen) ?? days[0]
  const id = day?.id
  useEffect(() => {
    if (id) chooseDay(id)
  }, [id])
  return { day, days, dayPlan: useDayPlan(day?.id ?? null) }
}
