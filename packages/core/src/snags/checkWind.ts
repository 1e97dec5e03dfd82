import { type Panel, type Production, removeRecord, updateRecord } from '../records/index.ts'
import { bagsNeeded, gustAtWhichItTips, overturning } from '../rigging/index.ts'
import { ofSetup } from '../setup/index.ts'
import { counted } from '../text/index.ts'
import type { Finding } from './finding.ts'

/** More than this no stand is loaded with: it comes down, or goes on a rig that a qualified person builds. */
const MOST_BAGS = 8

/** What stands out of doors in the gusts that are expected: is it held? Never said to be safe. */
export function checkWind(production: Production): Finding[] {
  return Object.values(production.setup).flatMap((setup) => {
    if (!production.spot[setup.spotId]?.outdoors || setup.gustMs === null) return []
    const gustMs = setup.gustMs
    return ofSetup(production.panel, setup).flatMap((panel) => tips(setup.letter, panel, gustMs) ?? [])
  })
}

function tips(letter: string, panel: Panel, gustMs: number): Finding | null {
  const stood = { areaM2: panel.widthM * panel.tallM, heightM: panel.heightM, bags: panel.bags }
  const { forceN, momentNm, holdsNm } = overturning(stood, gustMs)
  if (momentNm <= holdsNm) return null
  const needed = bagsNeeded(stood, gustMs)
  const down = Math.floor(gustAtWhichItTips(stood))
  return {
    check: 'light.wind-tips',
    severity: 'stop',
    stage: 'light',
    rule: null,
    about: { kind: 'panel', id: panel.id },
    says: `${panel.name} of setup ${letter} tips in gusts of ${gustMs} m/s: ${panel.bags === 0 ? 'no bags hold' : `${counted(panel.bags, 'bag')} hold`} it only to ${down} m/s${needed > MOST_BAGS ? ', and no stand takes what it would need' : ''}. Its maker’s limits, local rules and a qualified person decide; a person holds it, and it comes down when they say so.`,
    evidence: [
      { label: 'wind on it', value: forceN, unit: 'N', from: `${gustMs} m/s, drag 1.2, air 1.225 kg/m³` },
      { label: 'turns it over with', value: momentNm, unit: 'Nm', from: `its middle ${panel.heightM} m up` },
      { label: 'held with', value: holdsNm, unit: 'Nm', from: `a stand of 14 kg and ${counted(panel.bags, 'bag')} of 11 kg, halved for safety` }, // prettier-ignore
    ],
    fixes: [
      ...(needed <= MOST_BAGS
        ? [{ says: `${counted(needed, 'bag')} on ${panel.name}`, changes: [updateRecord('panel', panel.id, { bags: needed })] }] // prettier-ignore
        : []),
      { says: `Take down ${panel.name}`, changes: [removeRecord('panel', panel.id)] },
    ],
  }
}
