import { type DayPlan, dayPlans } from '../day/index.ts'
import { facing } from '../geometry/index.ts'
import { type DaylightAtMark, daylight, SKIES, type Sky } from '../light/index.ts'
import { lampLight, type LampLight, type PointSource, type StageSight } from '../litRoom/index.ts'
import { byId, type Mark, positionOf, type Production, type Setup } from '../records/index.ts'
import { sunOnPlan } from '../room/index.ts'
import { sunPosition } from '../sun/index.ts'

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
    plan.timeline.rows.flatMap((row) =>
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

/** What comes through the glass of a window. */
const GLASS = 0.8
/** What ground out of doors sends back of the sky, where nobody says. */
const GROUND = 0.2
/** As far away as makes no difference to a room. */
const SUN_AWAY_M = 10_000

/** The sun as a lamp far away, lux on what is turned to it; null while it is down. */
function sunLamp(bearingDeg: number, altitudeDeg: number, lux: number): PointSource | null {
  if (altitudeDeg <= 0 || lux <= 0) return null
  const towards = facing(bearingDeg, altitudeDeg)
  return {
    at: [towards[0] * SUN_AWAY_M, towards[1] * SUN_AWAY_M, towards[2] * SUN_AWAY_M],
    candela: () => lux * SUN_AWAY_M ** 2,
  }
}

/** How bright windows are under an even sky over even ground, cd/m². */
const windowCdM2 = (skyLux: number, groundLux: number): number =>
  (GLASS * (skyLux + GROUND * groundLux)) / (2 * Math.PI)

/**
 * Sun and sky at the marks of a setup at a moment: the sun's beam past what stands in the way, the sky by its windows,
 * each with what the room sends back. The sky is one brightness all over and so is each window; what stands outside, the
 * house across the road, is not known. Outdoors a face has half the sky, whatever stands about it.
 * @param open the setup with its windows open, as the sun finds it
 * @param windows what windows of 1 cd/m² give the marks
 */
export function daylightAtMarks(
  production: Production,
  setup: Setup,
  utcMs: number,
  marks: readonly Mark[],
  open: StageSight,
  windows: readonly LampLight[],
): readonly DaylightAtMark[] {
  const spot = byId(production.spot, setup.spotId)
  const position = positionOf(byId(production.place, spot?.placeId) ?? { latitudeDeg: null, longitudeDeg: null })
  if (!spot || !position || !isSky(setup.daylight)) return []
  const { altitudeDeg, azimuthDeg } = sunPosition(utcMs, position.latitudeDeg, position.longitudeDeg)
  const of = daylight(setup.daylight, altitudeDeg)
  const { bearingDeg } = sunOnPlan(azimuthDeg, altitudeDeg, spot.upBearingDeg)
  const sun = sunLamp(bearingDeg, altitudeDeg, of.sunLux * (spot.outdoors ? 1 : GLASS))
  const groundLux = of.skyLux + of.sunLux * Math.sin((Math.max(0, altitudeDeg) * Math.PI) / 180)
  const fromSun = sun && lampLight(open, sun)
  const cdM2 = windowCdM2(of.skyLux, groundLux)
  return marks.map((_, i): DaylightAtMark => {
    const beam = fromSun?.[i]
    const window = windows[i]!
    const sunLux = beam ? beam.straightLux + beam.clothLux + beam.returnedLux : 0
    // Half the sky, and of the ground what the sky lights; the sun's part of it is in what the ground sends back.
    const skyLux = spot.outdoors
      ? (of.skyLux * (1 + spot.floorPct / 100)) / 2
      : cdM2 * (window.straightLux + window.returnedLux)
    const known = Math.hypot(beam?.deviationLux ?? 0, spot.outdoors ? 0 : cdM2 * window.deviationLux)
    return {
      sunLux,
      sunK: of.sunK,
      skyLux,
      skyK: of.skyK,
      deviationLux: Math.hypot(known, of.share * (sunLux + skyLux)),
    }
  })
}
