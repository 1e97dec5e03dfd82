import { freePlace } from '../geometry/index.ts'
import { outlineOfSpot, standsThere } from '../place/index.ts'
import { asId, type Production, removeRecord, type Setup, tryChanges, updateRecord } from '../records/index.ts'
import { lampsOfSetup, liesWithin, misplaced, ofSetup, standingOf, STANDS_M } from '../setup/index.ts'
import { lengthText } from '../text/index.ts'
import type { Finding, Fix } from './finding.ts'

/** Does a lamp stand in a wall, in furniture or on a face, or a mark outside of its room? The rest is reckoned all the same. */
export function checkMisplaced(production: Production): Finding[] {
  return Object.values(production.setup).flatMap((setup) =>
    misplaced(production, setup).map(({ kind, id, name, says }): Finding => ({
      check: 'light.cannot-stand-there',
      severity: 'watch',
      stage: 'light',
      rule: null,
      about: { kind, id },
      says: `${name} of setup ${setup.letter} ${says}: what is said of its light holds for no real place.`,
      evidence: [{ label: name, value: says, unit: '', from: `plan of setup ${setup.letter}` }],
      fixes: [...moved(production, setup, kind, id, name), ...(kind === 'lamp' ? [{ says: `Take out ${name}`, changes: [removeRecord('lamp', asId(id))] }] : [])], // prettier-ignore
    })),
  )
}

const BELOW_CEILING_M = 0.2

/** The nearest place of the room where it can be, free of all else. */
function moved(production: Production, setup: Setup, kind: 'lamp' | 'mark', id: string, name: string): Fix[] {
  const spot = production.spot[setup.spotId]
  const record = kind === 'lamp' ? production.lamp[id] : production.mark[id]
  if (!spot || !record || spot.outdoors) return []
  const others = [...ofSetup(production.lamp, setup), ...ofSetup(production.mark, setup)].filter((one) => one.id !== id)
  const corners = Object.values(production.fitting).flatMap((f) => (f.spotId === spot.id && standsThere(f) ? [f] : [])) // prettier-ignore
  const outline = outlineOfSpot(spot)
  const heightM = Math.min(record.heightM, spot.heightM - BELOW_CEILING_M)
  const at = freePlace(record, [...others, ...corners, ...outline], outline)
  const fields = { ...at, heightM }
  const changes = [kind === 'lamp' ? updateRecord('lamp', asId(id), fields) : updateRecord('mark', asId(id), fields)]
  if (misplaced(tryChanges(production, changes), setup).some((one) => one.id === id)) return []
  return [{ says: `Move ${name} to where it can stand`, changes }]
}

/** Does a stand reach as high as a lamp is to be? Outside a window the ground may lie far below the floor. */
export function checkReach(production: Production): Finding[] {
  const units = production.production.units
  return Object.values(production.setup).flatMap((setup) =>
    lampsOfSetup(production, setup.id).flatMap((lamp): Finding[] => {
      if (lamp.role === 'practical') return []
      const { heightM, outside } = standingOf(production, setup, lamp)
      const isIn = outside === null && !production.spot[setup.spotId]?.outdoors
      // Under a ceiling it may hang.
      if (heightM <= STANDS_M.usual || isIn) return []
      const beyond = heightM > STANDS_M.windUp
      return [
        {
          check: 'light.stand-too-short',
          severity: beyond ? 'stop' : 'watch',
          stage: 'light',
          rule: null,
          about: { kind: 'lamp', id: lamp.id },
          says: `${lamp.name} of setup ${setup.letter} is to be ${lengthText(heightM, units)} above ${outside ? `the ground outside ${outside.name || 'the window'}` : 'the ground'}: ${beyond ? 'no stand goes so high; it takes a tower or a lift, and people who are qualified for it' : 'a wind-up stand, weighted, and two people'}. The maker’s limits and local rules decide.`,
          evidence: [
            { label: 'above the floor', value: lamp.heightM, unit: 'm', from: 'plan' },
            ...(outside ? [{ label: 'ground below the floor', value: outside.groundBelowM, unit: 'm', from: outside.name || 'the window' }] : []), // prettier-ignore
          ],
          fixes: [],
        },
      ]
    }),
  )
}

/** Does a roof window lie within the walls? */
export function checkRoofWindows(production: Production): Finding[] {
  return Object.values(production.fitting).flatMap((fitting): Finding[] => {
    const spot = production.spot[fitting.spotId]
    if (fitting.type !== 'roof window' || !spot || liesWithin(fitting, outlineOfSpot(spot))) return []
    return [
      {
        check: 'scout.roof-window-outside',
        severity: 'watch',
        stage: 'scout',
        rule: null,
        about: { kind: 'spot', id: spot.id },
        says: `${fitting.name || 'A roof window'} of ${spot.name} does not lie within its walls: no light is reckoned by it.`,
        evidence: [{ label: fitting.name || 'roof window', value: `${fitting.xM}, ${fitting.yM}`, unit: 'm', from: 'its middle on the plan' }], // prettier-ignore
        fixes: [],
      },
    ]
  })
}
