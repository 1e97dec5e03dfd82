import { cornersOf, extentOf, outlineFaults, type Vec } from '../geometry/index.ts'
import { type Facet, facet, panelFacet, roomFacets, type Stage, type WallRectangle } from '../litRoom/index.ts'
import { spotPlan, type SpotPlan } from '../place/index.ts'
import { byId, type Fitting, type Panel, type Production, type Setup } from '../records/index.ts'
import { ofSetup } from './ofSetup.ts'

/** What furniture and obstacles send back, as a share. */
const THING_REFLECTANCE = 0.3
/** Ground outdoors is taken into account so far around the spot, metres. */
const GROUND_M = 15

const face = (reflectance: number) => ({ reflectance, exitance: 0 })

/** A box that stands on the floor: its sides, and what is on top. */
function boxFacets(fitting: Fitting): Facet[] {
  const corners = cornersOf(fitting)
  const top = fitting.headM
  if (!(top > 0) || !(fitting.widthM > 0) || !(fitting.depthM > 0)) return []
  const at = (i: number, z: number): Vec => [corners[i % 4]!.xM, corners[i % 4]!.yM, z]
  const matt = face(THING_REFLECTANCE)
  const name = fitting.name || fitting.type
  const sides = [0, 1, 2, 3].map((i) => [at(i, 0), at(i, top), at(i + 1, top), at(i + 1, 0)])
  return [...sides, [at(0, top), at(1, top), at(2, top), at(3, top)]].map((polygon) => facet(polygon, matt, matt, name))
}

/** The part of a wall that a thing on it takes up, cut to the wall; null where nothing of it is on there. */
function holeOf(plan: SpotPlan, window: SpotPlan['windows'][number]): WallRectangle | null {
  const [a, b] = [plan.outline[window.wall], plan.outline[(window.wall + 1) % plan.outline.length]]
  if (!a || !b) return null
  const lengthM = Math.hypot(b.xM - a.xM, b.yM - a.yM)
  const hole = {
    wall: window.wall,
    fromM: Math.max(0, window.alongM),
    toM: Math.min(lengthM, window.alongM + window.widthM),
    bottomM: Math.max(0, window.sillM),
    topM: Math.min(plan.spot.heightM, window.headM),
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

/**
 * Walls, floor and ceiling of a spot; null where its outline is no room.
 * @param windowCdM2 how bright its windows are; null leaves them as holes
 */
function wallsOf(plan: SpotPlan, windowCdM2: number | null): Facet[] | null {
  const { spot, outline } = plan
  if (outlineFaults(outline).length > 0) return null
  const walls = outline.map(() => spot.wallPct / 100)
  const reflectance = { floor: spot.floorPct / 100, ceiling: spot.ceilingPct / 100, walls }
  const holes = plan.windows.flatMap((window) => holeOf(plan, window) ?? [])
  const room = { outlineM: outline.map((p) => [p.xM, p.yM] as const), heightM: spot.heightM, reflectance }
  if (windowCdM2 === null) return roomFacets(room, holes, [])
  const shining = holes.map((hole) => ({ ...hole, luminanceCdM2: windowCdM2, reflectance: GLASS_REFLECTANCE }))
  return roomFacets(room, [], shining)
}

/** A setup as light finds it. */
export interface SetupStage extends Stage {
  /** The walls of its spot cross or lack something: light is followed as if there were none. */
  readonly withoutWalls: boolean
}

/**
 * What stands in a setup, as light finds it: the walls of its spot as scouted, with windows as holes and doors shut,
 * furniture, and what was put up. Outdoors there is the ground and what stands about.
 * @param windowCdM2 how bright the windows are by the sky behind them; null leaves them open to what stands outside
 */
export function stageOfSetup(production: Production, setup: Setup, windowCdM2: number | null = null): SetupStage {
  const spot = byId(production.spot, setup.spotId)
  const plan = spot && spotPlan(production, spot)
  const walls = !plan ? null : spot.outdoors ? [groundOf(plan)] : wallsOf(plan, windowCdM2)
  const things = plan?.fittings.filter((f) => f.type === 'furniture' || f.type === 'obstacle') ?? []
  const facets = [...(walls ?? []), ...things.flatMap(boxFacets)]
  const cloths: { facet: number; transmission: number }[] = []
  for (const panel of ofSetup(production.panel, setup)) {
    if (panel.type === 'cloth') cloths.push({ facet: facets.length, transmission: 2 ** -panel.lossStops })
    facets.push(facetOfPanel(panel))
  }
  return { facets, cloths, withoutWalls: walls === null }
}

const facetOfPanel = (panel: Panel): Facet =>
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
