import { exposureErrorStops, shutterSeconds, stopForIlluminance } from '../exposure/index.ts'
import { turnTo } from '../geometry/index.ts'
import { type DaylightAtMark, type LampRole, type MarkReading, readMark } from '../light/index.ts'
import type { LampLight } from '../litRoom/index.ts'
import { angleOfView } from '../optics/index.ts'
import type { Fitting, Mark, PlacedLamp, Production, Setup, Shot } from '../records/index.ts'
import { captureRate, filterStops, takingOfShot } from '../shotlist/index.ts'
import { daylightReader, momentsOfSetup, type SetupMoment, type SetupMoments } from './daylightOfSetup.ts'
import { fixedLamps, unknownFixed } from './fixedLamps.ts'
import { lampKelvin } from './lampKind.ts'
import { type AtFace, lightAtMarks } from './lightAtMarks.ts'
import { ofSetup } from './ofSetup.ts'
import { isPerson } from './receivers.ts'
import { keyOfStage, stageOfSetup } from './stageOfSetup.ts'

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
  /** House and street lamps that are on; what marks read of each comes after that of the setup's lamps. */
  readonly there: readonly PlacedLamp[]
  /** Those of which nobody said what they give, nor that they are off: nothing here counts them. */
  readonly unknownThere: readonly Fitting[]
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

const all = ({ straightLux, clothLux, returnedLux }: LampLight) => straightLux + clothLux + returnedLux

/** Key to fill, or cheek to cheek, as the setup asks; null where there is none. */
export const ratioAt = ({ ratioOf }: Pick<Setup, 'ratioOf'>, { ratio, cheekRatio }: MarkReading): number | null =>
  ratioOf === 'cheek to cheek' ? cheekRatio : ratio

function read(production: Production, setup: Setup): SetupReading {
  const lamps = lampsOfSetup(production, setup.id)
  const there = fixedLamps(production, setup)
  const shining = [...lamps, ...there]
  const standing = ofSetup(production.mark, setup)
  const stage = stageOfSetup(production, setup)
  const stageKey = keyOfStage(stage)
  const lit =
    standing.length === 0 ? [] : shining.map((lamp) => lightAtMarks(production, stage, stageKey, lamp, standing))
  const moments = momentsOfSetup(production, setup)
  const ambient = { lux: setup.ambientLux, kelvin: setup.ambientK }
  const marksUnder = (sky: readonly AtFace<DaylightAtMark>[]) =>
    standing.map((mark, i): MarkRead => {
      const atMark = shining.map((lamp, k) => {
        const { face, rim } = lit[k]![i]!
        const { straightLux, clothLux } = lamp.role === 'edge' ? rim : face.front
        const { returnedLux, deviationLux } = face.front
        return { role: lamp.role, lux: straightLux + clothLux, returnedLux, deviationLux, kelvin: lampKelvin(lamp) }
      })
      const cheek = (side: 'left' | 'right' | 'forehead') => {
        const lux = lit.reduce((sum, of) => sum + all(of[i]!.face.cheeks![side]), ambient.lux)
        const above = sky[i]?.cheeks?.[side]
        return lux + (above ? above.sunLux + above.skyLux : 0)
      }
      const cheeks = isPerson(mark) ? { leftLux: cheek('left'), rightLux: cheek('right'), foreheadLux: cheek('forehead') } : null // prettier-ignore
      return { mark, reading: readMark(atMark, ambient, sky[i]?.front ?? null, cheeks) }
    })
  const at = moments && 'at' in moments && standing.length > 0 ? moments.at : []
  const skyAt = at.length > 0 ? daylightReader(production, setup, stage, stageKey, standing) : null
  const hours = at.map((moment) => ({ moment, marks: marksUnder(skyAt!(moment.utcMs)) }))
  const marks = hours[0]?.marks ?? marksUnder([])
  const marksOf = (shot: Shot) => hours.find(({ moment }) => moment.shotIds.includes(shot.id))?.marks ?? marks
  const shots = Object.values(production.shot)
    .filter((shot) => shot.setupId === setup.id)
    .sort((a, b) => a.code.localeCompare(b.code, 'en', { numeric: true }))
  const readings = shots.map((shot) => readShot(production, shot, marksOf(shot)))
  return {
    setup,
    lamps,
    there,
    unknownThere: unknownFixed(production, setup),
    marks,
    shots: readings.filter((reading) => reading !== null),
    withoutWalls: stage.withoutWalls,
    moments,
    hours,
    unread: shots.filter((_, i) => !readings[i]),
  }
}
