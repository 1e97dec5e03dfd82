import { type Production, updateRecord } from '../records/index.ts'
import { AGREES_STOPS, furthestOff, isOff, metered, readCues } from '../setup/index.ts'
import { asName, exposureError, lux } from '../text/index.ts'
import type { Finding } from './finding.ts'

/** Is every shot still right after each cue that is worked in it? */
export function checkCues(production: Production): Finding[] {
  return Object.values(production.setup).flatMap((setup) =>
    readCues(production, setup).flatMap(({ cue, changes, shots }): Finding[] => {
      if (cue.meant || changes.length === 0) return []
      const off = shots.filter(isOff)
      const worst = off.sort((a, b) => Math.abs(furthestOff(b).errorStops) - Math.abs(furthestOff(a).errorStops))[0]
      if (!worst) return []
      const { mark, errorStops } = furthestOff(worst)
      return [
        {
          check: 'light.cue-off',
          severity: 'watch',
          stage: 'light',
          rule: null,
          about: { kind: 'setup', id: setup.id },
          says: `After “${asName(cue.name)}” in setup ${setup.letter} ${worst.shot.code} is ${exposureError(errorStops)} at ${asName(mark.name)}.`,
          evidence: changes.map(({ lamp, fromPct, toPct }) => ({ label: lamp.name, value: `${fromPct} to ${toPct} %`, unit: '', from: cue.name })), // prettier-ignore
          fixes: [{ says: 'It is meant', changes: [updateRecord('lightCue', cue.id, { meant: true })] }],
        },
      ]
    }),
  )
}

/** Does the plan say what the meter said? */
export function checkMetered(production: Production): Finding[] {
  return Object.values(production.setup).flatMap((setup) =>
    metered(production, setup).flatMap(({ reading, markName, lamp, predictedLux, offStops }): Finding[] => {
      if (offStops === null || Math.abs(offStops) < FAR_STOPS) return []
      const what = lamp ? `${lamp.name} alone` : 'all lamps'
      return [
        {
          check: 'light.meter-disagrees',
          severity: 'watch',
          stage: 'light',
          rule: null,
          about: { kind: 'setup', id: setup.id },
          says: `At ${asName(markName)} in setup ${setup.letter} the meter said ${lux(reading.lux)} of ${what}, the plan says ${lux(predictedLux!)}: ${Math.abs(offStops).toFixed(1)} stops ${offStops < 0 ? 'less' : 'more'} light than planned.`,
          evidence: [
            { label: 'meter', value: reading.lux, unit: 'lx', from: reading.note || markName },
            {
              label: 'plan',
              value: predictedLux!,
              unit: 'lx',
              from: `setup ${setup.letter}; within ${AGREES_STOPS} stops they agree`,
            },
          ],
          fixes: [],
        },
      ]
    }),
  )
}
const FAR_STOPS = 0.4
