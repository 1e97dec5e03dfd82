import { circuitLoad, type CircuitLoad } from '../power/index.ts'
import type { Circuit, Production, Spot } from '../records/index.ts'

/** What hangs on the circuit of a socket when the setup that draws most from it is lit. */
export interface SocketLoad {
  readonly fittingId: string
  readonly circuit: Circuit
  readonly load: CircuitLoad
  /** The setup, of all spots of the place, that draws most; null when none draws anything. */
  readonly setupId: string | null
}

type Carried = Pick<SocketLoad, 'load' | 'setupId'>

/**
 * The load behind every socket of a spot. Setups are lit one at a time, so the heaviest counts; whatever
 * else hangs on the circuit is there in any case. A plan, not a permission.
 */
export function socketLoads(production: Production, spot: Spot): SocketLoad[] {
  const { mainsVolts, circuitHeadroomPct } = production.production
  return Object.values(production.fitting)
    .filter((f) => f.spotId === spot.id && f.type === 'socket')
    .flatMap((socket): SocketLoad[] => {
      const circuit = socket.circuitId ? production.circuit[socket.circuitId] : undefined
      if (!circuit) return []
      const loads = Object.values(production.load).map((load) => ({ ...load, levelPct: 100 }))
      const lamps = [...Object.values(production.lamp), ...loads].filter((draw) => draw.circuitId === circuit.id)
      const bySetup = [...new Set(lamps.map((lamp) => lamp.setupId))].map((setupId): Carried => ({
        setupId,
        load: circuitLoad(
          circuit,
          lamps.filter((lamp) => lamp.setupId === setupId),
          mainsVolts,
          circuitHeadroomPct,
        ),
      }))
      const idle: Carried = { setupId: null, load: circuitLoad(circuit, [], mainsVolts, circuitHeadroomPct) }
      const heaviest = bySetup.reduce((a, b) => (b.load.totalA > a.load.totalA ? b : a), idle)
      return [{ fittingId: socket.id, circuit, ...heaviest }]
    })
}
