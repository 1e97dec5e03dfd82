import { useDesk } from '../store/desk.ts'
import { useDayPlan, useDays } from '../store/selectors.ts'
import type { DayPlan } from '@kavrell/core/day'
import type { RecordOf } from '@kavrell/core/records'

/** The day this device looks at: the chosen one, else the first. */
export function useDay(): {
  day: RecordOf<'day'> | undefined
  dayPlan: DayPlan | undefined
  days: readonly RecordOf<'day'>[]
} {
  const days = useDays() as unknown as readonly RecordOf<'day'>[]
  const chosen = useDesk((s) => s.dayId)
  const day = days.find((d) => d.id === chosen) ?? days[0]
  return { day, days, dayPlan: useDayPlan(day?.id ?? null) }
}
