import { facing } from '../geometry/index.ts'
import { aimAt } from '../light/index.ts'
import {
  beamSource,
  lampLight,
  type LampLight,
  QUICK,
  sightsOf,
  type Stage,
  type StageSight,
} from '../litRoom/index.ts'
import type { Mark, PlacedLamp } from '../records/index.ts'

/** What one lamp gives at each of some marks, lux at full level and without loss. */
interface AtMarks {
  readonly front: readonly LampLight[]
  /** On surfaces turned towards the lamp, as the rim of a head is. */
  readonly rim: readonly LampLight[]
}

/** The newest of something by its key, so many of them. */
export function keptUpTo<T>(most: number): (key: string, make: () => T) => T {
  const kept = new Map<string, T>()
  return (key, make) => {
    const found = kept.get(key) ?? make()
    // Put in anew, so that what is asked for most goes last.
    kept.delete(key)
    kept.set(key, found)
    if (kept.size > most) kept.delete(kept.keys().next().value!)
    return found
  }
}
/** What was worked out stays: a lamp's level only scales it, and most edits leave most lamps where they are. */
const lampsKept = keptUpTo<AtMarks>(600)
const frontsKept = keptUpTo<StageSight>(60)

/** What the fronts of faces at marks see of a stage. */
export const frontsOf = (stage: Stage, stageKey: string, marks: readonly Mark[]): StageSight =>
  frontsKept(JSON.stringify([stageKey, marks.map((m) => [m.xM, m.yM, m.heightM, m.facingDeg])]), () =>
    sightsOf(
      stage,
      marks.map((m) => ({ at: [m.xM, m.yM, m.heightM], normal: facing(m.facingDeg, 0) })),
    ),
  )

/** What a lamp gives at marks of its setup, as it is set: past what stands in the way and back from the room. */
export function lightAtMarks(stage: Stage, stageKey: string, lamp: PlacedLamp, marks: readonly Mark[]): AtMarks {
  const places = JSON.stringify([stageKey, marks.map((m) => [m.xM, m.yM, m.heightM, m.facingDeg])])
  const { xM, yM, heightM, bearingDeg, tiltDeg, beamDeg } = lamp
  const isEdge = lamp.role === 'edge'
  const at = marks.map((m) => [m.xM, m.yM, m.heightM] as const)
  const found = lampsKept(
    `${places} ${JSON.stringify([xM, yM, heightM, bearingDeg, tiltDeg, beamDeg, isEdge])}`,
    () => {
      const source = beamSource({ at: [xM, yM, heightM], bearingDeg, tiltDeg, beamDeg, luxAt1m: 1 })
      const front = lampLight(frontsOf(stage, stageKey, marks), source)
      if (!isEdge) return { front, rim: front }
      // Of a rim only what comes straight counts: nothing need be followed.
      const towards = marks.map((m, i) => {
        const to = aimAt({ xM: m.xM, yM: m.yM, zM: m.heightM }, { xM, yM, zM: heightM })
        return { at: at[i]!, normal: facing(to.bearingDeg, to.tiltDeg) }
      })
      const rims = { stage, receivers: towards, effort: QUICK, cells: null, sights: [] }
      return { front, rim: lampLight(rims, source) }
    },
  )
  const by = lamp.luxAt1m * (lamp.levelPct / 100) * 2 ** -lamp.lossStops
  const scaled = (light: LampLight): LampLight => ({
    straightLux: light.straightLux * by,
    clothLux: light.clothLux * by,
    returnedLux: light.returnedLux * by,
    deviationLux: light.deviationLux * by,
  })
  return { front: found.front.map(scaled), rim: found.rim.map(scaled) }
}
