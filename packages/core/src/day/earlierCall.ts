import { chanceBy, type DayChances, simulateDays } from '../estimates/index.ts'
import type { Production } from '../records/index.ts'
import { dayOutlook, fromMin, plannedEntries } from './dayChances.ts'
import { writtenMin } from './dayView.ts'
import type { DayPlan } from './planDay.ts'

/** What a day is worth that begins so many minutes earlier. */
export interface EarlierCall {
  readonly byMin: number
  /** How likely it then is to be out in time, 0 to 1; null where nobody has to be out. */
  readonly outInTime: number | null
  /** How likely each entry with a moment of its own begins in time, by its id. */
  readonly inTime: ReadonlyMap<string, number>
  /** Of all these, how many are in time on the average, 0 to 1: one that is lost whatever is done hides no other. */
  readonly share: number
}

const STEPS_MIN = [15, 30, 45, 60, 90, 120] as const
/** Fewer days than the outlook itself goes through: this is asked with each change of the order. */
const RUNS = 1000

function worth(byMin: number, chances: DayChances, outMin: number | null): EarlierCall {
  const outInTime = outMin === null ? null : chanceBy(chances, outMin)
  const call = { byMin, outInTime, inTime: chances.inTime }
  const all = chancesOf(call)
  return { ...call, share: all.reduce((sum, one) => sum + one, 0) / all.length }
}

/**
 * What a buffer before the first entry buys: the same thousands of days, begun earlier by steps, the first as it is
 * planned. What waits for its light, its tide or its people waits all the same. Empty once the day has begun to roll,
 * and where everything is likely to be in time, or nothing has to be.
 * @param likely from 0 to 1: what is as likely as that needs no earlier call
 */
export function earlierCalls(production: Production, dayPlan: DayPlan, likely: number): readonly EarlierCall[] {
  const { day, clock, timeline } = dayPlan
  const { spread, rolled, chances } = dayOutlook(production, dayPlan)
  if (rolled > 0 || (day.outByMin === null && chances.inTime.size === 0)) return []
  const packingMin = timeline.wrapMin - timeline.lastEndMin
  const outMin = day.outByMin === null ? null : writtenMin(clock, day, day.outByMin) - packingMin
  const entries = plannedEntries(production, dayPlan)
  const startMin = fromMin(production, dayPlan, 0)
  const planned = worth(0, chances, outMin)
  if (chancesOf(planned).every((chance) => chance >= likely)) return []
  const earlier = STEPS_MIN.map((byMin) => worth(byMin, simulateDays(entries, startMin - byMin, spread, { runs: RUNS }), outMin)) // prettier-ignore
  return [planned, ...earlier]
}

const chancesOf = ({ outInTime, inTime }: Omit<EarlierCall, 'share'>): number[] => [...(outInTime === null ? [] : [outInTime]), ...inTime.values()] // prettier-ignore

/**
 * Of some, the smallest that makes everything as likely as wanted; where none does, the smallest that comes within a
 * hundredth of what the best of them is worth.
 */
export function enoughEarlier(calls: readonly EarlierCall[], wanted: number): EarlierCall | null {
  const best = Math.max(...calls.map(({ share }) => share))
  const isEnough = (call: EarlierCall) => chancesOf(call).every((chance) => chance >= wanted)
  return calls.find(isEnough) ?? calls.find(({ share }) => share >= best - 0.01) ?? null
}
