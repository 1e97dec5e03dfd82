import {
  callSheet,
  type CallSheet,
  callSheetChanges,
  noLongerCalled,
  type SheetPerson,
  saysTheSame,
} from '@kavrell/core/callSheets'
import type { DayPlan } from '@kavrell/core/day'
import type { RecordOf } from '@kavrell/core/records'
import { useProduction } from '../../store/selectors.ts'

type Delivery = RecordOf<'delivery'>

/** Of tries the newest counts; a sheet that was read stays read, whatever was sent again later. */
const STRENGTH: Readonly<Record<Delivery['status'], number>> = {
  simulated: 0,
  bounced: 0,
  'no address': 0,
  failed: 0,
  sent: 0,
  'by hand': 1,
  delivered: 2,
  read: 3,
}
/** What somebody holds for sure, or what at least left here. */
const WENT_OUT: readonly Delivery['status'][] = ['sent', 'by hand', 'delivered', 'read']

/** Whom a sheet is for, and what became of the newest one with them. */
export interface Called extends SheetPerson {
  /** Null for whoever an older sheet called and this one does not. */
  readonly isCalled: boolean
  readonly status: Delivery | undefined
}

/** The sheet of a day as the plan has it now, against what was issued. */
export function useCallSheet(dayPlan: DayPlan) {
  const production = useProduction()
  const sheet = callSheet(production, dayPlan)
  const issued = Object.values(production.sentSheet)
    .filter((s) => s.dayId === dayPlan.day.id)
    .sort((a, b) => b.number - a.number)
  const newest = issued[0]
  const fresh = newest !== undefined && saysTheSame(newest, sheet)
  const older = (fresh ? issued[1] : newest)?.content as unknown as CallSheet | undefined
  const deliveries = newest ? Object.values(production.delivery).filter((d) => d.sentSheetId === newest.id) : []
  const statusOf = (personId: string) =>
    deliveries
      .filter((d) => d.personId === personId)
      .sort((a, b) => STRENGTH[b.status] - STRENGTH[a.status] || b.version - a.version)[0]
  // Whoever holds a sheet that calls them is told that this one does not.
  const dropped = (older ? noLongerCalled(older, sheet) : []).filter((p) => production.person[p.personId])
  const called: readonly Called[] = [
    ...sheet.people.map((p) => ({ ...p, isCalled: true, status: statusOf(p.personId) })),
    ...dropped.map((p) => ({ ...p, call: 'none', isCalled: false, status: statusOf(p.personId) })),
  ]
  return {
    sheet,
    issued,
    newest,
    /** The newest still says what the plan says. */
    fresh,
    changes: older ? callSheetChanges(older, sheet) : [],
    called,
    dropped,
    /** Whom the newest tells that they are not called, and nothing of it ever left here. */
    untold: dropped.filter(({ personId }) => !WENT_OUT.includes(statusOf(personId)?.status ?? 'bounced')),
    /** How many the newest went out to. */
    sentTo: new Set(deliveries.map((d) => d.personId)).size,
    read: called.filter((p) => p.isCalled && p.status?.status === 'read').length,
  }
}

export type CallSheetState = ReturnType<typeof useCallSheet>
