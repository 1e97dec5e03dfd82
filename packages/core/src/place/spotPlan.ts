import {
  alongWall,
  cornersOf,
  type Outline,
  type OutlineFault,
  outlineFaults,
  type PlanPoint,
  rectangle,
  wallsOf,
} from '../geometry/index.ts'
import type { Fitting, Production, Spot } from '../records/index.ts'
import {
  type Obstacle,
  type OnWall,
  type OnWallFault,
  onWallFaults,
  placedOnWall,
  type PlacedOnWall,
  type PlanSun,
  type SunAtPoint,
  type RoofOpening,
  sunInRoom,
  sunOutdoors,
  sunThroughRoof,
} from '../room/index.ts'

const ON_WALLS: readonly Fitting['type'][] = ['window', 'door', 'mirror', 'glass']

/** Whether a thing is on a wall rather than free in the room. */
export const isOnWall = (fitting: Pick<Fitting, 'type'>): boolean => ON_WALLS.includes(fitting.type)

/** A spot drawn to scale: its walls, what is on them and what stands in it. */
export interface SpotPlan {
  readonly spot: Spot
  readonly outline: Outline
  readonly fittings: readonly Fitting[]
  readonly onWalls: readonly PlacedOnWall[]
  /** Where the sun can come in. */
  readonly windows: readonly PlacedOnWall[]
  /** What shows a camera something: mirrors, and glass that is not a window. */
  readonly mirrors: readonly PlacedOnWall[]
  readonly obstacles: readonly Obstacle[]
  /** Where it can come in from above. */
  readonly roofs: readonly RoofOpening[]
  readonly faults: readonly (OutlineFault | OnWallFault)[]
}

/** Walls of a spot: as drawn, else the four of its width and depth. */
export const outlineOfSpot = (spot: Spot): Outline =>
  spot.outline.length >= 3
    ? spot.outline.map(([xM, yM]) => ({ xM, yM }))
    : rectangle(Math.max(0.1, spot.widthM), Math.max(0.1, spot.depthM))

/** A spot with everything on its plan, and what does not fit. */
export function spotPlan(production: Production, spot: Spot): SpotPlan {
  const outline = outlineOfSpot(spot)
  const fittings = Object.values(production.fitting)
    .filter((fitting) => fitting.spotId === spot.id)
    .sort((a, b) => (a.id < b.id ? -1 : 1))
  const things = fittings.filter(isOnWall).map((f): OnWall & { type: Fitting['type'] } => ({
    id: f.id,
    name: f.name || f.type,
    type: f.type,
    wall: f.wall,
    alongM: f.alongM,
    widthM: f.widthM,
    sillM: f.sillM,
    headM: f.headM,
  }))
  const placed = (types: readonly Fitting['type'][]) =>
    things.filter((t) => types.includes(t.type)).flatMap((t) => placedOnWall(outline, t) ?? [])
  return {
    spot,
    outline,
    fittings,
    onWalls: placed(ON_WALLS),
    windows: placed(['window']),
    mirrors: placed(['mirror', 'glass']),
    obstacles: fittings
      .filter((f) => f.type === 'obstacle' || f.type === 'inner wall')
      .map((f) => ({ id: f.id, name: f.name || f.type, corners: cornersOf(f), heightM: f.headM })),
    roofs: spot.outdoors
      ? []
      : fittings.filter((f) => f.type === 'roof window').map((f) => ({ id: f.id, corners: cornersOf(f) })),
    faults: [...outlineFaults(outline), ...onWallFaults(outline, spot.outdoors ? Infinity : spot.heightM, things)],
  }
}

/** Whether the sun reaches a point of a spot: in a room by its windows, and everywhere past what stands about. */
export function sunAt(plan: SpotPlan, point: PlanPoint, heightM: number, sun: PlanSun): SunAtPoint {
  const past = sunOutdoors(plan.obstacles, point, heightM, sun)
  if (plan.spot.outdoors || !past.lit) return past
  const roof = sunThroughRoof(plan.outline, plan.spot.heightM, plan.roofs, point, heightM, sun)
  return roof ? { lit: true, through: roof } : sunInRoom(plan.outline, plan.windows, point, heightM, sun)
}

/** Whether a thing of a spot stands on its floor, in the way of light and stands. */
export const standsThere = ({ type }: Pick<Fitting, 'type'>): boolean =>
  type === 'furniture' || type === 'obstacle' || type === 'inner wall'

/** What is said of a fault of a room, and where on the plan it is. */
export function sayFault(plan: SpotPlan, fault: OutlineFault | OnWallFault): { says: string; at: PlanPoint | null } {
  const walls = wallsOf(plan.outline)
  const wallName = (i: number) => `wall ${i + 1}`
  const thing = 'id' in fault ? plan.fittings.find((f) => f.id === fault.id) : undefined
  const name = thing ? thing.name || thing.type : ''
  const onWall = () => {
    const wall = walls[thing?.wall ?? 0]
    return wall ? alongWall(wall, Math.min(wall.lengthM, Math.max(0, thing?.alongM ?? 0))) : null
  }
  const metres = (m: number) => `${m.toFixed(2)} m`
  switch (fault.code) {
    case 'too-few-corners':
      return { says: `A room has at least three corners; this one has ${fault.corners}.`, at: null }
    case 'no-length':
      return {
        says: `${wallName(fault.wall)} has no length: two corners lie on one another.`,
        at: walls[fault.wall]!.from,
      }
    case 'walls-cross':
      return {
        says: `${wallName(fault.walls[0])} and ${wallName(fault.walls[1])} cross, ${metres(fault.at.xM)} across and ${metres(fault.at.yM)} down.`,
        at: fault.at,
      }
    case 'walls-overlap':
      return {
        says: `${wallName(fault.walls[0])} and ${wallName(fault.walls[1])} lie on one another, ${metres(fault.at.xM)} across and ${metres(fault.at.yM)} down.`,
        at: fault.at,
      }
    case 'no-such-wall':
      return { says: `${name} is on wall ${fault.wall + 1}; there are ${fault.walls}.`, at: null }
    case 'beyond-wall':
      return {
        says: `${name} reaches ${metres(fault.overM)} past ${wallName(thing!.wall)}, which is ${metres(fault.wallM)} long.`,
        at: onWall(),
      }
    case 'higher-than-room':
      return {
        says: `${name} reaches ${metres(fault.headM)} high; the ceiling is at ${metres(fault.ceilingM)}.`,
        at: onWall(),
      }
    case 'no-height':
      return { says: `${name} has its head under its sill.`, at: onWall() }
  }
}
