import { byId, type Production, type Setup } from '../records/index.ts'
import { gustAtWhichItTips } from '../rigging/index.ts'
import { ofSetup, windAreaM2 } from '../setup/index.ts'

/** Lower than this a lamp's stand is taken to hold it. */
const HIGH_M = 2

/** What gusts a setup out of doors is planned for, and from which on what stands there comes down; null where nobody said. */
export function gustLine(production: Production, setup: Setup): string | null {
  if (setup.gustMs === null || byId(production.spot, setup.spotId)?.outdoors !== true) return null
  const panels = ofSetup(production.panel, setup).map(({ name, widthM, tallM, heightM, bags }) => ({ name, stood: { areaM2: widthM * tallM, heightM, bags } })) // prettier-ignore
  const lamps = ofSetup(production.lamp, setup)
    .filter((lamp) => lamp.heightM > HIGH_M && lamp.role !== 'practical')
    .map((lamp) => ({ name: lamp.name, stood: { areaM2: windAreaM2(lamp), heightM: lamp.heightM, bags: lamp.bags } }))
  const first = [...panels, ...lamps].map(({ name, stood }) => ({ name, downMs: Math.floor(gustAtWhichItTips(stood)) })).sort((a, b) => a.downMs - b.downMs)[0] // prettier-ignore
  return `Setup ${setup.letter}: gusts of ${setup.gustMs} m/s are reckoned with${first ? `; ${first.name} comes down from ${first.downMs} m/s on, or when whoever holds it says so` : ''}.`
}
