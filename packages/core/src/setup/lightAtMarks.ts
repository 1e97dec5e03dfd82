import { facing } from '../geometry/index.ts'
import { aimAt, sourcesOfLamp } from '../light/index.ts'
import { lampLight, type LampLight, QUICK, sightsOf, type StageSight } from '../litRoom/index.ts'
import type { Mark, PlacedLamp, Production } from '../records/index.ts'
import { keptUpTo } from './keptUpTo.ts'
import { ALL_ROUND, lampOf, ownLampOf } from './lampKind.ts'
import { isPerson, keyOfMarks, receiversOf } from './receivers.ts'
import type { SetupStage } from './stageOfSetup.ts'

/** Something read at a mark: on its front, and of a person on both cheeks and the forehead. */
export interface AtFace<T> {
  readonly front: T
  readonly cheeks: { readonly left: T; readonly right: T; readonly forehead: T } | null
}

/** What was read at the receivers of some marks, mark by mark. */
export function byFace<T>(marks: readonly Mark[], flat: readonly T[]): AtFace<T>[] {
  let next = 0
  return marks.map((mark): AtFace<T> => {
    const front = flat[next++]!
    if (!isPerson(mark)) return { front, cheeks: null }
    return { front, cheeks: { left: flat[next++]!, right: flat[next++]!, forehead: flat[next++]! } }
  })
}

/** What one lamp gives at each of some marks, lux. */
export interface AtMark {
  readonly face: AtFace<LampLight>
  /** On a surface turned towards the lamp, as the rim of a head is. */
  readonly rim: LampLight
}

/** What was worked out stays: a lamp's level only scales it, and most edits leave most lamps where they are. */
const lampsKept = keptUpTo<readonly AtMark[]>(600)
const facesKept = keptUpTo<StageSight>(60)

/** What faces at marks see of a stage, receiver by receiver. */
export const facesOf = (stage: SetupStage, stageKey: string, marks: readonly Mark[]): StageSight =>
  facesKept(`${stageKey} ${keyOfMarks(marks)}`, () =>
    sightsOf(
      stage,
      marks.flatMap((mark) => receiversOf(mark, stage.bodies.get(mark.id))),
    ),
  )

/** What a lamp gives at marks of its setup, as it is set: past what stands in the way and back from the room. */
export function lightAtMarks(
  production: Production,
  stage: SetupStage,
  stageKey: string,
  lamp: PlacedLamp,
  marks: readonly Mark[],
): AtMark[] {
  const { libraryKey, xM, yM, heightM, bearingDeg, tiltDeg, beamDeg, fieldDeg, faceWidthM, faceTallM, fittings } = lamp
  const isEdge = lamp.role === 'edge'
  const own = ownLampOf(production, lamp)
  const set = [
    libraryKey === ALL_ROUND,
    xM,
    yM,
    heightM,
    bearingDeg,
    tiltDeg,
    beamDeg,
    fieldDeg,
    faceWidthM,
    faceTallM,
    fittings,
    isEdge,
  ]
  const found = lampsKept(`${stageKey} ${keyOfMarks(marks)} ${JSON.stringify([set, own?.id, own?.version])}`, () => {
    const sources = sourcesOfLamp({ ...lampOf(production, lamp), luxAt1m: 1, level: 1, lossStops: 0 })
    const faces = byFace(marks, lampLight(facesOf(stage, stageKey, marks), sources))
    if (!isEdge) return faces.map((face) => ({ face, rim: face.front }))
    // Of a rim only what comes straight counts: nothing need be followed.
    const receivers = marks.map((m) => {
      const to = aimAt({ xM: m.xM, yM: m.yM, zM: m.heightM }, { xM, yM, zM: heightM })
      const at = [m.xM, m.yM, m.heightM] as const
      return { at, normal: facing(to.bearingDeg, to.tiltDeg), without: stage.bodies.get(m.id) }
    })
    const rims = lampLight({ stage, receivers, effort: QUICK, cells: null, sights: [] }, sources)
    return faces.map((face, i) => ({ face, rim: rims[i]! }))
  })
  const by = lamp.luxAt1m * (lamp.levelPct / 100) * 2 ** -lamp.lossStops
  const scaled = (light: LampLight): LampLight => ({
    straightLux: light.straightLux * by,
    clothLux: light.clothLux * by,
    returnedLux: light.returnedLux * by,
    deviationLux: light.deviationLux * by,
  })
  return found.map(({ face: { front, cheeks }, rim }) => ({
    face: {
      front: scaled(front),
      cheeks: cheeks && { left: scaled(cheeks.left), right: scaled(cheeks.right), forehead: scaled(cheeks.forehead) },
    },
    rim: scaled(rim),
  }))
}
