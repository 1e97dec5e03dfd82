import { usualMains } from '../place/index.ts'
import { circuitLoad } from '../power/index.ts'
import { asId, type PlacedLamp, type Production, updateRecord } from '../records/index.ts'
import { lampsOfSetup, placeOnCircuits } from '../setup/index.ts'
import type { Finding, Fix } from './finding.ts'

/** Do mains there run as the production reckons? Where its zone says what is usual. */
export function checkMains(production: Production): Finding[] {
  const { mainsHz, mainsVolts, id } = production.production
  return Object.values(production.place).flatMap((place): Finding[] => {
    const usual = usualMains(place)
    if (!usual || (usual.hz === mainsHz && Math.abs(usual.volts / mainsVolts - 1) < VOLTS_APART)) return []
    return [
      {
        check: 'scout.other-mains',
        severity: 'watch',
        stage: 'scout',
        rule: 'mainsHz',
        about: { kind: 'place', id: place.id },
        says: `Mains at ${place.name} are usually ${usual.volts} V at ${usual.hz} Hz; amperes and flicker are reckoned with ${mainsVolts} V at ${mainsHz} Hz. Ask who looks after the sockets.`,
        evidence: [
          { label: 'usual there', value: `${usual.volts} V, ${usual.hz} Hz`, unit: '', from: place.timeZone },
          { label: 'reckoned with', value: `${mainsVolts} V, ${mainsHz} Hz`, unit: '', from: 'house rules' },
        ],
        fixes: [
          {
            says: `Reckon with ${usual.volts} V at ${usual.hz} Hz`,
            changes: [updateRecord('production', id, { mainsHz: usual.hz, mainsVolts: usual.volts })],
          },
        ],
      },
    ]
  })
}
/** 220 and 230 V, 110 and 120 V are the same for what can be plugged in. */
const VOLTS_APART = 0.12

/** The lamps of a setup as words and changes, each on the circuit that was found for it. */
function replug(production: Production, lamps: readonly PlacedLamp[], to: ReadonlyMap<string, string>): Fix {
  const moved = lamps.filter((lamp) => to.has(lamp.id) && to.get(lamp.id) !== lamp.circuitId)
  const parts = moved.map((lamp) => `the ${lamp.role} into ${production.circuit[to.get(lamp.id)!]!.name}`)
  return {
    says: `Plug ${parts.join(', ')}`,
    changes: moved.map((lamp) => updateRecord('lamp', lamp.id, { circuitId: asId<'circuit'>(to.get(lamp.id)!) })),
  }
}

/** Does each setup keep each circuit under the house rule's share of its rating? */
export function checkCircuits(production: Production): Finding[] {
  const { mainsVolts, circuitHeadroomPct } = production.production
  return Object.values(production.setup).flatMap((setup) => {
    const lamps = lampsOfSetup(production, setup.id)
    const used = new Set(lamps.flatMap((lamp) => lamp.circuitId ?? []))
    return [...used].flatMap((circuitId) => {
      const circuit = production.circuit[circuitId]
      if (!circuit) return []
      const own = lamps.filter((lamp) => lamp.circuitId === circuitId)
      const load = circuitLoad(circuit, own, mainsVolts, circuitHeadroomPct)
      if (load.headroomA >= 0) return []
      const trips = load.totalA > circuit.ratingA
      const placed = placeOnCircuits(production, lamps, circuit.placeId)
      return [
        {
          check: 'power.circuit-over-headroom',
          severity: trips ? 'stop' : 'watch',
          stage: 'light',
          rule: 'circuitHeadroomPct',
          about: { kind: 'setup', id: setup.id },
          says: `Setup ${setup.letter} puts ${load.totalA.toFixed(1)} A on ${circuit.name}, ${trips ? `more than its ${circuit.ratingA} A` : `over the ${load.allowedA.toFixed(1)} A the house rule allows`}${circuit.otherLoadW > 0 ? ` (${circuit.otherLoadNote || 'other load'} takes ${load.otherA.toFixed(1)} A)` : ''}.${placed.to ? '' : placed.isProven ? ` No way to share them among the circuits there keeps each within the rule: a generator of ${placed.kva.toFixed(1)} kVA would carry them all.` : ''} A qualified person decides.`,
          evidence: [
            { label: 'lamps', value: load.lampA, unit: 'A', from: `setup ${setup.letter} at ${mainsVolts} V` },
            { label: 'other', value: load.otherA, unit: 'A', from: circuit.otherLoadNote || circuit.name },
            {
              label: 'allowed',
              value: load.allowedA,
              unit: 'A',
              from: `${circuitHeadroomPct} % of ${circuit.ratingA} A`,
            },
          ],
          fixes: placed.to ? [replug(production, lamps, placed.to)] : [],
        } satisfies Finding,
      ]
    })
  })
}
