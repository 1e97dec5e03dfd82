import { planDay } from '../day/index.ts'
import { byId, type Production, type RecordOf } from '../records/index.ts'
import { minuteOfDay } from '../time/index.ts'

/** How long after the call a day's first take began, against what its order had planned. */
export interface FirstRoll {
  readonly day: RecordOf<'day'>
  /** Minutes from the call; from half a day on nobody can tell. */
  readonly tookMin: number
  readonly plannedMin: number
}

const HALF_DAY = 720

/**
 * First takes of days at a place, the newest day first: how long coming in, building and all else before the first take
 * really took. Nobody ticks when all is in; what is known is when it was rolled.
 */
export function firstRollsOf(production: Production, placeId: string): readonly FirstRoll[] {
  const zone = byId(production.place, placeId as RecordOf<'place'>['id'])?.timeZone ?? 'UTC'
  return Object.values(production.day)
    .filter((day) => day.placeId === placeId)
    .toSorted((a, b) => (a.date < b.date ? 1 : -1))
    .flatMap((day): FirstRoll[] => {
      const plan = planDay(production, day.id)
      const [first] = Object.values(production.take).filter((take) => take.dayId === day.id && !take.wild).map(({ startedAt }) => startedAt).toSorted() // prettier-ignore
      const firstItem = plan?.timeline.rows.find((row) => row.kind === 'shots')
      if (!plan || !first || !firstItem) return []
      const tookMin = minuteOfDay(Date.parse(first), day.date, zone) - day.callMin
      const plannedMin = firstItem.startMin - plan.timeline.startMin
      return tookMin > 0 && tookMin < HALF_DAY ? [{ day, tookMin: Math.round(tookMin), plannedMin: Math.round(plannedMin) }] : [] // prettier-ignore
    })
}
