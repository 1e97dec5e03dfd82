import { type DayPlan, isOutside } from '../day/index.ts'
import { byId, type Production } from '../records/index.ts'

/**
 * Water for somebody at work, litres an hour: through a mild day, and where it is hot. In heat a cup of a quarter of a
 * litre every 15 to 20 minutes: NIOSH, Occupational Exposure to Heat and Hot Environments, publication 2016-106, 8.
 */
export const WATER_L_PER_HOUR = { mild: 0.25, hot: 0.75 } as const
/** From this warm on, in the shade, the larger amount is meant, °C. */
export const HOT_FROM_C = 27
/** Whoever is at work longer is not to drive home without a thought, minutes. */
export const LONG_DAY_MIN = 12 * 60

/** What the people of a day need to stay well, by heads and hours. Minutes after the day's midnight. */
export interface DayCare {
  readonly heads: number
  readonly personHours: number
  readonly waterL: { readonly mild: number; readonly hot: number }
  /** Who eats when: those who are there as it begins. */
  readonly meals: readonly { readonly atMin: number; readonly heads: number }[]
  /** Work out of doors while the sun is up, and while it is not, minutes; null while nobody knows where the sun is. */
  readonly outdoors: { readonly inSunMin: number; readonly inDarkMin: number } | null
  readonly outdoorsMin: number
  readonly longDays: readonly { readonly personId: string; readonly minutes: number }[]
}

/** By the order of the day and everybody's own call. Whoever has no call is not counted. */
export function careOf(production: Production, plan: DayPlan): DayCare {
  const { calls, timeline, sky, clock } = plan
  const there = calls.map(({ personId, callMin, releaseMin }) => ({ personId, from: callMin, to: Math.max(callMin, releaseMin) })) // prettier-ignore
  const personHours = there.reduce((sum, { from, to }) => sum + (to - from), 0) / 60
  const outside = timeline.rows.filter((row) => row.kind === 'shots' && isOutside(production, byId(production.orderItem, row.itemId)!)) // prettier-ignore
  const outdoorsMin = outside.reduce((sum, { startMin, endMin }) => sum + endMin - startMin, 0)
  const suns = (sky.suns ?? []).flatMap(({ crossings: { rise } }) => ('upMs' in rise && rise.upMs !== null && rise.downMs !== null ? [{ up: clock.at(rise.upMs), down: clock.at(rise.downMs) }] : [])) // prettier-ignore
  const inSunMin = outside.reduce((sum, row) => sum + suns.reduce((all, { up, down }) => all + Math.max(0, Math.min(row.endMin, down) - Math.max(row.startMin, up)), 0), 0) // prettier-ignore
  return {
    heads: there.length,
    personHours,
    waterL: {
      mild: Math.ceil(personHours * WATER_L_PER_HOUR.mild),
      hot: Math.ceil(personHours * WATER_L_PER_HOUR.hot),
    },
    meals: timeline.rows
      .filter(({ kind }) => kind === 'meal')
      .map(({ startMin }) => ({
        atMin: startMin,
        heads: there.filter(({ from, to }) => from <= startMin && startMin < to).length,
      })),
    outdoors: suns.length > 0 ? { inSunMin, inDarkMin: outdoorsMin - inSunMin } : null,
    outdoorsMin,
    longDays: there
      .filter(({ from, to }) => to - from > LONG_DAY_MIN)
      .map(({ personId, from, to }) => ({ personId, minutes: to - from })),
  }
}
