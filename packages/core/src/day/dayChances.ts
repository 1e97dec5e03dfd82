import {
  type DayChances,
  learntByKind,
  type PlannedEntry,
  simulateDays,
  type Spreads,
  USUAL_SPREAD,
} from '../estimates/index.ts'
import type { Production } from '../records/index.ts'
import { takeStates } from '../takes/index.ts'
import { demandedHours } from './demands.ts'
import { orderProblem } from './orderProblem.ts'
import { isOnTheDay } from './pace.ts'
import { type DayPlan, dayPlans, unitPlans } from './planDay.ts'
import type { ShotsRow, TimelineRow } from './timeline.ts'

/** How many first entries of an order are rolled: everything up to the last with a take. */
export function rolledFirst(production: Pick<Production, 'take'>, { items, day }: DayPlan): number {
  const rolled = new Set<string>(
    Object.values(production.take).flatMap((take) => (take.dayId === day.id ? take.shotIds : [])),
  )
  return items.findLastIndex((item) => item.shotIds.some((id) => rolled.has(id))) + 1
}

/** When the last good take of each shot of a day was over, in minutes gone by since its midnight. */
function doneAt(production: Production, { day, clock }: DayPlan): ReadonlyMap<string, number> {
  const done = new Map<string, number>()
  for (const { take, verdict, struck, cutAt } of takeStates(production, day.id)) {
    if (verdict !== 'good' || struck || take.wild) continue
    const minute = clock.at(Date.parse(cutAt ?? take.startedAt))
    if (!isOnTheDay(minute)) continue
    for (const id of take.shotIds) done.set(id, Math.max(minute, done.get(id) ?? -Infinity))
  }
  return done
}

/** What an entry begins with, which says how surely its minutes are known. */
export const WORK_KINDS = [
  'after a move',
  'after a new light',
  'after a turn or another rig',
  'from where it stands',
] as const
export type WorkKind = (typeof WORK_KINDS)[number]

function workKind(rows: readonly TimelineRow[], itemId: string): WorkKind {
  const before = rows.find((row) => row.kind === 'change' && row.beforeItemId === itemId)
  if (before?.kind !== 'change') return 'from where it stands'
  const { move, relight } = before.change
  return move > 0 ? 'after a move' : relight > 0 ? 'after a new light' : 'after a turn or another rig'
}

/** The entries of a day as they are planned: their work with the change before it, and when they are due. */
export function plannedEntries(production: Production, dayPlan: DayPlan, rolled = 0): PlannedEntry[] {
  const { rows, startMin } = dayPlan.timeline
  // That another unit has somebody then is a finding of its own, and no moment that can be missed.
  const { strict, items } = orderProblem(production, { ...dayPlan, beside: [] }, rolled)
  const lastMin = startMin + 1440
  return items.flatMap((item, i): PlannedEntry[] => {
    const row = rows.find((one) => 'itemId' in one && one.itemId === item.id)
    if (!row) return []
    const changeMin = rows.reduce((sum, r) => sum + (r.kind === 'change' && r.beforeItemId === item.id ? r.endMin - r.startMin : 0), 0) // prettier-ignore
    const minutes = row.endMin - row.startMin
    const windows = strict.tasks[i]!.windows ?? []
    const window = windows.find((w) => row.startMin < w.toMin) ?? windows.at(-1)
    const isWork = row.kind === 'shots'
    // Where nothing gives it all that it wants, it still begins no sooner than it is to.
    const notBeforeMin = window?.fromMin ?? demandedHours(production, dayPlan, item).fromMin
    return [
      {
        id: item.id,
        changeMin,
        ...(isWork ? { kind: workKind(rows, item.id) } : {}),
        workMin: changeMin + (isWork ? minutes : 0),
        restMin: isWork ? 0 : minutes,
        notBeforeMin: notBeforeMin > startMin ? notBeforeMin : null,
        // A meal that nobody has fixed is due at no time.
        dueMin: window && window.toMin < lastMin && !(item.type === 'meal' && item.fixedAtMin === null) ? window.toMin - minutes : null, // prettier-ignore
      },
    ]
  })
}

/**
 * How long entries of a production took against their plan, as its log has it: from the last good take of the entry
 * before to the last of this, where nothing was waited for or eaten between.
 */
export function paceRatios(production: Production): { readonly kind: WorkKind; readonly ratio: number }[] {
  return dayPlans(production)
    .flatMap(unitPlans)
    .flatMap((plan) => {
      const done = doneAt(production, plan)
      const endOf = (row: ShotsRow) => Math.max(...row.shotIds.map((id) => done.get(id) ?? NaN))
      const { rows } = plan.timeline
      return rows.flatMap((row, i) => {
        if (row.kind !== 'shots' || row.shotIds.length === 0) return []
        let k = i - 1
        while (k >= 0 && rows[k]!.kind === 'change') k--
        const before = rows[k]
        if (before?.kind !== 'shots' || before.shotIds.length === 0) return []
        const ratio = (endOf(row) - endOf(before)) / (row.endMin - before.endMin)
        return ratio > 0 && Number.isFinite(ratio) ? [{ kind: workKind(rows, row.itemId), ratio }] : []
      })
    })
}

/** What may come of a day, and what that is believed by. */
export interface DayOutlook {
  readonly chances: DayChances
  readonly spread: Spreads
  /** So many entries of this production were seen. */
  readonly seen: number
  /** Of the kinds of work that were seen often enough, how many times its plan it takes as often as not. */
  readonly byKind: readonly { readonly kind: WorkKind; readonly seen: number; readonly times: number }[]
  /** So many first entries are rolled: only what is left is gone through, from the last good take of them. */
  readonly rolled: number
  /** The log knows when; else what is left begins when the order says. */
  readonly isTimed: boolean
}

/** When what is left of a day begins. */
export function fromMin(production: Production, dayPlan: DayPlan, rolled: number): number {
  if (rolled === 0) return dayPlan.timeline.startMin
  const last = dayPlan.items[rolled - 1]!
  const row = dayPlan.timeline.rows.find((one) => 'itemId' in one && one.itemId === last.id)
  const done = Math.max(-Infinity, ...doneAt(production, dayPlan).values())
  return Number.isFinite(done) ? done : (row?.endMin ?? dayPlan.timeline.startMin)
}

/** From so many of a kind on it is told of itself. */
const ENOUGH_SEEN = 3

const kept = new WeakMap<DayPlan, DayOutlook>()

/** Will we make it? Thousands of days that could come of this plan, by what the production's own days took. */
export function dayOutlook(production: Production, dayPlan: DayPlan): DayOutlook {
  let found = kept.get(dayPlan)
  if (!found) {
    const ratios = paceRatios(production)
    const spread = learntByKind(USUAL_SPREAD, ratios)
    const byKind = WORK_KINDS.flatMap((kind) => {
      const own = ratios.filter((one) => one.kind === kind).length
      const known = spread.kinds.get(kind)
      return known && own >= ENOUGH_SEEN ? [{ kind, seen: own, times: Math.exp(known.spread.mean) }] : []
    })
    const rolled = rolledFirst(production, dayPlan)
    const entries = plannedEntries(production, dayPlan, rolled)
    const chances = simulateDays(entries, fromMin(production, dayPlan, rolled), spread)
    const isTimed = doneAt(production, dayPlan).size > 0
    kept.set(dayPlan, (found = { chances, spread, seen: ratios.length, byKind, rolled, isTimed }))
  }
  return found
}
