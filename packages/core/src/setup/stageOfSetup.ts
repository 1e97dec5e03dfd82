import { cornersOf, extentOf, isInside, type Outline, outlineFaults, type Vec } from '../geometry/index.ts'
import {
  type Facet,
  facet,
  type Mirror,
  panelFacet,
  roomFacets,
  type Stage,
  wallFacet,
  type WallRectangle,
} from '../litRoom/index.ts'
import { spotPlan, type SpotPlan, standsThere } from '../place/index.ts'
import { byId, type Fitting, type Mark, type Panel, type Production, type Setup } from '../records/index.ts'
import { keptUpTo } from './keptUpTo.ts'
import { ofSetup } from './ofSetup.ts'
import { isPerson } from './receivers.ts'

/** What furniture and obstacles send back, as a share. */
const THING_REFLECTANCE = 0.3
/** Skin and clothes of people. */
const BODY_REFLECTANCE = 0.3
/** Ground outdoors is taken into account so far around the spot, metres. */
const GROUND_M = 15

const face = (reflectance: number) => ({ reflectance, exitance: 0 })

interface Box {
  readonly corners: readonly { readonly xM: number; readonly yM: number }[]
  readonly fromM: number
  readonly toM: number
}

/** The sides of a box, and what is on top. */
function boxFacets({ corners, fromM, toM }: Box, reflectance: number, name: string): Facet[] {
  const at = (i: number, z: number): Vec => [corners[i % 4]!.xM, corners[i % 4]!.yM, z]
  const matt = face(reflectance)
  const sides = [0, 1, 2, 3].map((i) => [at(i, fromM), at(i, toM), at(i + 1, toM), at(i + 1, fromM)])
  return [...sides, [at(0, toM), at(1, toM), at(2, toM), at(3, toM)]].map((polygon) => facet(polygon, matt, matt, name))
}

/** Furniture, inner walls and what else stands on the floor. */
function thingFacets(fitting: Fitting, wallPct: number): Facet[] {
  if (!(fitting.headM > 0) || !(fitting.widthM > 0) || !(fitting.depthM > 0)) return []
  return boxFacets({ corners: cornersOf(fitting), fromM: 0, toM: fitting.headM }, fitting.type === 'inner wall' ? wallPct / 100 : THING_REFLECTANCE, fitting.name || fitting.type) // prettier-ignore
}

/** Somebody as two boxes, body and head; metres, of a grown person. */
const BODY = { widthM: 0.44, depthM: 0.24, belowFaceM: 0.2 }
const HEAD = { widthM: 0.17, depthM: 0.2, aboveFaceM: 0.12 }
/** Legs of somebody seated are before them, and low: the body begins on the chair. */
const SEAT_M = 0.45

function bodyFacets(mark: Mark): Facet[] {
  const box = ({ widthM, depthM }: { widthM: number; depthM: number }) =>
    cornersOf({ xM: mark.xM, yM: mark.yM, widthM, depthM, turnDeg: mark.facingDeg })
  const shoulders = mark.heightM - BODY.belowFaceM
  const from = mark.what === 'seated' ? Math.min(SEAT_M, shoulders - 0.3) : 0
  const body = shoulders > from ? boxFacets({ corners: box(BODY), fromM: Math.max(0, from), toM: shoulders }, BODY_REFLECTANCE, mark.name) : [] // prettier-ignore
  const head = { corners: box(HEAD), fromM: Math.max(0, shoulders), toM: mark.heightM + HEAD.aboveFaceM }
  return [...body, ...boxFacets(head, BODY_REFLECTANCE, mark.name)]
}

/** Whether all of a thing is within some walls. */
export const liesWithin = (f: Fitting, outline: Outline): boolean => cornersOf(f).every((corner) => isInside(outline, corner)) // prettier-ignore

type OnWall = SpotPlan['onWalls'][number]

/** The part of a wall that a thing on it takes up, cut to the wall; null where nothing of it is on there. */
function holeOf(plan: SpotPlan, on: OnWall, openPct = 100): WallRectangle | null {
  const [a, b] = [plan.outline[on.wall], plan.outline[(on.wall + 1) % plan.outline.length]]
  if (!a || !b) return null
  const lengthM = Math.hypot(b.xM - a.xM, b.yM - a.yM)
  const hole = {
    wall: on.wall,
    fromM: Math.max(0, on.alongM),
    toM: Math.min(lengthM, on.alongM + (on.widthM * openPct) / 100),
    bottomM: Math.max(0, on.sillM),
    topM: Math.min(plan.spot.heightM, on.headM),
  }
  return hole.toM > hole.fromM && hole.topM > hole.bottomM ? hole : null
}

/** The ground of a spot out of doors, and some way around it. */
function groundOf({ spot, outline }: SpotPlan): Facet {
  const { leftM, topM, widthM, depthM } = extentOf(outline)
  const [left, right] = [leftM - GROUND_M, leftM + widthM + GROUND_M]
  const [far, near] = [topM - GROUND_M, topM + depthM + GROUND_M]
  const corners: Vec[] = [[left, far, 0], [right, far, 0], [right, near, 0], [left, near, 0]] // prettier-ignore
  return facet(corners, face(spot.floorPct / 100), face(0), 'ground')
}

/** Windows send a little of the light back that falls on them from inside. */
const GLASS_REFLECTANCE = 0.1

/** How the windows of a room are taken. */
export interface Openings {
  /** As bright as the sky behind them makes them, cd/m²; null leaves them open, to what stands outside and to the sun. */
  readonly skyCdM2: number | null
  /** Where they are open: the height of the sun, degrees; what stands opposite a window may hide it. */
  readonly sunAltitudeDeg?: number
}

/**
 * Whether what hides a share of a window's sky hides the sun at a height: a long house opposite hides of an upright
 * window's sky the sine of the angle that it rises to.
 */
const isSunHidden = ({ hiddenPct }: Fitting, altitudeDeg: number | undefined): boolean =>
  altitudeDeg !== undefined && hiddenPct > 0 && Math.sin((altitudeDeg * Math.PI) / 180) < hiddenPct / 100

/** Share of an open sky's brightness that a window has. */
const brightnessOf = ({ hiddenPct, curtainStops }: Fitting): number => (1 - hiddenPct / 100) * 2 ** -curtainStops

/** A hole in walls or ceiling with the thing that makes it. */
interface Hole {
  readonly fitting: Fitting
  readonly isOpenAir: boolean
}
interface WallHole extends Hole {
  readonly hole: WallRectangle
}

function wallHoles(plan: SpotPlan): WallHole[] {
  const of = new Map(plan.fittings.map((fitting) => [fitting.id as string, fitting]))
  return plan.onWalls.flatMap((on): WallHole[] => {
    const fitting = of.get(on.id)!
    const isDoor = fitting.type === 'door'
    if (fitting.type !== 'window' && !(isDoor && fitting.openPct > 0)) return []
    const hole = holeOf(plan, on, isDoor ? fitting.openPct : 100)
    return hole ? [{ fitting, hole, isOpenAir: isDoor }] : []
  })
}

const cornersOfPlan = (plan: SpotPlan) => plan.outline.map((p) => [p.xM, p.yM] as const)

/** A wall's hole as a flat thing in it, its front inside. */
const inHole = (plan: SpotPlan, { hole, fitting }: WallHole, reflectance: number): Facet =>
  wallFacet(cornersOfPlan(plan), hole, face(reflectance), fitting.name || fitting.type)

/** Walls, floor and ceiling of a spot, with what hangs in its windows; null where its outline is no room. */
function wallsOf(plan: SpotPlan, { skyCdM2, sunAltitudeDeg }: Openings): Pick<Stage, 'facets' | 'cloths'> | null {
  const { spot, outline } = plan
  if (outlineFaults(outline).length > 0) return null
  const walls = outline.map((_, i) => (spot.wallsPct[i] ?? spot.wallPct) / 100)
  const reflectance = { floor: spot.floorPct / 100, ceiling: spot.ceilingPct / 100, walls }
  const roof = plan.fittings.filter((f) => f.type === 'roof window')
  const holes = wallHoles(plan)
  // One that does not lie wholly within the walls is no hole in this ceiling; a finding says so.
  const skylights = roof
    .filter((f) => liesWithin(f, outline))
    .map((f) => ({ corners: cornersOf(f).map((p) => [p.xM, p.yM] as const), fitting: f }))
  const room = { outlineM: cornersOfPlan(plan), heightM: spot.heightM, reflectance }
  if (skyCdM2 !== null) {
    const shining = holes.map(({ hole, fitting, isOpenAir }) => ({ ...hole, luminanceCdM2: skyCdM2 * brightnessOf(fitting) * (isOpenAir ? 1 / GLASS : 1), reflectance: isOpenAir ? 0 : GLASS_REFLECTANCE })) // prettier-ignore
    const above = skylights.map(({ corners, fitting }) => ({ corners, luminanceCdM2: skyCdM2 * ROOF_SKY * brightnessOf(fitting), reflectance: GLASS_REFLECTANCE })) // prettier-ignore
    return { facets: roomFacets(room, [], shining, { roof: above }), cloths: [] }
  }
  const open = holes.filter(({ fitting }) => !isSunHidden(fitting, sunAltitudeDeg))
  const shut = holes.filter(({ fitting }) => isSunHidden(fitting, sunAltitudeDeg))
  const facets = roomFacets(
    room,
    open.map(({ hole }) => hole),
    shut.map(({ hole }) => ({ ...hole, luminanceCdM2: 0, reflectance: GLASS_REFLECTANCE })),
    { roof: skylights.map(({ corners }) => ({ corners, luminanceCdM2: null, reflectance: 0 })) },
  )
  const cloths = open
    .filter(({ fitting, isOpenAir }) => fitting.curtainStops > 0 && !isOpenAir)
    .map((one, i) => ({ facet: facets.length + i, transmission: 2 ** -one.fitting.curtainStops, pane: inHole(plan, one, CURTAIN_REFLECTANCE) })) // prettier-ignore
  return {
    facets: [...facets, ...cloths.map(({ pane }) => pane)],
    cloths: cloths.map(({ facet: i, transmission }) => ({ facet: i, transmission })),
  }
}

/** What comes through the glass of a window. */
export const GLASS = 0.8
/** A roof window has sky all over where an upright one has half of it ground; its sky is brighter than the mean of both. */
const ROOF_SKY = 1.6
const CURTAIN_REFLECTANCE = 0.5

/** Of a mirror, and of a pane that is none. */
const MIRROR_REFLECTANCE = 0.9
const PANE_REFLECTANCE = 0.08

/** What on the walls of a spot sends lamps on as they are. */
function mirrorsOf(plan: SpotPlan): Mirror[] {
  if (outlineFaults(plan.outline).length > 0 || plan.spot.outdoors) return []
  const of = new Map(plan.fittings.map((fitting) => [fitting.id as string, fitting]))
  return plan.mirrors.flatMap((on): Mirror[] => {
    const hole = holeOf(plan, on)
    const fitting = of.get(on.id)!
    const reflectance = fitting.type === 'mirror' ? MIRROR_REFLECTANCE : PANE_REFLECTANCE
    return hole ? [{ facet: inHole(plan, { hole, fitting, isOpenAir: false }, 0), reflectance }] : []
  })
}

/** A setup as light finds it. */
export interface SetupStage extends Stage {
  /** The walls of its spot cross or lack something: light is followed as if there were none. */
  readonly withoutWalls: boolean
  /** Facets of the people at marks, by mark: nobody stands in their own light. */
  readonly bodies: ReadonlyMap<string, ReadonlySet<number>>
}

/**
 * What stands in a setup, as light finds it: the walls of its spot as scouted, with windows as holes and doors as far
 * open as was said, furniture, people at their marks, and what was put up. Outdoors there is the ground and what stands
 * about.
 */
export function stageOfSetup(production: Production, setup: Setup, openings: Openings = { skyCdM2: null }): SetupStage {
  const spot = byId(production.spot, setup.spotId)
  const plan = spot && spotPlan(production, spot)
  const walls = !plan ? null : spot.outdoors ? { facets: [groundOf(plan)], cloths: [] } : wallsOf(plan, openings)
  const things = plan?.fittings.filter(standsThere) ?? []
  const facets = [...(walls?.facets ?? []), ...things.flatMap((thing) => thingFacets(thing, spot!.wallPct))]
  const cloths = [...(walls?.cloths ?? [])]
  for (const panel of ofSetup(production.panel, setup)) {
    if (panel.type === 'cloth') cloths.push({ facet: facets.length, transmission: 2 ** -panel.lossStops })
    facets.push(facetOfPanel(panel))
  }
  const bodies = new Map<string, ReadonlySet<number>>()
  for (const mark of ofSetup(production.mark, setup).filter(isPerson)) {
    const body = bodyFacets(mark)
    bodies.set(mark.id, new Set(body.map((_, i) => facets.length + i)))
    facets.push(...body)
  }
  return { facets, cloths, mirrors: plan ? mirrorsOf(plan) : [], withoutWalls: walls === null, bodies }
}

/** What was put up, as a flat thing in space. */
export const facetOfPanel = (panel: Panel): Facet =>
  panelFacet({
    at: [panel.xM, panel.yM, panel.heightM],
    bearingDeg: panel.bearingDeg,
    tiltDeg: panel.tiltDeg,
    widthM: panel.widthM,
    heightM: panel.tallM,
    reflectance: panel.backPct / 100,
    exitance: 0,
    name: panel.name,
  })

let stagesSeen = 0
/** Stages by all that is in them: what was worked out is kept by a short name, and not by forty thousand letters. */
const stageNames = keptUpTo<string>(300)

/** What tells one stage from another, so that what was worked out for it is found again. */
export const keyOfStage = (stage: SetupStage): string =>
  stageNames(
    JSON.stringify([
      stage.cloths,
      stage.facets.map((f) => [f.corners, f.front.reflectance, f.back.reflectance, f.front.exitance]),
      stage.mirrors?.map(({ facet: f, reflectance }) => [f.corners, reflectance]),
    ]),
    () => `stage ${stagesSeen++}`,
  )
