import { amperes, circuitLoad, generatorKva, type Placement, placeLoads } from '../power/index.ts'
import { asId, type PlainChange, type Production, updateRecord } from '../records/index.ts'
import type { Draw } from './draws.ts'

/** What is plugged in at once, on the circuits of a place; and the generator that would carry it all. */
export function placeOnCircuits(
  production: Production,
  draws: readonly Draw[],
  placeId: string | undefined,
): Placement & { readonly kva: number } {
  const { mainsVolts, circuitHeadroomPct } = production.production
  const drawing = draws.filter((draw) => draw.watts > 0 && draw.levelPct > 0)
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

/** Those of some things that are plugged in elsewhere than was found for them, and the changes that put them there. */
export function replugged(
  draws: readonly Draw[],
  to: ReadonlyMap<string, string>,
): { readonly moved: readonly Draw[]; readonly changes: readonly PlainChange[] } {
  // prettier-ignore
  const moved = draws.filter((draw) => to.has(draw.id) && to.get(draw.id) !== draw.circuitId)
  const circuitOf = (draw: Draw) => ({ circuitId: asId<'circuit'>(to.get(draw.id)!) })
  return {
    moved,
    changes: moved.map((draw): PlainChange => draw.kind === 'lamp' ? updateRecord('lamp', asId(draw.id), circuitOf(draw)) : updateRecord('load', asId(draw.id), circuitOf(draw))), // prettier-ignore
  }
}
