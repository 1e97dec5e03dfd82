import { byId, type Production } from '../records/index.ts'
import type { TakeState } from '../takes/index.ts'
import type { Timeline } from './timeline.ts'

const NONE: ReadonlySet<string> = new Set()

export interface Pace {
  readonly planned: number
  readonly done: number
  /** Above 0 is behind the order, below 0 ahead. */
  readonly behindMin: number
  /** The first item in the order that still lacks a good shot. */
  readonly nextItemId: string | null
}

/**
 * Whether a moment can be of a day at all, by minutes since its midnight: a log that was kept by a clock that nobody
 * had set to the day says what was done, and not when.
 */
export const isOnTheDay = (minute: number): boolean => minute >= 0 && minute < 2880

/**
 * Where the day stands against the order. Done work is laid end to end along the order; the day is on
 * time while now lies between the planned end of what is done and the planned end of the next item.
 * @param left shots that were dropped or turned out not to be needed: neither planned nor missing any more
 */
export function pace(
  timeline: Timeline,
  done: ReadonlySet<string>,
  nowMin: number,
  left: ReadonlySet<string> = NONE,
): Pace {
  const rows = timeline.rows
    .filter((row) => row.kind === 'shots')
    .map((row) => (left.size === 0 ? row : { ...row, shotIds: row.shotIds.filter((id) => !left.has(id)) }))
    .filter((row) => row.shotIds.length > 0 || left.size === 0)
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

/** Shots planned and done over the day, for a chart: one point at every change of either. What was done at no time of the day is in no point. */
export function progress(
  production: Production,
  timeline: Timeline,
  states: readonly TakeState[],
  minuteOf: (iso: string) => number,
): ProgressPoint[] {
  const rows = timeline.rows.filter((row) => row.kind === 'shots')
  const doneAt = new Map<string, number>()
  for (const state of states) {
    if (state.verdict !== 'good' || state.take.wild || state.struck) continue
    const minute = minuteOf(state.cutAt ?? state.take.startedAt)
    if (!isOnTheDay(minute)) continue
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
