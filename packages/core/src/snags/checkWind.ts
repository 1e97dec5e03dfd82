import {
  byId,
  type Panel,
  type PlacedLamp,
  type Production,
  removeRecord,
  type Setup,
  updateRecord,
} from '../records/index.ts'
import { bagsNeeded, gustAtWhichItTips, overturning, reachOfFall } from '../rigging/index.ts'
import { type InTheWind, inTheWind, ofSetup } from '../setup/index.ts'
import { counted, lengthText } from '../text/index.ts'
import type { Finding } from './finding.ts'

/** More than this no stand is loaded with: it comes down, or goes on a rig that a qualified person builds. */
const MOST_BAGS = 8
/** What stands out of doors in the gusts that are expected: is it held? Never said to be safe. */
export function checkWind(production: Production): Finding[] {
  return Object.values(production.setup).flatMap((setup) => {
    const { gustMs } = setup
    if (gustMs === null) return []
    return inTheWind(production, setup).flatMap((standing) => tips(production, setup, standing, gustMs) ?? [])
  })
}

/** Who stands where something may fall: with the wind, where that is known, else all round. */
function underIt(production: Production, setup: Setup, { thing, tallM, stood }: InTheWind): string[] {
  const reach = reachOfFall(stood.heightM, tallM)
  const spot = byId(production.spot, setup.spotId)
  const people = [
    ...ofSetup(production.mark, setup).map((mark) => ({ name: mark.name, xM: mark.xM, yM: mark.yM })),
    ...ofSetup(production.cameraPosition, setup).map((position) => ({ name: `camera ${byId(production.camera, position.cameraId)?.letter ?? ''}`.trim(), xM: position.xM, yM: position.yM })), // prettier-ignore
  ]
  return people
    .filter(({ xM, yM }) => {
      const [dx, dy] = [xM - thing.xM, yM - thing.yM]
      if (Math.hypot(dx, dy) > reach) return false
      if (setup.gustFromDeg === null || !spot) return true
      // With the wind: away from where it comes from, turned onto the plan.
      const downwind = ((setup.gustFromDeg + 180 - spot.upBearingDeg) * Math.PI) / 180
      return dx * Math.sin(downwind) - dy * Math.cos(downwind) > 0
    })
    .map(({ name }) => name)
}

function tips(production: Production, setup: Setup, standing: InTheWind, gustMs: number): Finding | null {
  const { kind, thing, tallM, stood } = standing
  const { forceN, momentNm, holdsNm } = overturning(stood, gustMs)
  if (momentNm <= holdsNm) return null
  const needed = bagsNeeded(stood, gustMs)
  const down = Math.floor(gustAtWhichItTips(stood))
  const under = underIt(production, setup, standing)
  const reach = lengthText(reachOfFall(stood.heightM, tallM), production.production.units)
  return {
    check: 'light.wind-tips',
    severity: 'stop',
    stage: 'light',
    rule: null,
    about: { kind, id: thing.id },
    says: `${thing.name} of setup ${setup.letter} tips in gusts of ${gustMs} m/s: ${stood.bags === 0 ? 'no bags hold' : `${counted(stood.bags, 'bag')} hold`} it only to ${down} m/s${needed > MOST_BAGS ? ', and no stand takes what it would need' : ''}.${under.length > 0 ? ` It falls up to ${reach} far, and ${under.join(', ')} stand${under.length === 1 ? 's' : ''} there.` : ''} Its maker’s limits, local rules and a qualified person decide; a person holds it, and it comes down when they say so.`,
    evidence: [
      { label: 'wind on it', value: forceN, unit: 'N', from: `${gustMs} m/s, drag 1.2, air 1.225 kg/m³` },
      { label: 'turns it over with', value: momentNm, unit: 'Nm', from: `its middle ${stood.heightM} m up` },
      { label: 'held with', value: holdsNm, unit: 'Nm', from: `a stand of 14 kg and ${counted(stood.bags, 'bag')} of 11 kg, halved for safety` }, // prettier-ignore
    ],
    fixes: [
      ...(needed <= MOST_BAGS
        ? [{ says: `${counted(needed, 'bag')} on ${thing.name}`, changes: [kind === 'panel' ? updateRecord('panel', thing.id as Panel['id'], { bags: needed }) : updateRecord('lamp', thing.id as PlacedLamp['id'], { bags: needed })] }] // prettier-ignore
        : []),
      { says: `Take down ${thing.name}`, changes: [kind === 'panel' ? removeRecord('panel', thing.id as Panel['id']) : removeRecord('lamp', thing.id as PlacedLamp['id'])] }, // prettier-ignore
    ],
  }
}
