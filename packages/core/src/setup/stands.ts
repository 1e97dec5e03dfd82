import { alongWall, cornersOf, isInside, type PlanPoint, wallsOf } from '../geometry/index.ts'
import { outlineOfSpot, standsThere } from '../place/index.ts'
import { byId, type Fitting, type Panel, type PlacedLamp, type Production, type Setup } from '../records/index.ts'
import type { Stood } from '../rigging/index.ts'
import { ofSetup } from './ofSetup.ts'

/** Up to here a usual stand goes, a wind-up stand, and what is built by people who are qualified for it; metres. */
export const STANDS_M = { usual: 4, windUp: 6 } as const

/** How high above the ground that it stands on something is; outside a window the ground may lie below the floor. */
export interface Standing {
  readonly heightM: number
  /** The opening by whose ground this is known; null on the floor of the spot. */
  readonly outside: Fitting | null
}

const middleOf = (production: Production, setup: Setup, f: Fitting): PlanPoint | null => {
  const spot = byId(production.spot, setup.spotId)
  const wall = spot && wallsOf(outlineOfSpot(spot))[f.wall]
  return wall ? alongWall(wall, f.alongM + f.widthM / 2) : null
}

/** How high a lamp of a setup stands: outside the walls above the ground that was scouted under the nearest window or door. */
export function standingOf(
  production: Production,
  setup: Setup,
  lamp: PlanPoint & { readonly heightM: number },
): Standing {
  // prettier-ignore
  const spot = byId(production.spot, setup.spotId)
  if (!spot || spot.outdoors || isInside(outlineOfSpot(spot), lamp)) return { heightM: lamp.heightM, outside: null }
  const openings = Object.values(production.fitting)
    .filter((f) => f.spotId === spot.id && (f.type === 'window' || f.type === 'door'))
    .flatMap((f) => {
      const at = middleOf(production, setup, f)
      return at ? [{ f, awayM: Math.hypot(at.xM - lamp.xM, at.yM - lamp.yM) }] : []
    })
    .sort((a, b) => a.awayM - b.awayM)
  const outside = openings[0]?.f ?? null
  return { heightM: lamp.heightM + (outside?.groundBelowM ?? 0), outside }
}

/** Something of a setup that stands where it cannot. */
export interface Misplaced {
  readonly kind: 'lamp' | 'mark'
  readonly id: string
  readonly name: string
  readonly says: string
}

const IN_WALL_M = 0.05
const ON_IT_M = 0.15

const wallDistance = (outline: ReturnType<typeof outlineOfSpot>, at: PlanPoint): number =>
  Math.min(
    ...wallsOf(outline).map(({ from, to, lengthM }) => {
      const t = lengthM > 0 ? ((at.xM - from.xM) * (to.xM - from.xM) + (at.yM - from.yM) * (to.yM - from.yM)) / lengthM ** 2 : 0 // prettier-ignore
      const k = Math.min(1, Math.max(0, t))
      return Math.hypot(from.xM + (to.xM - from.xM) * k - at.xM, from.yM + (to.yM - from.yM) * k - at.yM)
    }),
  )

/** Lamps in walls and in furniture, above the ceiling, and on the very face they are to light; marks outside of their room. */
export function misplaced(production: Production, setup: Setup): Misplaced[] {
  const spot = byId(production.spot, setup.spotId)
  if (!spot) return []
  const outline = outlineOfSpot(spot)
  const things = Object.values(production.fitting).filter((f) => f.spotId === spot.id && standsThere(f))
  const marks = ofSetup(production.mark, setup)
  const lamps = ofSetup(production.lamp, setup).flatMap((lamp): Misplaced[] => {
    const say = (says: string): Misplaced[] => [{ kind: 'lamp', id: lamp.id, name: lamp.name, says }]
    const thing = things.find((f) => lamp.heightM < f.headM && isInside(cornersOf(f), lamp))
    const mark = marks.find((m) => Math.hypot(m.xM - lamp.xM, m.yM - lamp.yM, m.heightM - lamp.heightM) < ON_IT_M)
    if (mark) return say(`stands on ${mark.name}`)
    if (thing) return say(`stands in ${thing.name || thing.type}`)
    if (spot.outdoors) return []
    if (wallDistance(outline, lamp) < IN_WALL_M) return say('stands in a wall')
    return lamp.heightM >= spot.heightM && isInside(outline, lamp) ? say('is above the ceiling') : []
  })
  const outside = spot.outdoors ? [] : marks.filter((mark) => !isInside(outline, mark))
  return [
    ...lamps,
    ...outside.map((mark): Misplaced => ({ kind: 'mark', id: mark.id, name: mark.name, says: 'is outside of the walls' })), // prettier-ignore
  ]
}

/** Something of a setup that the wind can tip. */
export interface InTheWind {
  readonly kind: 'panel' | 'lamp'
  readonly thing: Panel | PlacedLamp
  readonly tallM: number
  readonly stood: Stood
}

/** Lower than this a lamp's stand is taken to hold it. */
const HIGH_M = 2
/** A usual housing, m². */
const HOUSING_M2 = 0.12
const HOUSING_M = 0.4

/** What the wind can tip in a setup out of doors: what was put up, and lamps that stand high; nothing within walls. */
export function inTheWind(production: Production, setup: Setup): InTheWind[] {
  if (byId(production.spot, setup.spotId)?.outdoors !== true) return []
  const panels = ofSetup(production.panel, setup).map((thing): InTheWind => ({
    kind: 'panel',
    thing,
    tallM: thing.tallM,
    stood: { areaM2: thing.widthM * thing.tallM, heightM: thing.heightM, bags: thing.bags },
  }))
  const lamps = ofSetup(production.lamp, setup).filter((lamp) => lamp.heightM > HIGH_M && lamp.role !== 'practical')
  return [
    ...panels,
    ...lamps.map((thing): InTheWind => ({
      kind: 'lamp',
      thing,
      tallM: Math.max(HOUSING_M, thing.faceTallM),
      stood: { areaM2: Math.max(HOUSING_M2, thing.faceWidthM * thing.faceTallM), heightM: thing.heightM, bags: thing.bags }, // prettier-ignore
    })),
  ]
}
