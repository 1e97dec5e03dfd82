export { slateFor } from './slate.ts'
import { byId, type Production, type Take, type TakeEvent } from '../production/index.ts'
import type { Timeline } from '../order/index.ts'

/** A take as it stands after all that was logged about it. */
export interface TakeState {
  readonly take: Take
  readonly verdict: 'good' | 'no-good' | 'open'
  /** Null while it rolls. */
  readonly cutTimecode: string | null
  readonly cutAt: string | null
  readonly notes: readonly string[]
}

/** Folds the ledger of a day: the newest verdict and the first cut count, notes pile up. */
export function takeStates(production: Pick<Production, 'take' | 'takeEvent'>, dayId: string): TakeState[] {
  const events = new Map<string, TakeEvent[]>()
  for (const event of Object.values(production.takeEvent)) {
    const list = events.get(event.takeId)
    if (list) list.push(event)
    else events.set(event.takeId, [event])
  }
  return Object.values(production.take)
    .filter((take) => take.dayId === dayId)
    .sort((a, b) => (a.startedAt < b.startedAt ? -1 : a.startedAt > b.startedAt ? 1 : a.id < b.id ? -1 : 1))
    .map((take) => {
      const own = (events.get(take.id) ?? []).sort((a, b) =>
        a.happenedAt < b.happenedAt ? -1 : a.happenedAt > b.happenedAt ? 1 : a.id < b.id ? -1 : 1,
      )
      const cut = own.find((event) => event.type === 'cut')
      const verdict = own.filter((event) => event.type === 'good' || event.type === 'no-good').at(-1)?.type
      return {
        take,
        cutTimecode: cut?.timecode ?? null,
        cutAt: cut?.happenedAt ?? null,
        verdict: verdict === 'good' || verdict === 'no-good' ? verdict : 'open',
        notes: own.filter((event) => event.type === 'note').map((event) => event.text),
      }
    })
}

/** Shots with at least one good take. */
export const shotsDone = (states: readonly TakeState[]): Set<string> =>
  new Set(states.filter((state) => state.verdict === 'good' && !state.take.wild).flatMap((state) => state.take.shotIds))

export interface Pace {
  readonly planned: number
  readonly done: number
  /** Above 0 is behind the order, below 0 ahead. */
  readonly behindMin: number
  /** The first item in the order that still lacks a good shot. */
  readonly nextItemId: string | null
}

/**
 * Where the day stands against the order. Done work is laid end to end along the order; the day is on
 * time while now lies between the planned end of what is done and the planned end of the next item.
 */
export function pace(timeline: Timeline, done: ReadonlySet<string>, nowMin: number): Pace {
  const rows = timeline.rows.filter((row) => row.kind === 'shots')
  const isDone = (row: (typeof rows)[number]) => row.shotIds.length > 0 && row.shotIds.every((id) => done.has(id))
  const doneCount = rows.filter(isDone).length
  const next = rows.find((row) => !isDone(row)) ?? null
  const planned = rows.reduce((sum, row) => sum + row.shotIds.length, 0)
  const doneShots = rows.reduce((sum, row) => sum + row.shotIds.filter((id) => done.has(id)).length, 0)
  const doneUntil = doneCount === 0 ? timeline.startMin : rows[doneCount - 1]!.endMin
  const dueBy = doneCount < rows.length ? rows[doneCount]!.endMin : null
  const behindMin =
    dueBy === null ? Math.min(0, nowMin - doneUntil) : nowMin > dueBy ? nowMin - dueBy : Math.min(0, nowMin - doneUntil)
  return {
    planned,
    done: doneShots,
    behindMin: doneCount === 0 && behindMin < 0 ? 0 : behindMin,
    nextItemId: next?.itemId ?? null,
  }
}

export interface ProgressPoint {
  readonly minute: number
  readonly planned: number
  readonly done: number | null
}

/** Shots planned and done over the day, for a chart: one point at every change of either. */
export function progress(
  production: Production,
  timeline: Timeline,
  states: readonly TakeState[],
  minuteOf: (iso: string) => number,
): ProgressPoint[] {
  const rows = timeline.rows.filter((row) => row.kind === 'shots')
  const doneAt = new Map<string, number>()
  for (const state of states) {
    if (state.verdict !== 'good' || state.take.wild) continue
    const minute = minuteOf(state.cutAt ?? state.take.startedAt)
    for (const id of state.take.shotIds)
      if (byId(production.shot, id)) doneAt.set(id, Math.min(minute, doneAt.get(id) ?? Infinity))
  }
  const lastDone = Math.max(-Infinity, ...doneAt.values())
  const minutes = [...new Set([timeline.startMin, ...rows.map((row) => row.endMin), ...doneAt.values()])].sort(
    (a, b) => a - b,
  )
  return minutes.map((minute) => ({
    minute,
    planned: rows.reduce((sum, row) => sum + (row.endMin <= minute ? row.shotIds.length : 0), 0),
    done:
      minute > lastDone && minute !== timeline.startMin
        ? null
        : [...doneAt.values()].filter((at) => at <= minute).length,
  }))
}
