import { allRows, planDay } from '../day/index.ts'
import { lampNeed, shotNeeds } from '../kit/index.ts'
import { byId, type Production } from '../records/index.ts'
import { gathered } from '../takes/index.ts'
import { shotLens } from './shotLens.ts'

/** When on a day something is first wanted out of its case, and for which setup. */
export interface Wanted {
  /** Minutes after the day's midnight. */
  readonly atMin: number
  readonly setupId: string | null
}

/** First wanted by what a kit item answers to, and by a lens's own id; and when work begins. */
export interface DayWants {
  readonly startMin: number
  readonly byNeed: ReadonlyMap<string, Wanted>
  readonly byLens: ReadonlyMap<string, Wanted>
}

/** Letters of the cameras that cover a moment of which one of these shots is. */
function coveringCameras({ moment, momentCamera, camera }: Production, shotIds: readonly string[]): readonly string[] {
  const moments = new Set(Object.values(moment).filter((one) => one.shotIds.some((id) => shotIds.includes(id))).map(({ id }) => id)) // prettier-ignore
  return Object.values(momentCamera).flatMap(({ momentId, cameraId }) => (moments.has(momentId) ? (byId(camera, cameraId)?.letter ?? []) : [])) // prettier-ignore
}

/** What a day wants first, when: lamps as their setup begins to be built, the rest as its shot begins. */
export function dayWants(production: Production, dayId: string): DayWants | null {
  const plan = planDay(production, dayId)
  if (!plan) return null
  const byNeed = new Map<string, Wanted>()
  const byLens = new Map<string, Wanted>()
  const want = (into: Map<string, Wanted>, key: string, wanted: Wanted) => {
    if (wanted.atMin < (into.get(key)?.atMin ?? Infinity)) into.set(key, wanted)
  }
  const lamps = gathered(Object.values(production.lamp), ({ setupId }) => setupId)
  const lightFor = (setupId: string, atMin: number) => {
    for (const lamp of lamps.get(setupId) ?? []) want(byNeed, lampNeed(lamp), { atMin, setupId })
  }
  for (const row of allRows(plan)) {
    if (row.kind === 'change' && row.toSetupId) lightFor(row.toSetupId, row.startMin)
    if (row.kind !== 'shots') continue
    const wanted = { atMin: row.startMin, setupId: row.setupId }
    if (row.setupId) lightFor(row.setupId, row.startMin)
    for (const recorderId of byId(production.orderItem, row.itemId)?.recorderIds ?? []) {
      const recorder = byId(production.recorder, recorderId)
      if (recorder) want(byNeed, `recorder:${recorder.letter}`, wanted)
    }
    // Who covers what happens once has to be there with it, whatever its shots name.
    for (const letter of coveringCameras(production, row.shotIds)) want(byNeed, `camera:${letter}`, wanted)
    for (const shot of row.shotIds.flatMap((id) => byId(production.shot, id) ?? [])) {
      for (const key of shotNeeds(production, shot)) want(byNeed, key, wanted)
      for (const lens of shotLens(production, shot)) want(byLens, lens.id, wanted)
    }
  }
  return { startMin: plan.timeline.startMin, byNeed, byLens }
}
