import { byId, type Place, type Production } from '../records/index.ts'
import { spotOfShot } from '../shotlist/index.ts'
import { allRows, type DayPlan } from './planDay.ts'

/** Where a day begins, then every place that it goes to, in its turn. */
export function placesOfDay(production: Production, plan: DayPlan): readonly Place[] {
  const shots = allRows(plan).flatMap((row) =>
    row.kind === 'shots' ? row.shotIds.flatMap((id) => byId(production.shot, id) ?? []) : [],
  )
  const ids = new Set([plan.place.id, ...shots.flatMap((shot) => spotOfShot(production, shot)?.placeId ?? [])])
  return [...ids].flatMap((id) => byId(production.place, id) ?? [])
}
