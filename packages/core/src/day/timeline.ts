import { relightMinutes } from '../build/index.ts'
import { moveMinutes } from './journeys.ts'
import { byId, type Production, type Shot } from '../records/index.ts'
import { shotsOfItem, spotOfShot } from '../shotlist/index.ts'
import {
  type ChangeCosts,
  changeover,
  type Changeover,
  changeoverMinutes,
  NO_CHANGE,
  type Position,
} from './changeover.ts'
import { type DayView, writtenMin } from './dayView.ts'
import { demandedHours } from './demands.ts'

interface Span {
  readonly startMin: number
  readonly endMin: number
}
export interface ShotsRow extends Span {
  readonly kind: 'shots'
  readonly itemId: string
  readonly shotIds: readonly Shot['id'][]
  readonly setupId: string | null
  /** Minutes after its fixed time that it can only start; 0 when on time or not fixed. */
  readonly lateMin: number
}
export type TimelineRow =
  | ShotsRow
  | (Span & {
      readonly kind: 'change'
      readonly change: Changeover
      readonly toSetupId: string | null
      readonly toSpotId: string | null
      readonly beforeItemId: string
    })
  | (Span & { readonly kind: 'wait'; readonly beforeItemId: string })
  | (Span & {
      readonly kind: 'meal' | 'fixed'
      readonly itemId: string
      readonly title: string
      readonly lateMin: number
    })

export interface Timeline {
  readonly rows: readonly TimelineRow[]
  readonly startMin: number
  /** End of the last row, before packing. */
  readonly lastEndMin: number
  /** Everything packed: the last end plus the time to wrap out. */
  readonly wrapMin: number
  readonly shots: number
  readonly setups: number
  readonly turns: number
  readonly relights: number
  readonly moves: number
  readonly waitMin: number
}

/** Change costs from the house rules, the setups' own build minutes and the places that spots lie in. */
export function costsOf(production: Production): ChangeCosts {
  const { relightMin, turnMin, rigMin, moveMin, spotMoveMin } = production.production
  return {
    turnMin,
    rigMin,
    relight: (from, to) => (to === '' ? 0 : (relightMinutes(production, from, to) ?? relightMin)),
    move: (from, to) => {
      const [leaves, reaches] = [byId(production.spot, from)?.placeId, byId(production.spot, to)?.placeId]
      return leaves === reaches ? spotMoveMin : moveMinutes(production, leaves, reaches, moveMin)
    },
  }
}

/** A shot that names no side leaves the camera where it stood: turning round after it costs what it would have. */
export const staying = (stood: Position | null, next: Position): Position =>
  next.side === '' && stood?.spotId === next.spotId ? { ...next, side: stood.side } : next

/** What a shot needs standing. */
export function positionOf(production: Production, shot: Shot): Position {
  return { spotId: spotOfShot(production, shot)?.id ?? '', setupId: shot.setupId ?? '', side: shot.side, rig: shot.rig }
}

/**
 * Times of a day in the order given, in minutes gone by since its midnight: each item starts once the change before it is done, its
 * fixed time has come and the earliest moment its shots can be taken has come.
 * @param earliest earliest start of a shot once the clock has come so far, or null; usually from `earliestStart`
 */
export function dayTimeline(
  production: Production,
  view: DayView,
  earliest: (shot: Shot, nowMin: number) => number | null = () => null,
): Timeline {
  const costs = costsOf(production)
  const rows: TimelineRow[] = []
  const startMin = view.clock.elapsed(view.day.callMin)
  let clock = startMin
  let position: Position | null = null
  const setups = new Set<string>()
  /** What stays up at each spot that was left. */
  const standing = new Map<string, string>()
  const totals = { shots: 0, turns: 0, relights: 0, moves: 0, waitMin: 0 }
  const waitUntil = (minute: number | null, beforeItemId: string) => {
    if (minute === null || minute <= clock) return
    rows.push({ kind: 'wait', startMin: clock, endMin: minute, beforeItemId })
    totals.waitMin += minute - clock
    clock = minute
  }
  for (const item of view.items) {
    const shots = shotsOfItem(production, item)
    const lead = shots[0]
    if (lead) {
      const next = positionOf(production, lead)
      const isNowhere = next.spotId === '' && position === null
      const change: Changeover = isNowhere ? NO_CHANGE : changeover(position, next, costs, standing.get(next.spotId))
      const minutes = changeoverMinutes(change)
      if (minutes > 0) {
        rows.push({
          kind: 'change',
          startMin: clock,
          endMin: clock + minutes,
          change,
          toSetupId: lead.setupId,
          toSpotId: next.spotId || null,
          beforeItemId: item.id,
        })
        clock += minutes
      }
      totals.moves += change.move > 0 ? 1 : 0
      totals.turns += change.turn > 0 ? 1 : 0
      totals.relights += change.relight > 0 && position !== null ? 1 : 0
      position = staying(position, next)
      if (lead.setupId) setups.add(lead.setupId)
      if (byId(production.setup, lead.setupId)?.staysUp) standing.set(next.spotId, next.setupId)
      else standing.delete(next.spotId)
      for (const shot of shots) waitUntil(earliest(shot, clock), item.id)
    }
    const { fromMin } = demandedHours(production, view, item)
    if (fromMin > clock) {
      waitUntil(fromMin, item.id)
      // By then the light may be another.
      for (const shot of shots) waitUntil(earliest(shot, clock), item.id)
    }
    const fixedMin = item.fixedAtMin === null ? null : writtenMin(view.clock, view.day, item.fixedAtMin)
    waitUntil(fixedMin, item.id)
    const lateMin = fixedMin === null ? 0 : Math.max(0, clock - fixedMin)
    // Shots that roll together take as long as the longest of them.
    const minutes = item.minutes ?? Math.max(0, ...shots.map((shot) => shot.minutes))
    const span = { startMin: clock, endMin: clock + minutes }
    if (item.type === 'shots') {
      rows.push({
        kind: 'shots',
        itemId: item.id,
        shotIds: shots.map((shot) => shot.id),
        setupId: lead?.setupId ?? null,
        lateMin,
        ...span,
      })
      totals.shots += shots.length
    } else rows.push({ kind: item.type, itemId: item.id, title: item.title, lateMin, ...span })
    clock += minutes
  }
  return {
    rows,
    startMin,
    lastEndMin: clock,
    wrapMin: rows.length > 0 ? clock + production.production.wrapOutMin : clock,
    setups: setups.size,
    ...totals,
  }
}
