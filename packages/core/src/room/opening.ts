import { alongWall, type Outline, type PlanPoint, type Wall, wallsOf } from '../geometry/index.ts'

/** A window, door, mirror or pane on a wall: from its first corner so far along, between two heights. */
export interface OnWall {
  readonly id: string
  readonly name: string
  readonly wall: number
  readonly alongM: number
  readonly widthM: number
  readonly sillM: number
  readonly headM: number
}

export interface PlacedOnWall extends OnWall {
  readonly from: PlanPoint
  readonly to: PlanPoint
  /** The way out through it, degrees clockwise from the top of the plan. */
  readonly outwardDeg: number
}

export type OnWallFault =
  | { readonly code: 'no-such-wall'; readonly id: string; readonly wall: number; readonly walls: number }
  | { readonly code: 'beyond-wall'; readonly id: string; readonly overM: number; readonly wallM: number }
  | { readonly code: 'higher-than-room'; readonly id: string; readonly headM: number; readonly ceilingM: number }
  | { readonly code: 'no-height'; readonly id: string }

/** What does not fit its wall: one that is not there, past its end, above the ceiling, head under sill. */
export function onWallFaults(outline: Outline, ceilingM: number, things: readonly OnWall[]): OnWallFault[] {
  const walls = wallsOf(outline)
  return things.flatMap((thing): OnWallFault[] => {
    const wall = walls[thing.wall]
    if (!wall) return [{ code: 'no-such-wall', id: thing.id, wall: thing.wall, walls: walls.length }]
    const over = Math.max(-thing.alongM, thing.alongM + thing.widthM - wall.lengthM)
    return [
      ...(over > 1e-6 ? [{ code: 'beyond-wall', id: thing.id, overM: over, wallM: wall.lengthM } as const] : []),
      ...(thing.headM > ceilingM + 1e-6
        ? [{ code: 'higher-than-room', id: thing.id, headM: thing.headM, ceilingM } as const]
        : []),
      ...(thing.headM <= thing.sillM ? [{ code: 'no-height', id: thing.id } as const] : []),
    ]
  })
}

/** Where on the plan a thing on a wall is; null while its wall is not there. */
export function placedOnWall(outline: Outline, thing: OnWall): PlacedOnWall | null {
  const wall = wallsOf(outline)[thing.wall]
  if (!wall) return null
  return {
    ...thing,
    from: alongWall(wall, thing.alongM),
    to: alongWall(wall, thing.alongM + thing.widthM),
    outwardDeg: outwardDeg(outline, wall),
  }
}

/** The bearing out of the room at right angles to a wall, degrees clockwise from the top of the plan. */
export function outwardDeg(outline: Outline, wall: Wall): number {
  const twice = wallsOf(outline).reduce((sum, { from, to }) => sum + from.xM * to.yM - to.xM * from.yM, 0)
  const dx = wall.to.xM - wall.from.xM,
    dy = wall.to.yM - wall.from.yM
  // Clockwise as seen (y runs down) has the room on the right of each wall, so out is to its left.
  const [nx, ny] = twice > 0 ? [dy, -dx] : [-dy, dx]
  return ((Math.atan2(nx, -ny) * 180) / Math.PI + 360) % 360
}
