import { allRows, type DayPlan, dayPlans } from '../day/index.ts'
import { type DaylightAtMark, daylight, SKIES, type Sky, type SunLamp, sunSource } from '../light/index.ts'
import { lampLight, type LampLight, shineLight, type StageSight } from '../litRoom/index.ts'
import { byId, type Mark, positionOf, type Production, type Setup } from '../records/index.ts'
import { sunOnPlan } from '../room/index.ts'
import { sunPosition } from '../sun/index.ts'
import { keptUpTo } from './keptUpTo.ts'
import { type AtFace, byFace, facesOf } from './lightAtMarks.ts'
import { keyOfMarks } from './receivers.ts'
import { GLASS, keyOfStage, type SetupStage, stageOfSetup } from './stageOfSetup.ts'

/** A moment at which a setup is shot, by the order of its day. */
export interface SetupMoment {
  readonly utcMs: number
  /** As clocks show it there, with the day's title. */
  readonly shown: string
  /** False where nothing says when: noon of the first day there is taken. */
  readonly isInOrder: boolean
  readonly shotIds: readonly string[]
}

/** When daylight is read for a setup; or why it cannot be. */
export type SetupMoments = { readonly at: readonly SetupMoment[] } | { readonly unknown: string }

const isSky = (daylightOf: string): daylightOf is Sky => SKIES.some((sky) => sky === daylightOf)

const momentOf = ({ clock, day }: DayPlan, minute: number, isInOrder: boolean, shotIds: readonly string[]) => ({
  utcMs: clock.instant(minute),
  shown: `${clock.text(minute)}, ${day.title}`,
  isInOrder,
  shotIds,
})

/** The middle of each of a setup's rows in the order, earliest first; null where its daylight is left out. */
export function momentsOfSetup(production: Production, setup: Setup): SetupMoments | null {
  if (!isSky(setup.daylight)) return null
  const place = byId(production.place, byId(production.spot, setup.spotId)?.placeId)
  if (!place || !positionOf(place)) return { unknown: 'nobody has said where on the map it is' }
  const plans = dayPlans(production)
  const at = plans.flatMap((plan) =>
    allRows(plan).flatMap((row) =>
      row.kind === 'shots' && row.shotIds.some((id) => production.shot[id]?.setupId === setup.id)
        ? [momentOf(plan, Math.round((row.startMin + row.endMin) / 2), true, row.shotIds)]
        : [],
    ),
  )
  if (at.length > 0) return { at }
  const first = plans.find(({ place: of }) => of.id === place.id)
  if (!first) return { unknown: 'no day is planned there' }
  return { at: [momentOf(first, first.clock.elapsed(720), false, [])] }
}

/** What ground out of doors sends back of the sky, where nobody says. */
const GROUND = 0.2
/** Sun and sky over a setup at a moment, as its plan has them. */
export interface SetupSky {
  readonly sun: SunLamp | null
  readonly sunK: number
  /** Of the sky on level ground, lux. */
  readonly skyLux: number
  readonly skyK: number
  /** How bright windows are under an even sky over even ground, cd/m². */
  readonly windowCdM2: number
  readonly altitudeDeg: number
  readonly share: number
}

/** Sun and sky over a setup; null where its daylight is left out or nobody knows where it is. */
export function skyOfSetup(production: Production, setup: Setup, utcMs: number): SetupSky | null {
  const spot = byId(production.spot, setup.spotId)
  const position = positionOf(byId(production.place, spot?.placeId) ?? { latitudeDeg: null, longitudeDeg: null })
  if (!spot || !position || !isSky(setup.daylight)) return null
  const { altitudeDeg, azimuthDeg } = sunPosition(utcMs, position.latitudeDeg, position.longitudeDeg)
  const { sunLux, skyLux, ...of } = daylight(setup.daylight, altitudeDeg)
  const { bearingDeg } = sunOnPlan(azimuthDeg, altitudeDeg, spot.upBearingDeg)
  const lux = sunLux * (spot.outdoors ? 1 : GLASS)
  const groundLux = skyLux + sunLux * Math.sin((Math.max(0, altitudeDeg) * Math.PI) / 180)
  const windowCdM2 = (GLASS * (skyLux + GROUND * groundLux)) / (2 * Math.PI)
  return { ...of, sun: altitudeDeg > 0 && lux > 0 ? { bearingDeg, altitudeDeg, lux } : null, skyLux, windowCdM2, altitudeDeg } // prettier-ignore
}

const skiesKept = keptUpTo<readonly DaylightAtMark[]>(200)
const windowsKept = keptUpTo<readonly LampLight[]>(60)

/**
 * Sun and sky at the faces of a setup, by moment: the sun's beam past what stands in the way, the sky by its windows, each
 * with what the room sends back. The sky is one brightness all over and so is each window, but for what was said to hide
 * it. Outdoors a face has the half of the sky that it is turned to, whatever stands about it.
 * @param stage the setup with its windows open, as lamps find it
 */
export function daylightReader(
  production: Production,
  setup: Setup,
  stage: SetupStage,
  stageKey: string,
  marks: readonly Mark[],
) {
  // prettier-ignore
  const spot = byId(production.spot, setup.spotId)
  const isIn = spot !== undefined && !spot.outdoors
  const hidden = Object.values(production.fitting).flatMap((f) => (f.spotId === setup.spotId && f.hiddenPct > 0 ? f.hiddenPct : [])) // prettier-ignore
  const at = keyOfMarks(marks)
  // Its windows by what hides and curtains them: another room than the one with holes.
  const closed = isIn ? stageOfSetup(production, setup, { skyCdM2: 1 }) : null
  const closedKey = closed ? keyOfStage(closed) : ''
  return (utcMs: number): readonly AtFace<DaylightAtMark>[] => {
    const sky = skyOfSetup(production, setup, utcMs)
    if (!sky || !spot) return []
    const flat = skiesKept(JSON.stringify([stageKey, closedKey, hidden, at, sky, spot.floorPct]), () => {
      // What stands opposite may hide the sun from a window: the room is another one for its beam.
      const sunny = hidden.length > 0 && isIn ? stageOfSetup(production, setup, { skyCdM2: null, sunAltitudeDeg: sky.altitudeDeg }) : stage // prettier-ignore
      const faces = facesOf(sunny, sunny === stage ? stageKey : keyOfStage(sunny), marks)
      const windows = windowsKept(`${closedKey} ${at}`, () => (closed ? shineLight(facesOf(closed, closedKey, marks)) : [])) // prettier-ignore
      return underSky(sky, faces, windows, isIn ? null : spot.floorPct / 100)
    })
    return byFace(marks, flat)
  }
}

/** @param ground what the ground sends back, out of doors; null in a room */
function underSky(
  { sun, sunK, skyLux, skyK, windowCdM2, share }: SetupSky,
  faces: StageSight,
  windows: readonly LampLight[],
  ground: number | null,
): DaylightAtMark[] {
  const beams = sun && lampLight(faces, [sunSource(sun)])
  return faces.receivers.map(({ normal }, i): DaylightAtMark => {
    const beam = beams?.[i]
    const window = windows[i]
    const ofSun = beam ? beam.straightLux + beam.clothLux + beam.returnedLux : 0
    // Of the ground what the sky lights; the sun's part of it is in what the ground sends back.
    const [above, below] = [(1 + normal[2]) / 2, (1 - normal[2]) / 2]
    const ofSky = ground !== null ? skyLux * (above + below * ground) : window ? windowCdM2 * (window.straightLux + window.returnedLux) : 0 // prettier-ignore
    const known = Math.hypot(beam?.deviationLux ?? 0, window ? windowCdM2 * window.deviationLux : 0)
    return { sunLux: ofSun, sunK, skyLux: ofSky, skyK, deviationLux: Math.hypot(known, share * (ofSun + ofSky)) }
  })
}
