export interface CircuitLoad {
  readonly lampA: number
  readonly otherA: number
  readonly totalA: number
  /** What the house rule allows on this circuit. */
  readonly allowedA: number
  /** Above 0: room left. Below 0: over the rule. */
  readonly headroomA: number
}

/** Lamp drivers draw a little more current than their watts say. @source usual power factor of driven LED lamps */
const POWER_FACTOR = 0.95

/** Amperes drawn by a load; a dimmed lamp draws in proportion to its level. */
export const amperes = (watts: number, volts: number, level = 1): number => (watts * level) / (volts * POWER_FACTOR)

/**
 * Load of one circuit against the share of its rating the production allows itself. A plan, not a
 * permission: the fuse, the cable and a qualified person decide.
 */
export function circuitLoad(
  circuit: { ratingA: number; otherLoadW: number },
  lamps: readonly { watts: number; levelPct: number }[],
  volts: number,
  headroomPct: number,
): CircuitLoad {
  const lampA = lamps.reduce((sum, lamp) => sum + amperes(lamp.watts, volts, lamp.levelPct / 100), 0)
  const otherA = circuit.otherLoadW / volts
  const totalA = lampA + otherA
  const allowedA = (circuit.ratingA * headroomPct) / 100
  return { lampA, otherA, totalA, allowedA, headroomA: allowedA - totalA }
}
