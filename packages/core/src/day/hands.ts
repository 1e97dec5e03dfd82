import { byId, type Production } from '../records/index.ts'
import { inFrontOf, operatorOf, slateOf } from '../shotlist/index.ts'
import { allRows, type DayPlan } from './planDay.ts'

/** An entry in which somebody has more to do than one can. */
export interface AtOnce {
  readonly itemId: string
  readonly shots: string
  readonly startMin: number
  /** What they do in it, each in a few words. */
  readonly jobs: readonly string[]
}

/** What somebody has to do over a day. */
export interface Load {
  readonly personId: string
  /** All that they do on that day, once each. */
  readonly jobs: readonly string[]
  /** Where two hands are not enough. */
  readonly atOnce: readonly AtOnce[]
}

/**
 * Who does what on a day, and where one of them is at two things at once: at two devices, or at one and in front of the
 * lens. Whether a camera on sticks can be left alone nobody asks here: it is told, not judged.
 */
export function loadsOf(production: Production, plan: DayPlan): Load[] {
  const loads = new Map<string, { jobs: Set<string>; atOnce: AtOnce[] }>()
  for (const row of allRows(plan)) {
    if (row.kind !== 'shots') continue
    const shots = row.shotIds.flatMap((id) => byId(production.shot, id) ?? [])
    const item = byId(production.orderItem, row.itemId)
    const does = new Map<string, Set<string>>()
    const add = (id: string | null | undefined, job: string) => {
      if (id && byId(production.person, id)) does.set(id, (does.get(id) ?? new Set()).add(job))
    }
    for (const shot of shots) {
      add(operatorOf(production, shot), `camera ${byId(production.camera, shot.cameraId)?.letter ?? ''}`.trim())
      for (const id of inFrontOf(production, shot)) add(id, 'in front of the lens')
    }
    for (const id of item?.recorderIds ?? []) {
      const recorder = byId(production.recorder, id)
      add(recorder?.operatorId, `sound, ${recorder?.name ?? ''}`)
    }
    for (const [id, jobs] of does) {
      const load = loads.get(id) ?? { jobs: new Set<string>(), atOnce: [] }
      for (const job of jobs) load.jobs.add(job)
      if (jobs.size > 1) load.atOnce.push({ itemId: row.itemId, shots: slateOf(shots.map((shot) => shot.code)), startMin: row.startMin, jobs: [...jobs] }) // prettier-ignore
      loads.set(id, load)
    }
  }
  return Array.from(loads, ([personId, { jobs, atOnce }]) => ({ personId, jobs: [...jobs], atOnce })).sort(
    (a, b) => b.atOnce.length - a.atOnce.length || b.jobs.length - a.jobs.length,
  )
}
