import { allRows, dayPlans } from '../day/index.ts'
import { batteryMinutes } from '../power/index.ts'
import type { PlacedLamp, Production, Setup } from '../records/index.ts'
import { lampsOfSetup } from './readSetup.ts'

/** A lamp that runs on batteries, and for how long it is wanted. */
export interface OnBattery {
  readonly lamp: PlacedLamp
  /** At the level that it is set to, minutes. */
  readonly lastsMin: number
  /** Of the day on which the setup stands longest, from its first shot to the end of its last; null where it is in no order. */
  readonly wantedMin: number | null
}

/** How long a setup is lit on each day: its own rows, and what stands between them. */
function litMinutes(production: Production, setup: Setup): number | null {
  const spans = dayPlans(production).flatMap((plan) => {
    const own = allRows(plan).filter((row) => row.kind === 'shots' && row.setupId === setup.id)
    return own.length > 0 ? [own.reduce((sum, row) => sum + row.endMin - row.startMin, 0)] : []
  })
  return spans.length > 0 ? Math.max(...spans) : null
}

/** Lamps of a setup on no circuit that have batteries of their own. */
export function onBatteries(production: Production, setup: Setup): OnBattery[] {
  const lamps = lampsOfSetup(production, setup.id).filter((lamp) => lamp.circuitId === null && lamp.batteryWh !== null)
  if (lamps.length === 0) return []
  const wantedMin = litMinutes(production, setup)
  return lamps.map((lamp) => ({ lamp, lastsMin: batteryMinutes(lamp.batteryWh!, lamp.watts, lamp.levelPct / 100), wantedMin })) // prettier-ignore
}
