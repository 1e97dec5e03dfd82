import type { Production, Setup } from '../records/index.ts'
import { gustAtWhichItTips } from '../rigging/index.ts'
import { inTheWind } from '../setup/index.ts'

/** What gusts a setup out of doors is planned for, and from which on what stands there comes down; null where nobody said. */
export function gustLine(production: Production, setup: Setup): string | null {
  if (setup.gustMs === null || production.spot[setup.spotId]?.outdoors !== true) return null
  const [first] = inTheWind(production, setup)
    .map(({ thing, stood }) => ({ name: thing.name, downMs: Math.floor(gustAtWhichItTips(stood)) }))
    .sort((a, b) => a.downMs - b.downMs)
  return `Setup ${setup.letter}: gusts of ${setup.gustMs} m/s are reckoned with${first ? `; ${first.name} comes down from ${first.downMs} m/s on, or when whoever holds it says so` : ''}.`
}
