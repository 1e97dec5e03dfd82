import { ARRIVES } from '../charging/index.ts'
import { circuitLoad, type CircuitLoad } from '../power/index.ts'
import { byId, type Production, type RecordOf } from '../records/index.ts'
import type { ChargeTonight } from './charge.ts'

/** A circuit with the chargers that are plugged into it, at the moment of the night at which they draw most. */
export interface NightCircuit {
  readonly circuit: RecordOf<'circuit'>
  readonly chargers: readonly string[]
  readonly drawW: number
  readonly load: CircuitLoad
}

/** What each circuit carries while a night's batteries charge, beside its other load, by the house rule. */
export function nightCircuits(
  production: Pick<Production, 'charger' | 'circuit' | 'production'>,
  { plan }: Pick<ChargeTonight, 'plan'>,
): readonly NightCircuit[] {
  const { mainsVolts, circuitHeadroomPct } = production.production
  const of = new Map<string, RecordOf<'charger'>[]>()
  for (const one of Object.values(production.charger))
    if (one.circuitId) of.set(one.circuitId, [...(of.get(one.circuitId) ?? []), one])
  return [...of].flatMap(([id, chargers]): NightCircuit[] => {
    const circuit = byId(production.circuit, id as RecordOf<'circuit'>['id'])
    if (!circuit) return []
    const wattsOf = new Map<string, number>(chargers.map((one) => [one.id, one.watts / ARRIVES]))
    const own = plan.charges.filter(({ chargerId }) => wattsOf.has(chargerId))
    const drawAt = (minute: number) => own.reduce((sum, { chargerId, startMin, endMin }) => (startMin <= minute && endMin > minute ? sum + wattsOf.get(chargerId)! : sum), 0) // prettier-ignore
    const drawW = Math.max(0, ...own.map(({ startMin }) => drawAt(startMin)))
    const load = circuitLoad(circuit, [{ watts: drawW, levelPct: 100 }], mainsVolts, circuitHeadroomPct)
    return [{ circuit, chargers: chargers.map(({ name }) => name).toSorted(), drawW, load }]
  })
}
