/** What the camera, the lamps and the crew stand in: the state that a change of shot has to change. */
export interface Position {
  readonly spotId: string
  readonly setupId: string
  readonly side: string
  readonly rig: string
}

/** Minutes that each kind of change takes. */
export interface ChangeCosts {
  readonly move: (fromSpotId: string, toSpotId: string) => number
  /** Minutes to have a setup standing, coming from another; nothing stands where there was none. */
  readonly relight: (fromSetupId: string, toSetupId: string) => number
  readonly turnMin: number
  readonly rigMin: number
  /** Some count the new setup in with the move; by default it is built on arrival. */
  readonly moveIncludesRelight?: boolean
}

/** Minutes of one change, by cause. */
export interface Changeover {
  readonly move: number
  readonly relight: number
  readonly turn: number
  readonly rig: number
}

export const NO_CHANGE: Changeover = { move: 0, relight: 0, turn: 0, rig: 0 }

/**
 * What it takes to go from one position to the next. Leaving a spot means everything is set again on
 * arrival, so turns and rig changes cost nothing on top of a move.
 * @param standsThere the setup that still stands at the spot that is gone to, from earlier in the day
 */
export function changeover(
  from: Position | null,
  to: Position,
  costs: ChangeCosts,
  standsThere: string | null = null,
): Changeover {
  if (from === null) return { ...NO_CHANGE, relight: costs.relight('', to.setupId) }
  const newSetup = from.setupId !== to.setupId
  // A shot that names no side is taken from wherever the camera stands.
  const turned = from.side !== '' && to.side !== '' && from.side !== to.side
  if (from.spotId !== to.spotId) {
    const isBuilt = costs.moveIncludesRelight || to.setupId === (standsThere ?? from.setupId)
    return {
      ...NO_CHANGE,
      move: costs.move(from.spotId, to.spotId),
      relight: isBuilt ? 0 : costs.relight(standsThere ?? from.setupId, to.setupId),
    }
  }
  return {
    move: 0,
    relight: newSetup ? costs.relight(from.setupId, to.setupId) : 0,
    turn: turned ? costs.turnMin : 0,
    rig: from.rig !== to.rig ? costs.rigMin : 0,
  }
}

/** Minutes of a changeover, all its parts added: move, relight, turn, rig. */
export const changeoverMinutes = (change: Changeover): number => change.move + change.relight + change.turn + change.rig
