import type { Id, Production, Setup } from '../records/index.ts'
import { lampsOfSetup } from './readSetup.ts'

/** Something of a setup that draws current: a lamp, or what else is plugged in. */
export interface Draw {
  readonly kind: 'lamp' | 'load'
  readonly id: string
  readonly name: string
  /** As it is called in a sentence: a lamp by what it does. */
  readonly says: string
  readonly watts: number
  readonly levelPct: number
  readonly circuitId: Id<'circuit'> | null
}

/** Everything of a setup that draws current, lamps first. */
export function drawsOfSetup(production: Production, setup: Pick<Setup, 'id'>): Draw[] {
  const loads = Object.values(production.load).filter((load) => load.setupId === setup.id)
  return [
    ...lampsOfSetup(production, setup.id).map(({ id, name, role, watts, levelPct, circuitId }): Draw => ({ kind: 'lamp', id, name, says: `the ${role}`, watts, levelPct, circuitId })), // prettier-ignore
    ...loads.map(({ id, name, watts, circuitId }): Draw => ({
      kind: 'load',
      id,
      name,
      says: name,
      watts,
      levelPct: 100,
      circuitId,
    })),
  ]
}
