import type { Production } from '../records/index.ts'
import { neededAt } from '../shotlist/index.ts'
import type { Timeline } from './timeline.ts'

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
 * nothing to do in the order that day have no call.
 */
export function personCalls(production: Production, dayId: string, timeline: Timeline): PersonCall[] {
  const here = new Set(
    Object.values(production.attendance)
      .filter((a) => a.dayId === dayId)
      .map((a) => a.personId),
  )
  const needed = new Map(
    timeline.rows.flatMap((row) =>
      row.kind === 'shots' ? [[row.itemId, neededAt(production, row.itemId, row.shotIds)] as const] : [],
    ),
  )
  const calls: PersonCall[] = []
  for (const person of Object.values(production.person)) {
    if (!here.has(person.id)) continue
    const rows = timeline.rows.filter((row) => row.kind === 'shots' && needed.get(row.itemId)!.includes(person.id))
    const busy = rows.map(({ startMin, endMin }) => ({ startMin, endMin }))
    if (person.needed === 'all-day') {
      calls.push({
        personId: person.id,
        callMin: timeline.startMin - person.leadMin,
        releaseMin: timeline.wrapMin,
        busy,
      })
    } else if (rows.length > 0) {
      const first = Math.min(...rows.map((row) => row.startMin)),
        last = Math.max(...rows.map((row) => row.endMin))
      calls.push({ personId: person.id, callMin: round5(first - person.leadMin), releaseMin: last, busy })
    }
  }
  return calls.sort((a, b) => a.callMin - b.callMin)
}
