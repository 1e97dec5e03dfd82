import {
  type CallSheet,
  callSheet,
  type CallSheetChange,
  callSheetChanges,
  saysTheSame,
} from '@kavrell/core/callSheets'
import { type DayPlan, planDay } from '@kavrell/core/day'
import type { Production, SentSheet } from '@kavrell/core/records'

export interface PlannedCallSheet {
  readonly production: Production
  readonly dayPlan: DayPlan
  readonly sheet: CallSheet
  /** The newest sheet that was issued, if it still says the same. */
  readonly issued: SentSheet | null
  /** How many sheets of the day were issued. */
  readonly newest: number
  readonly changes: readonly CallSheetChange[]
}

/** The sheet of a day as it would be now, with what differs from the newest one sent. */
export function callSheetNow(production: Production, dayId: string): PlannedCallSheet | null {
  const dayPlan = planDay(production, dayId)
  if (!dayPlan) return null
  const sheet = callSheet(production, dayPlan)
  const sent = Object.values(production.sentSheet)
    .filter((s) => s.dayId === dayId)
    .sort((a, b) => b.number - a.number)
  const newest = sent[0]
  const isNewest = newest !== undefined && saysTheSame(newest, sheet)
  const compareWith = (isNewest ? sent[1] : newest) as { content?: CallSheet } | undefined
  return {
    production,
    dayPlan,
    sheet,
    issued: isNewest ? newest : null,
    newest: newest?.number ?? 0,
    changes: compareWith?.content?.rows ? callSheetChanges(compareWith.content, sheet) : [],
  }
}
