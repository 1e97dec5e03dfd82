import { amperes, circuitLoad, generatorKva, type Placement, placeLoads } from '../power/index.ts'
import type { PlacedLamp, Production } from '../records/index.ts'

/** Lamps that are lit at once, on the circuits of a place; and the generator that would carry them all. */
export function placeOnCircuits(
  production: Production,
  lamps: readonly PlacedLamp[],
  placeId: string | undefined,
): Placement & { readonly kva: number } {
  const { mainsVolts, circuitHeadroomPct } = production.production
  const drawing = lamps.filter((lamp) => lamp.watts > 0 && lamp.levelPct > 0)
  const loads = drawing.map(({ id, circuitId, watts, levelPct }) => ({
    id,
    circuitId,
    amperes: amperes(watts, mainsVolts, levelPct / 100),
  }))
  const rooms = Object.values(production.circuit)
    .filter((circuit) => circuit.placeId === placeId)
    .map((circuit) => ({ id: circuit.id, leftA: circuitLoad(circuit, [], mainsVolts, circuitHeadroomPct).headroomA }))
  const totalA = loads.reduce((sum, load) => sum + load.amperes, 0)
  return { ...placeLoads(loads, rooms), kva: generatorKva(totalA, mainsVolts, circuitHeadroomPct) }
}
