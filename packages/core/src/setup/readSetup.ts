import { exposureErrorStops, shutterSeconds, stopForIlluminance } from '../exposure/index.ts'
import { turnTo } from '../geometry/index.ts'
import { behindGel, type DaylightAtMark, type Lamp, type LampRole, type MarkReading, readMark } from '../light/index.ts'
import { type LampLight, shineLight } from '../litRoom/index.ts'
import { angleOfView } from '../optics/index.ts'
import { byId, type Mark, type PlacedLamp, type Production, type Setup, type Shot } from '../records/index.ts'
import { captureRate, filterStops, takingOfShot } from '../shotlist/index.ts'
import { daylightAtMarks, momentsOfSetup, type SetupMoment, type SetupMoments } from './daylightOfSetup.ts'
import { frontsOf, keptUpTo, lightAtMarks } from './lightAtMarks.ts'
import { ofSetup } from './ofSetup.ts'
import { type SetupStage, stageOfSetup } from './stageOfSetup.ts'

/** A mark and the light that is read there. */
export interface MarkRead {
  readonly mark: Mark
  readonly reading: MarkReading
}

/** How a shot comes out at one of the marks in its frame. */
export interface ShotAtMark extends MarkRead {
  /** The stop this light gives at the shot's index, shutter and filters. */
  readonly stop: number
  /** Over (+) or under (−) what is wanted of the mark, at the stop the shot asks for. */
  readonly errorStops: number
}

/** How one shot of a setup comes out, at the mark where it is furthest under. */
export interface ShotReading extends ShotAtMark {
  readonly shot: Shot
  readonly shutterS: number
  /** At every mark that is in its frame and judged, the darkest first. */
  readonly at: readonly ShotAtMark[]
}

/** Less than this is within what grading and metering forgive. */
const SEEN_STOPS = 0.33

/** Whether a shot is further under than is forgiven at some mark. */
export const isTooDark = ({ errorStops }: Pick<ShotReading, 'errorStops'>): boolean => errorStops < -SEEN_STOPS
/** The mark where a shot is furthest over, if that is more than is forgiven. */
export const tooBright = ({ at }: Pick<ShotReading, 'at'>): ShotAtMark | null => {
  const last = at.at(-1)
  return last && last.errorStops > SEEN_STOPS ? last : null
}

/** The mark where a shot is furthest off: what is too dark goes before what is too bright. */
export const furthestOff = (shot: ShotReading): ShotAtMark => (isTooDark(shot) ? shot : (tooBright(shot) ?? shot))
/** Whether a shot is further off than is forgiven, under or over, at some mark. */
export const isOff = (shot: ShotReading): boolean => isTooDark(shot) || tooBright(shot) !== null
/** The shot that needs looking after most. */
export const worstShot = ({ shots }: Pick<SetupReading, 'shots'>): ShotReading | undefined =>
  [...shots].sort(
    (a, b) =>
      Number(isTooDark(b)) - Number(isTooDark(a)) ||
      Math.abs(furthestOff(b).errorStops) - Math.abs(furthestOff(a).errorStops),
  )[0]

export interface SetupReading {
  readonly setup: Setup
  readonly lamps: readonly PlacedLamp[]
  readonly marks: readonly MarkRead[]
  /** Those that some mark in their frame is judged for. */
  readonly shots: readonly ShotReading[]
  /** Nobody knows what the walls do: their outline is no room. */
  readonly withoutWalls: boolean
  /** When sun and sky are read, or why they are not; null where they are left out. */
  readonly moments: SetupMoments | null
  /** The marks at each of them; none where no daylight is read. */
  readonly hours: readonly { readonly moment: SetupMoment; readonly marks: readonly MarkRead[] }[]
  /** Those of which nothing can be said: no mark is in their frame, or none that is to be judged. */
  readonly unread: readonly Shot[]
}

/** The light in lux that a shot of a setup asks for at the mark where it is read. */
export const luxWanted = ({ reading, errorStops }: Pick<ShotReading, 'reading' | 'errorStops'>): number =>
  reading.totalLux / 2 ** errorStops

/** The lamps of a setup: key first, practicals last. */
export const lampsOfSetup = (production: Production, setupId: string): PlacedLamp[] =>
  Object.values(production.lamp)
    .filter((lamp) => lamp.setupId === setupId)
    .sort((a, b) => ROLE_ORDER.indexOf(a.role) - ROLE_ORDER.indexOf(b.role) || (a.id < b.id ? -1 : 1))

const ROLE_ORDER: readonly LampRole[] = ['key', 'fill', 'edge', 'background', 'practical']

/** A placed lamp as the light reckoning wants it: level as a share of 1, lengths in metres. */
export const lampOf = (placed: PlacedLamp): Lamp & { role: LampRole } => ({
  role: placed.role,
  at: { xM: placed.xM, yM: placed.yM, zM: placed.heightM },
  bearingDeg: placed.bearingDeg,
  tiltDeg: placed.tiltDeg,
  luxAt1m: placed.luxAt1m,
  beamDeg: placed.beamDeg,
  level: placed.levelPct / 100,
  lossStops: placed.lossStops,
})

/** The marks in the frame of a shot: those its camera sees from where it stands; all, where it stands nowhere yet. */
function inFrame(production: Production, shot: Shot, marks: readonly MarkRead[]): readonly MarkRead[] {
  const cameras = Object.values(production.cameraPosition).filter(
    (position) => position.setupId === shot.setupId && position.cameraId === shot.cameraId,
  )
  if (cameras.length === 0) return marks
  const half = angleOfView(takingOfShot(production, shot).used, shot.focalLengthMm).horizontalDeg / 2
  const seen = marks.filter(({ mark }) =>
    cameras.some((camera) => Math.abs(((turnTo(camera, mark) - camera.bearingDeg + 540) % 360) - 180) <= half),
  )
  // One that looks past all of them is not aimed yet.
  return seen.length > 0 ? seen : marks
}

function readShot(production: Production, shot: Shot, marks: readonly MarkRead[]): ShotReading | null {
  const shutterS = shutterSeconds(shot.shutterDeg, captureRate(shot))
  const ndStops = filterStops(shot)
  const at = inFrame(production, shot, marks)
    .filter(({ mark }) => mark.judged)
    .map(({ mark, reading }): ShotAtMark => {
      const lux = reading.totalLux
      const error = exposureErrorStops(lux, { tStop: shot.tStop, iso: shot.iso, shutterS, ndStops })
      return { mark, reading, stop: stopForIlluminance(lux, shot.iso, shutterS, ndStops), errorStops: error - mark.wantStops } // prettier-ignore
    })
    .sort((a, b) => a.errorStops - b.errorStops)
  return at[0] ? { ...at[0], shot, shutterS, at } : null
}

const kept = new WeakMap<Production, Map<string, SetupReading>>()

/** Every lamp on every mark, in the room as scouted, and what that gives each shot at the marks in its frame. */
export function readSetup(production: Production, setup: Setup): SetupReading {
  const known = kept.get(production) ?? new Map<string, SetupReading>()
  kept.set(production, known)
  let found = known.get(setup.id)
  if (!found) known.set(setup.id, (found = read(production, setup)))
  return found
}

/** Facets and cloths of a stage, so that what was worked out for it is found again. */
const keyOf = (stage: SetupStage): string =>
  JSON.stringify([
    stage.cloths,
    stage.facets.map((f) => [f.corners, f.front.reflectance, f.back.reflectance, f.front.exitance]),
  ])

const daylightKept = keptUpTo<readonly DaylightAtMark[]>(200)
const windowsKept = keptUpTo<readonly LampLight[]>(60)

/** Sun and sky at the marks of a setup, by moment. */
function daylightAt(production: Production, setup: Setup, stage: SetupStage, stageKey: string, marks: readonly Mark[]) {
  const fronts = frontsOf(stage, stageKey, marks)
  const spot = byId(production.spot, setup.spotId)
  const place = byId(production.place, spot?.placeId)
  const isIn = spot !== undefined && !spot.outdoors
  const standing = marks.map((m) => [m.xM, m.yM, m.heightM, m.facingDeg])
  return ({ utcMs }: SetupMoment): readonly DaylightAtMark[] => {
    const where = [spot?.upBearingDeg, isIn, spot?.floorPct, place?.latitudeDeg, place?.longitudeDeg]
    return daylightKept(JSON.stringify([stageKey, standing, setup.daylight, utcMs, where]), () => {
      const windows = windowsKept(JSON.stringify([stageKey, standing]), () => {
        if (!isIn) return []
        const closed = stageOfSetup(production, setup, 1)
        return shineLight(frontsOf(closed, keyOf(closed), marks))
      })
      return daylightAtMarks(production, setup, utcMs, marks, fronts, windows)
    })
  }
}

function read(production: Production, setup: Setup): SetupReading {
  const lamps = lampsOfSetup(production, setup.id)
  const standing = ofSetup(production.mark, setup)
  const stage = stageOfSetup(production, setup)
  const stageKey = keyOf(stage)
  const lit = standing.length === 0 ? [] : lamps.map((lamp) => lightAtMarks(stage, stageKey, lamp, standing))
  const moments = momentsOfSetup(production, setup)
  const ambient = { lux: setup.ambientLux, kelvin: setup.ambientK }
  const marksUnder = (sky: readonly DaylightAtMark[]) =>
    standing.map((mark, i): MarkRead => {
      const atMark = lamps.map((lamp, k) => {
        const { front, rim } = lit[k]!
        const { straightLux, clothLux } = (lamp.role === 'edge' ? rim : front)[i]!
        const { returnedLux, deviationLux } = front[i]!
        const kelvin = behindGel(lamp.cctK, lamp.gelMireds)
        return { role: lamp.role, lux: straightLux + clothLux, returnedLux, deviationLux, kelvin }
      })
      return { mark, reading: readMark(atMark, ambient, sky[i] ?? null) }
    })
  const at = moments && 'at' in moments && standing.length > 0 ? moments.at : []
  const skyAt = at.length > 0 ? daylightAt(production, setup, stage, stageKey, standing) : null
  const hours = at.map((moment) => ({ moment, marks: marksUnder(skyAt!(moment)) }))
  const marks = hours[0]?.marks ?? marksUnder([])
  const marksOf = (shot: Shot) => hours.find(({ moment }) => moment.shotIds.includes(shot.id))?.marks ?? marks
  const shots = Object.values(production.shot)
    .filter((shot) => shot.setupId === setup.id)
    .sort((a, b) => a.code.localeCompare(b.code, 'en', { numeric: true }))
  const readings = shots.map((shot) => readShot(production, shot, marksOf(shot)))
  return {
    setup,
    lamps,
    marks,
    shots: readings.filter((reading) => reading !== null),
    withoutWalls: stage.withoutWalls,
    moments,
    hours,
    unread: shots.filter((_, i) => !readings[i]),
  }
}
