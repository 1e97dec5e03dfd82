import { illuminanceForStop, shutterSeconds } from '../exposure/index.ts'
import { dot, facing, turnTo, unit, type Vec } from '../geometry/index.ts'
import { sourcesOfLamp, sunSource } from '../light/index.ts'
import { type Effort, type Facet, firstHit, lampLight, QUICK, shineLight, sightsOf, type StageReceiver } from '../litRoom/index.ts' // prettier-ignore
import type { CameraPosition, Mark, PlacedLamp, Production, Setup } from '../records/index.ts'
import { captureRate, filterStops } from '../shotlist/index.ts'
import { momentsOfSetup, type SetupSky, skyOfSetup } from './daylightOfSetup.ts'
import { fixedLamps } from './fixedLamps.ts'
import { lampOf } from './lampKind.ts'
import { keptUpTo } from './keptUpTo.ts'
import { ofSetup } from './ofSetup.ts'
import { planCamera, shotOfPosition } from './planCamera.ts'
import { lampsOfSetup } from './readSetup.ts'
import { apartDeg, degrees, pitchOf, type Placed } from './sightLines.ts'
import { keyOfStage, stageOfSetup } from './stageOfSetup.ts'

/** What a camera has behind the people in its picture, in stops from middle grey at its shot's exposure. */
export interface Background {
  readonly position: CameraPosition
  readonly meanStops: number
  readonly brightest: {
    readonly stops: number
    /** What it falls on, as somebody would name it. */
    readonly of: string
    /** The lamp that makes most of it, the crew's or the spot's own; null where it is the window, or what the room sends back. */
    readonly lamp: PlacedLamp | null
  }
}

/** Rays across a picture and up it. */
const ACROSS = 9
const UP = 5
const EFFORT: Effort = { ...QUICK, raysPerReceiver: 96, lots: 2 }
const MIDDLE_GREY = 0.18

interface Sample extends StageReceiver {
  readonly facet: Facet
  /** What it sends back of what falls on it. */
  readonly reflectance: number
  /** Of itself, for a sky of 1 cd/m². */
  readonly exitance: number
}

function samplesOf(
  facets: readonly Facet[],
  people: ReadonlySet<number>,
  camera: ReturnType<typeof planCamera>,
  pitchDeg: number,
): Sample[] {
  // prettier-ignore
  const from: Vec = [camera.at.xM, camera.at.yM, camera.heightM]
  return Array.from({ length: ACROSS * UP }, (_, i) => {
    const across = ((i % ACROSS) + 0.5) / ACROSS - 0.5
    const up = (Math.floor(i / ACROSS) + 0.5) / UP - 0.5
    return facing(camera.bearingDeg + across * camera.angleDeg, pitchDeg + up * camera.verticalDeg)
  }).flatMap((direction): Sample[] => {
    const hit = firstHit(facets, from, direction, people)
    if (!hit) return []
    const f = facets[hit.facet]!
    const side = hit.fromFront ? 1 : -1
    const { reflectance, exitance } = hit.fromFront ? f.front : f.back
    const normal: Vec = [f.normal[0] * side, f.normal[1] * side, f.normal[2] * side]
    const off = (k: 0 | 1 | 2) => hit.at[k] + normal[k] * 1e-4
    return reflectance > 0 || exitance > 0 ? [{ at: [off(0), off(1), off(2)], normal, facet: f, reflectance, exitance }] : [] // prettier-ignore
  })
}

const backgroundsKept = keptUpTo<readonly Background[]>(60)

/**
 * How bright each camera of a setup has what is behind its people, read at rays spread over its widest picture, at the
 * first hour of the setup. Matt surfaces; what shines in a mirror is another finding.
 */
export function backgrounds(production: Production, setup: Setup): readonly Background[] {
  const lamps = [...lampsOfSetup(production, setup.id), ...fixedLamps(production, setup)]
  const positions = ofSetup(production.cameraPosition, setup)
  const moments = momentsOfSetup(production, setup)
  const first = moments && 'at' in moments ? moments.at[0] : undefined
  const sky = first ? skyOfSetup(production, setup, first.utcMs) : null
  const open = stageOfSetup(production, setup)
  const shots = positions.map((position) => shotOfPosition(production, position))
  // What a picture holds follows from sensor and delivery as well: it is asked for, not guessed at.
  const views = positions.map((position) => planCamera(production, position))
  const marks = ofSetup(production.mark, setup)
  const key = JSON.stringify([keyOfStage(open), lamps, views, shots, sky, setup.ambientLux, marks])
  return backgroundsKept(key, () => behindAll(production, setup, positions, sky))
}

function behindAll(
  production: Production,
  setup: Setup,
  positions: readonly CameraPosition[],
  sky: SetupSky | null,
): Background[] {
  // prettier-ignore
  const open = stageOfSetup(production, setup)
  const seen = sky ? stageOfSetup(production, setup, { skyCdM2: 1 }) : open
  const people = new Set([...seen.bodies.values()].flatMap((body) => [...body]))
  const marks = ofSetup(production.mark, setup)
  const views = positions.flatMap((position) => {
    const shot = shotOfPosition(production, position)
    if (!shot) return []
    const samples = samplesOf(seen.facets, people, planCamera(production, position), pitchOf(position, marks))
    return samples.length > 0 ? [{ position, shot, samples }] : []
  })
  const samples = views.flatMap((view) => view.samples)
  if (samples.length === 0) return []
  const lamps = [...lampsOfSetup(production, setup.id).filter((lamp) => lamp.levelPct > 0), ...fixedLamps(production, setup)] // prettier-ignore
  const sources = lamps.map((lamp) => sourcesOfLamp(lampOf(production, lamp)))
  // All cameras look into one room: it is followed once.
  const lit = lampLight(sightsOf(open, samples, EFFORT), [...sources.flat(), ...(sky?.sun ? [sunSource(sky.sun)] : [])])
  const daylit = sky && seen !== open ? shineLight(sightsOf(seen, samples, EFFORT)) : null
  const sent = samples.map(({ reflectance, exitance }, i) => {
    const { straightLux, clothLux, returnedLux } = lit[i]!
    const day = daylit ? sky!.windowCdM2 * (daylit[i]!.straightLux + daylit[i]!.returnedLux) : 0
    return (
      (straightLux + clothLux + returnedLux + day + setup.ambientLux) * reflectance + exitance * (sky?.windowCdM2 ?? 0)
    )
  })
  let next = 0
  return views.map(({ position, shot, samples: own }): Background => {
    const sums = sent.slice(next, (next += own.length))
    const wanted = illuminanceForStop({ tStop: shot.tStop, iso: shot.iso, shutterS: shutterSeconds(shot.shutterDeg, captureRate(shot)), ndStops: filterStops(shot) }) // prettier-ignore
    const stopsOf = (one: number) => Math.log2(Math.max(one, 1e-6) / (wanted * MIDDLE_GREY))
    const most = sums.indexOf(Math.max(...sums))
    const sample = own[most]!
    return {
      position,
      meanStops: stopsOf(sums.reduce((a, b) => a + b, 0) / sums.length),
      brightest: { stops: stopsOf(sums[most]!), of: sample.facet.name, lamp: strongestAt(open, sample, lamps, sources, sums[most]! / (sample.reflectance || 1)) }, // prettier-ignore
    }
  })
}

/** From so much of the light on a spot on, one lamp makes it. */
const MAKES = 0.6

function strongestAt(
  stage: ReturnType<typeof stageOfSetup>,
  sample: Sample,
  lamps: readonly PlacedLamp[],
  sources: readonly ReturnType<typeof sourcesOfLamp>[],
  allLux: number,
): PlacedLamp | null {
  const straight = sources.map((own) => lampLight({ stage, receivers: [sample], effort: EFFORT, cells: null, sights: [] }, own)[0]!.straightLux) // prettier-ignore
  const most = straight.indexOf(Math.max(...straight))
  return most >= 0 && straight[most]! > MAKES * allLux ? (lamps[most] ?? null) : null
}

/** A lamp that shows in somebody's spectacles. */
export interface Glare {
  readonly mark: Mark
  readonly lamp: PlacedLamp
  readonly position: CameraPosition
  /** As low as it is clear of them above where it is; null where no stand is as high. */
  readonly clearM: number | null
}

/** Frames lean forward: their glass looks so far down. */
const LEANS_DEG = -10
/** Glass is curved, and heads move: within so many degrees of a mirror's angle a lamp shows. */
const CURVED_DEG = 12
const HIGHEST_M = 4
const STEP_M = 0.1

/** How far from showing in the spectacles of a mark a lamp is to a camera, degrees; less than 0 shows. */
function clearOfGlass(mark: Mark, camera: Placed, lamp: PlacedLamp): number {
  const eyes: Vec = [mark.xM, mark.yM, mark.heightM]
  const way = (to: Placed): Vec => unit([to.xM - eyes[0], to.yM - eyes[1], to.heightM - eyes[2]]) // prettier-ignore
  const [l, c] = [way(lamp), way(camera)]
  const glass = facing(mark.facingDeg, LEANS_DEG)
  if (dot(l, glass) <= 0 || dot(c, glass) <= 0) return Infinity
  const half = unit([l[0] + c[0], l[1] + c[1], l[2] + c[2]])
  const away = Math.hypot(lamp.xM - mark.xM, lamp.yM - mark.yM, lamp.heightM - mark.heightM)
  const size = degrees(Math.atan2(Math.max(lamp.faceWidthM, lamp.faceTallM, 0.2) / 2, away))
  return degrees(Math.acos(Math.min(1, dot(half, glass)))) - CURVED_DEG - size / 2
}

/** Which lamps, the crew's and the spot's own, cameras see in the spectacles of people; nobody raises the spot's own. @source the half way between lamp and camera is the normal of the glass */
export function glares(production: Production, setup: Setup): Glare[] {
  const fixed = new Set(fixedLamps(production, setup))
  const own = lampsOfSetup(production, setup.id).filter((lamp) => lamp.levelPct > 0 && lamp.role !== 'practical')
  const lamps = [...own, ...fixed]
  const spot = production.spot[setup.spotId]
  const top = spot && !spot.outdoors ? Math.min(HIGHEST_M, spot.heightM - 0.1) : HIGHEST_M
  return ofSetup(production.mark, setup)
    .filter((mark) => mark.spectacles)
    .flatMap((mark) =>
      ofSetup(production.cameraPosition, setup).flatMap((position) => {
        const camera = planCamera(production, position)
        if (apartDeg(turnTo(position, mark), position.bearingDeg) > camera.angleDeg / 2) return []
        return lamps.flatMap((lamp): Glare[] => {
          if (clearOfGlass(mark, position, lamp) >= 0) return []
          let clearM: number | null = null
          for (let h = lamp.heightM + STEP_M; h <= top && clearM === null && !fixed.has(lamp); h += STEP_M)
            if (clearOfGlass(mark, position, { ...lamp, heightM: h }) >= 0) clearM = Math.round(h * 10) / 10
          return [{ mark, lamp, position, clearM }]
        })
      }),
    )
}

/** A camera with its operator in the way of a lamp. */
export interface CameraShadow {
  readonly position: CameraPosition
  readonly lamp: PlacedLamp
  readonly mark: Mark
}

const OPERATOR_M = 1.75
const CREW_RADIUS_M = 0.25
/** A face as large as this wraps round whoever stands before it. */
const WRAPS_M = 1.2

/** Cameras that throw a shadow on a mark: with operator a post between a lamp and the face. */
export function cameraShadows(production: Production, setup: Setup): CameraShadow[] {
  const lamps = lampsOfSetup(production, setup.id).filter(
    (lamp) => lamp.levelPct > 0 && Math.max(lamp.faceWidthM, lamp.faceTallM) < WRAPS_M && lamp.role !== 'practical',
  )
  return ofSetup(production.cameraPosition, setup).flatMap((position) =>
    ofSetup(production.mark, setup).flatMap((mark) =>
      lamps.flatMap((lamp): CameraShadow[] => {
        const [dx, dy] = [mark.xM - lamp.xM, mark.yM - lamp.yM]
        const t = ((position.xM - lamp.xM) * dx + (position.yM - lamp.yM) * dy) / (dx * dx + dy * dy || 1)
        const off = Math.hypot(lamp.xM + dx * t - position.xM, lamp.yM + dy * t - position.yM)
        const heightM = lamp.heightM + (mark.heightM - lamp.heightM) * t
        const isBetween = t > 0.05 && t < 0.95 && off < CREW_RADIUS_M
        return isBetween && heightM < Math.max(OPERATOR_M, position.heightM + 0.2) ? [{ position, lamp, mark }] : []
      }),
    ),
  )
}
