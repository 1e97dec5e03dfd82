import {
  clocksAfter,
  type CoverCamera,
  type CoverProblem,
  firstClocks,
  handlingSeconds,
  type Intervention,
  type Kind,
} from '../cover/index.ts'
import type { Moment, MomentCamera, MomentEvent, Production } from '../records/index.ts'
import { gathered } from '../takes/index.ts'
import { phasesOf } from './sounds.ts'

/** What a reading of a moment is made from. */
export type MomentRecords = Pick<
  Production,
  'production' | 'moment' | 'momentPhase' | 'momentPlace' | 'momentWalk' | 'momentCamera' | 'momentHand' | 'momentEvent'
>

/** A moment as a problem of cover, with the records its cameras, people and places are. */
export interface MomentCover {
  readonly moment: Moment
  /** Seconds of the problem are counted from here on, in seconds of the moment. */
  readonly fromS: number
  readonly problem: CoverProblem
  readonly cameraIds: readonly string[]
  readonly handIds: readonly string[]
  readonly placeIds: readonly string[]
  /** Circuits that cameras hang on: they stop together. */
  readonly circuits: readonly { readonly circuitId: string; readonly cameraIds: readonly string[] }[]
  /** Places nobody said how to get to from elsewhere: nobody is sent there. */
  readonly unreachable: readonly string[]
}

/** What has become of a moment: when it began, what each camera's clocks say by what was done, what died. */
export interface MomentState {
  readonly begunAt: string | null
  readonly overAt: string | null
  /** When anything happened last, in seconds of the moment. */
  readonly lastS: number
  readonly died: ReadonlySet<string>
  /** Visits that were confirmed, in seconds of the moment at which they ended. */
  readonly visits: readonly { readonly cameraId: string; readonly kind: Kind; readonly endS: number; readonly handId: string | null }[] // prettier-ignore
}

/** What the picture does, who has it and who was caught keeps no camera running. */
const isOfTheAir = (type: MomentEvent['type']): type is 'on' | 'next' | 'leaving' | 'has it' | 'caught' =>
  type === 'on' || type === 'next' || type === 'leaving' || type === 'has it' || type === 'caught'

/** Which camera is on, which is next, and who has the picture. */
export interface OnAir {
  readonly onId: string | null
  readonly nextId: string | null
  /** Whoever last said that they have it; they have it until somebody else says so. */
  readonly holderId: string | null
  /** They want to leave, and nobody has said yet that they have it. */
  readonly isLeaving: boolean
}

/** What was said of the picture of a moment since it began. A camera that died is on no more. */
export function onAirOf({ momentEvent }: Pick<MomentRecords, 'momentEvent'>, momentId: string): OnAir {
  let air: OnAir = { onId: null, nextId: null, holderId: null, isLeaving: false }
  for (const { type, momentCameraId, handId } of entries(momentEvent, momentId)) {
    if (type === 'begun') air = { onId: null, nextId: null, holderId: null, isLeaving: false }
    else if (type === 'on') air = { ...air, onId: momentCameraId, nextId: air.nextId === momentCameraId ? null : air.nextId } // prettier-ignore
    else if (type === 'next') air = { ...air, nextId: momentCameraId }
    else if (type === 'has it') air = { ...air, holderId: handId, isLeaving: false }
    else if (type === 'leaving' && handId === air.holderId) air = { ...air, isLeaving: true }
    else if (type === 'died') air = { ...air, onId: air.onId === momentCameraId ? null : air.onId, nextId: air.nextId === momentCameraId ? null : air.nextId } // prettier-ignore
  }
  return air
}

type Said = MomentEvent & { readonly type: Exclude<MomentEvent['type'], 'not so'> }

/** What was said of a moment and still counts, in the order in which it happened: slips and what takes them back are out. */
export function entries(events: MomentRecords['momentEvent'], momentId: string): readonly Said[] {
  const own = Object.values(events).filter((event) => event.momentId === momentId)
  const takenBack = new Set(own.flatMap(({ takesBackId }) => takesBackId ?? []))
  return own
    .filter((event): event is Said => event.type !== 'not so' && !takenBack.has(event.id))
    .toSorted((a, b) => Date.parse(a.happenedAt) - Date.parse(b.happenedAt) || a.version - b.version)
}

/** The newest word on a moment that still counts: what can be taken back as a slip; null where none was said. */
export const lastSaidOf = ({ momentEvent }: Pick<MomentRecords, 'momentEvent'>, momentId: string): MomentEvent | null =>
  entries(momentEvent, momentId).at(-1) ?? null

/**
 * What was logged of a moment, in the order in which it happened: a phone that was away tells later what was done before.
 * Begun anew, what was before no longer counts.
 */
export function momentState({ momentEvent }: Pick<MomentRecords, 'momentEvent'>, momentId: string): MomentState {
  const died = new Set<string>()
  const visits: MomentState['visits'][number][] = []
  let [begunAt, overAt, lastS] = [null as string | null, null as string | null, 0]
  for (const { type, momentCameraId, handId, happenedAt } of entries(momentEvent, momentId)) {
    if (type === 'begun') {
      ;[begunAt, overAt, lastS] = [happenedAt, null, 0]
      died.clear()
      visits.length = 0
      continue
    }
    if (begunAt === null) continue
    if (isOfTheAir(type)) continue
    const endS = (Date.parse(happenedAt) - Date.parse(begunAt)) / 1000
    lastS = Math.max(lastS, endS)
    if (type === 'over') overAt = happenedAt
    else if (momentCameraId === null) continue
    else if (type === 'died') died.add(momentCameraId)
    else {
      died.delete(momentCameraId)
      visits.push({ cameraId: momentCameraId, kind: type, endS, handId })
    }
  }
  return { begunAt, overAt, lastS, died, visits }
}

/** Every two places with the shortest way between them; what is not joined is further than the moment lasts. */
function walksOf(
  places: readonly string[],
  walks: readonly { readonly fromId: string; readonly toId: string; readonly walkS: number }[],
  farS: number,
): number[][] {
  const at = new Map(places.map((id, i) => [id, i]))
  const walk = places.map((_, a) => places.map((__, b) => (a === b ? 0 : farS)))
  for (const { fromId, toId, walkS } of walks) {
    const [a, b] = [at.get(fromId), at.get(toId)]
    if (a === undefined || b === undefined || a === b) continue
    walk[a]![b] = walk[b]![a] = Math.min(walk[a]![b]!, walkS)
  }
  for (const via of places.keys())
    for (const a of places.keys())
      for (const b of places.keys()) walk[a]![b] = Math.min(walk[a]![b]!, walk[a]![via]! + walk[via]![b]!)
  return walk
}

/** Steps fine enough for hands and few enough to be searched: about 400 of them. */
export const stepFor = (durationS: number): number => [5, 10, 15, 30, 60].find((step) => durationS / step <= 400) ?? 120

/** A camera of a moment as it stands at its beginning. On the mains no battery ends. */
function cameraOf(camera: MomentCamera, place: number, lastsS: number): CoverCamera {
  const seconds = (minutes: number) => minutes * 60
  const batteryS = camera.circuitId === null ? null : lastsS + seconds(1)
  return {
    id: camera.id,
    place,
    isGood: camera.isGood,
    startS: camera.startS,
    runLimitS: camera.runLimitMin === null ? null : seconds(camera.runLimitMin),
    cardFirstS: seconds(camera.cardFirstMin ?? camera.cardMin),
    cardS: seconds(camera.cardMin),
    batteryFirstS: batteryS ?? seconds(camera.batteryFirstMin ?? camera.batteryMin),
    batteryS: batteryS ?? seconds(camera.batteryMin),
    restartS: camera.restartS,
    cardSwapS: Math.max(camera.restartS, camera.cardSwapS),
    batterySwapS: Math.max(camera.restartS, camera.batterySwapS),
  }
}

/** The same from `nowS` on, with the clocks as its visits left them. */
function cameraFrom(camera: CoverCamera, nowS: number, visits: MomentState['visits']): CoverCamera {
  const ends = visits.reduce((clocks, { kind, endS }) => clocksAfter(camera, clocks, kind, endS), firstClocks(camera))
  const startS = Math.max(0, camera.startS - nowS)
  const left = (endS: number) => Math.max(0, endS - nowS - startS)
  return {
    ...camera,
    startS,
    runFirstS: camera.runLimitS === null ? null : left(ends.run),
    cardFirstS: left(ends.card),
    batteryFirstS: left(ends.battery),
  }
}

/**
 * A moment from `nowS` on, with what was done until then. From the beginning it is the plan; while it goes on it is what
 * is left of it: cameras that died are gone, people are where they were last seen to something.
 */
export function coverOf(
  records: MomentRecords,
  momentId: string,
  nowS = 0,
  state: MomentState = momentState({ momentEvent: {} }, momentId),
): MomentCover | null {
  const moment = records.moment[momentId]
  if (!moment) return null
  const own = <T extends { readonly momentId: string; readonly id: string }>(table: Readonly<Record<string, T>>) =>
    Object.values(table)
      .filter((record) => record.momentId === momentId)
      .toSorted((a, b) => a.id.localeCompare(b.id))
  const places = own(records.momentPlace)
  const placeIds = places.map(({ id }) => id as string)
  const at = (id: string) => Math.max(0, placeIds.indexOf(id))
  const leftS = Math.max(0, moment.lastsS - nowS)
  const stepS = stepFor(leftS)
  const durationS = Math.ceil(leftS / stepS) * stepS
  const farS = moment.lastsS + 1
  const walkS = walksOf(placeIds, own(records.momentWalk), farS)
  const cameras = own(records.momentCamera).filter(({ id }) => !state.died.has(id))
  const hands = own(records.momentHand)
  const shifted = (seconds: number) => Math.max(0, seconds - nowS)
  const [current, ...later] = phasesOf(records, moment).filter(({ toS }) => toS > nowS)
  const isJoined = (place: number) =>
    hands.length === 0 || hands.some((hand) => walkS[at(hand.placeId)]![place]! < farS)
  return {
    moment,
    fromS: nowS,
    cameraIds: cameras.map(({ id }) => id),
    handIds: hands.map(({ id }) => id),
    circuits: Array.from(gathered(cameras, ({ circuitId }) => circuitId), ([circuitId, fed]) => ({ circuitId, cameraIds: fed.map(({ id }) => id) })), // prettier-ignore
    placeIds,
    unreachable: placeIds.filter((_, i) => cameras.some((camera) => at(camera.placeId) === i) && !isJoined(i)),
    problem: {
      durationS,
      stepS,
      needGood: current?.pictures ?? 0,
      phases: later.map(({ fromS, pictures }) => ({ fromS: shifted(fromS), needGood: pictures })),
      coverFromS: shifted(moment.coverFromS),
      walkS,
      cameras: cameras.map((camera) => cameraFrom(cameraOf(camera, at(camera.placeId), moment.lastsS), nowS, state.visits.filter(({ cameraId }) => cameraId === camera.id))), // prettier-ignore
      attendants: hands.map((hand) => {
        const last = state.visits.findLast(({ handId }) => handId === hand.id)
        const camera = last && records.momentCamera[last.cameraId]
        return {
          id: hand.id,
          place: at(camera?.placeId ?? hand.placeId),
          posts: hand.posts
            .filter(({ toS, placeId }) => toS > nowS && placeIds.includes(placeId))
            .map(({ placeId, fromS, toS }) => ({ place: at(placeId), fromS: shifted(fromS), toS: shifted(toS) })),
        }
      }),
    },
  }
}

/** A visit with the records it is about, in seconds of the moment. */
export interface MomentVisit {
  readonly atS: number
  readonly cameraId: string
  readonly handId: string
  readonly kind: Kind
  /** The least that is left then on a clock that ends before the moment does; null where none does. */
  readonly slackS: number | null
  /** When somebody who does nothing else has to leave for it. */
  readonly leaveS: number
}

/** Visits of a rota in words of records, each with its own time to spare. */
export function visitsOf(
  { problem, cameraIds, handIds, fromS }: MomentCover,
  schedule: readonly Intervention[],
): readonly MomentVisit[] {
  const clocks = problem.cameras.map(firstClocks)
  const where = problem.attendants.map(({ place }) => place)
  return schedule
    .toSorted((a, b) => a.beginS - b.beginS)
    .map(({ beginS, camera, attendant, kind }): MomentVisit => {
      const its = problem.cameras[camera]!
      const { run, card, battery } = clocks[camera]!
      const left = [run, card, battery].filter((end) => end < problem.durationS)
      const slackS = left.length ? Math.max(0, Math.min(...left) - beginS) : null
      const walk = problem.walkS[where[attendant]!]![its.place]!
      where[attendant] = its.place
      clocks[camera] = clocksAfter(its, clocks[camera]!, kind, beginS + handlingSeconds(its, kind))
      return { atS: fromS + beginS, cameraId: cameraIds[camera]!, handId: handIds[attendant]!, kind, slackS, leaveS: fromS + beginS - walk } // prettier-ignore
    })
}
