import { alongNearestWall, alongWall, isInside, type PlanPoint, wallsOf } from '../geometry/index.ts'
import { spotPlan, type SpotPlan } from '../place/index.ts'
import { amperes, cablesFor, voltageDrop } from '../power/index.ts'
import { byId, type Fitting, type PlacedLamp, type Production, type Setup } from '../records/index.ts'
import { ofSetup } from './ofSetup.ts'

/** A lamp's way to its socket. */
export interface CableRun {
  readonly lamp: PlacedLamp
  /** Null where no socket of its circuit is on the plan of the spot: how far it is nobody knows. */
  readonly way: CableWay | null
}

export interface CableWay {
  readonly socket: Fitting
  /** Along walls and over the floor, up to the lamp and with something to spare. */
  readonly lengthM: number
  /** Of it away from walls, where people walk. */
  readonly acrossFloorM: number
  /** Doors that it passes. */
  readonly doors: readonly string[]
  readonly cables: readonly number[]
  /** What is lost on the way at full level, as a share of the mains. */
  readonly dropShare: number
}

/** What lies in loops at both ends. */
const SPARE_M = 1

interface OnWalls {
  /** From the first corner, all along the walls. */
  readonly alongM: number
  readonly awayM: number
}

function footOf(plan: SpotPlan, at: PlanPoint): OnWalls {
  const walls = wallsOf(plan.outline)
  const { wall, alongM } = alongNearestWall(plan.outline, 0, at)
  const foot = alongWall(walls[wall]!, alongM)
  const before = walls.slice(0, wall).reduce((sum, { lengthM }) => sum + lengthM, 0)
  return { alongM: before + alongM, awayM: Math.hypot(foot.xM - at.xM, foot.yM - at.yM) }
}

/** Doors along the walls between two places of them, going up from the one to the other. */
function doorsBetween(plan: SpotPlan, fromM: number, toM: number): string[] {
  const walls = wallsOf(plan.outline)
  const round = walls.reduce((sum, { lengthM }) => sum + lengthM, 0)
  return plan.fittings
    .filter((f) => f.type === 'door')
    .filter((door) => {
      const start = walls.slice(0, door.wall).reduce((sum, { lengthM }) => sum + lengthM, 0) + door.alongM
      const middle = start + door.widthM / 2
      return [middle, middle + round].some((m) => m > fromM && m < toM)
    })
    .map((door) => door.name || 'door')
}

/** The shorter way round the walls, but past a door only where it saves as much again. */
function alongWalls(plan: SpotPlan, a: OnWalls, b: OnWalls): { lengthM: number; doors: string[] } {
  const round = wallsOf(plan.outline).reduce((sum, { lengthM }) => sum + lengthM, 0)
  const [low, high] = a.alongM < b.alongM ? [a.alongM, b.alongM] : [b.alongM, a.alongM]
  const ways = [
    { lengthM: high - low, doors: doorsBetween(plan, low, high) },
    { lengthM: round - (high - low), doors: doorsBetween(plan, high, low + round) },
  ]
  const price = ({ lengthM, doors }: (typeof ways)[number]) => lengthM * (doors.length > 0 ? 2 : 1)
  return ways.sort((x, y) => price(x) - price(y))[0]!
}

function wayFrom(plan: SpotPlan, socket: Fitting, lamp: PlacedLamp, volts: number): CableWay {
  const straight = Math.hypot(socket.xM - lamp.xM, socket.yM - lamp.yM)
  const isAlong = !plan.spot.outdoors && isInside(plan.outline, lamp)
  const [from, to] = [footOf(plan, socket), footOf(plan, lamp)]
  const along = isAlong ? alongWalls(plan, from, to) : { lengthM: straight, doors: [] }
  // Straight over the floor where the walls are a long way round.
  const byWalls = along.lengthM + from.awayM + to.awayM
  const isOver = !isAlong || byWalls > 3 * straight
  const floorM = isOver ? straight : byWalls
  const lengthM = Math.round((floorM + lamp.heightM + SPARE_M) * 10) / 10
  return {
    socket,
    lengthM,
    acrossFloorM: isOver ? straight : to.awayM + from.awayM,
    doors: isOver ? [] : along.doors,
    cables: cablesFor(lengthM),
    dropShare: voltageDrop(lengthM, amperes(lamp.watts, volts), undefined) / volts,
  }
}

/** How each plugged lamp of a setup gets to the nearest socket of its circuit. An estimate for packing; a qualified person decides. */
export function cableRuns(production: Production, setup: Setup): CableRun[] {
  const spot = byId(production.spot, setup.spotId)
  if (!spot) return []
  const plan = spotPlan(production, spot)
  return ofSetup(production.lamp, setup).flatMap((lamp): CableRun[] => {
    if (lamp.circuitId === null || lamp.watts === 0) return []
    const ways = plan.fittings
      .filter((f) => f.type === 'socket' && f.circuitId === lamp.circuitId)
      .map((socket) => wayFrom(plan, socket, lamp, production.production.mainsVolts))
      .sort((a, b) => a.lengthM - b.lengthM)
    return [{ lamp, way: ways[0] ?? null }]
  })
}
