import type { Production } from '../records/index.ts'
import { neededAt } from '../shotlist/index.ts'
import { type DayView, writtenMin } from './dayView.ts'
import type { Timeline, TimelineRow } from './timeline.ts'

export interface PersonCall {
  readonly personId: string
  readonly callMin: number
  /** When they may go home: after their last shot, or at wrap for those needed all day. */
  readonly releaseMin: number
  /** Stretches they work in, minutes of the day. */
  readonly busy: readonly { readonly startMin: number; readonly endMin: number }[]
}

const round5 = (minute: number) => Math.floor(minute / 5) * 5

/**
 * Each person's own call on a day: the unit call for those needed all day, otherwise the start of the
 * first entry that needs them less the minutes they need before, rounded down to five. People with
 * nothing to do in the order that day have no call. Whoever is there for part of the day comes and goes with that, unless
 * the order wants them later.
 * @param all rows of every unit of the day
 */
export function personCalls(
  production: Production,
  view: Pick<DayView, 'clock' | 'day'>,
  timeline: Timeline,
  all: readonly TimelineRow[] = timeline.rows,
): PersonCall[] {
  const here = new Map(
    Object.values(production.attendance)
      .filter((a) => a.dayId === view.day.id)
      .map((a) => [a.personId as string, a]),
  )
  const needed = new Map(
    all.flatMap((row) =>
      row.kind === 'shots' ? [[row.itemId, neededAt(production, row.itemId, row.shotIds)] as const] : [],
    ),
  )
  const calls: PersonCall[] = []
  for (const person of Object.values(production.person)) {
    const attendance = here.get(person.id)
    if (!attendance) continue
    const written = (minute: number | null) => (minute === null ? null : writtenMin(view.clock, view.day, minute))
    const [fromMin, untilMin] = [written(attendance.fromMin), written(attendance.untilMin)]
    const rows = all.filter((row) => row.kind === 'shots' && needed.get(row.itemId)!.includes(person.id))
    const busy = rows.map(({ startMin, endMin }) => ({ startMin, endMin }))
    if (person.needed === 'all-day') {
      calls.push({
        personId: person.id,
        callMin: Math.max(timeline.startMin - person.leadMin, fromMin ?? -Infinity),
        releaseMin: Math.max(Math.min(timeline.wrapMin, untilMin ?? Infinity), ...rows.map((row) => row.endMin)),
        busy,
      })
    } else if (rows.length > 0) {
      const first = Math.min(...rows.map((row) => row.startMin)),
        last = Math.max(...rows.map((row) => row.endMin))
      calls.push({
        personId: person.id,
        callMin: Math.max(round5(first - person.leadMin), fromMin ?? -Infinity),
        releaseMin: last,
        busy,
      })
    }
  }
  return calls.sort((a, b) => a.callMin - b.callMin)
}
