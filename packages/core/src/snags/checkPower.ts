import { usualMains } from '../place/index.ts'
import { circuitLoad, MOST_DROP_SHARE } from '../power/index.ts'
import { type Production, updateRecord } from '../records/index.ts'
import { cableRuns, type Draw, drawsOfSetup, onBatteries, placeOnCircuits, replugged } from '../setup/index.ts'
import { counted } from '../text/index.ts'
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

/** What is plugged in of a setup as words and changes, each on the circuit that was found for it. */
function replug(production: Production, draws: readonly Draw[], to: ReadonlyMap<string, string>): Fix {
  const { moved, changes } = replugged(draws, to)
  const parts = moved.map((draw) => `${draw.says} into ${production.circuit[to.get(draw.id)!]!.name}`)
  return { says: `Plug ${parts.join(', ')}`, changes }
}

/** Does each setup keep each circuit under the house rule's share of its rating? */
export function checkCircuits(production: Production): Finding[] {
  const { mainsVolts, circuitHeadroomPct } = production.production
  return Object.values(production.setup).flatMap((setup) => {
    const draws = drawsOfSetup(production, setup)
    const used = new Set(draws.flatMap((draw) => draw.circuitId ?? []))
    return [...used].flatMap((circuitId) => {
      const circuit = production.circuit[circuitId]
      if (!circuit) return []
      const own = draws.filter((draw) => draw.circuitId === circuitId)
      const load = circuitLoad(circuit, own, mainsVolts, circuitHeadroomPct)
      if (load.headroomA >= 0) return []
      const trips = load.totalA > circuit.ratingA
      const placed = placeOnCircuits(production, draws, circuit.placeId)
      return [
        {
          check: 'power.circuit-over-headroom',
          severity: trips ? 'stop' : 'watch',
          stage: 'light',
          rule: 'circuitHeadroomPct',
          about: { kind: 'setup', id: setup.id },
          says: `Setup ${setup.letter} puts ${load.totalA.toFixed(1)} A on ${circuit.name}, ${trips ? `more than its ${circuit.ratingA} A` : `over the ${load.allowedA.toFixed(1)} A the house rule allows`}${circuit.otherLoadW > 0 ? ` (${circuit.otherLoadNote || 'other load'} takes ${load.otherA.toFixed(1)} A)` : ''}.${placed.to ? '' : placed.isProven ? ` No way to share them among the circuits there keeps each within the rule: a generator of ${placed.kva.toFixed(1)} kVA would carry them all.` : ''} A qualified person decides.`,
          evidence: [
            { label: 'plugged in', value: load.lampA, unit: 'A', from: `setup ${setup.letter} at ${mainsVolts} V` },
            { label: 'other', value: load.otherA, unit: 'A', from: circuit.otherLoadNote || circuit.name },
            {
              label: 'allowed',
              value: load.allowedA,
              unit: 'A',
              from: `${circuitHeadroomPct} % of ${circuit.ratingA} A`,
            },
          ],
          fixes: placed.to ? [replug(production, draws, placed.to)] : [],
        } satisfies Finding,
      ]
    })
  })
}

/** Do cables reach, without losing too much on the way? */
export function checkCables(production: Production): Finding[] {
  return Object.values(production.setup).flatMap((setup) => {
    const runs = cableRuns(production, setup)
    const dropping = runs.flatMap(({ lamp, way }): Finding[] => {
      if (!way || way.dropShare <= MOST_DROP_SHARE) return []
      const others = Object.values(production.circuit).filter((circuit) => circuit.id !== lamp.circuitId)
      const nearer = others.flatMap((circuit) => {
        const tried = { ...production, lamp: { [lamp.id]: { ...lamp, circuitId: circuit.id } } } as Production
        const found = cableRuns(tried, setup)[0]?.way
        return found && found.dropShare <= MOST_DROP_SHARE ? [{ circuit, found }] : []
      })
      return [
        {
          check: 'power.cable-too-long',
          severity: 'watch',
          stage: 'light',
          rule: null,
          about: { kind: 'lamp', id: lamp.id },
          says: `${lamp.name} of setup ${setup.letter} is ${Math.round(way.lengthM)} m of cable from its socket: ${(way.dropShare * 100).toFixed(1)} % of the mains are lost on the way. A thicker cable or a nearer socket; a qualified person decides.`,
          evidence: [
            { label: 'cable', value: way.lengthM, unit: 'm', from: `${way.cables.join(' + ')} m, copper of 1.5 mm²` },
            { label: 'lost', value: Math.round(way.dropShare * 1000) / 10, unit: '%', from: `${lamp.watts} W at ${production.production.mainsVolts} V` }, // prettier-ignore
          ],
          fixes: nearer.slice(0, 1).map(({ circuit, found }) => ({ says: `Plug it into ${circuit.name}, ${Math.round(found.lengthM)} m away`, changes: [updateRecord('lamp', lamp.id, { circuitId: circuit.id })] })), // prettier-ignore
        },
      ]
    })
    const crossing = runs.filter(({ way }) => way && (way.doors.length > 0 || way.acrossFloorM > ACROSS_FLOOR_M))
    if (crossing.length === 0 || setup.cautions.includes('cable')) return dropping
    return [
      ...dropping,
      {
        check: 'light.caution-cable',
        severity: 'watch',
        stage: 'light',
        rule: null,
        about: { kind: 'setup', id: setup.id },
        says: `In setup ${setup.letter} ${counted(crossing.length, 'cable')} cross where people walk, and there is no word on cable: covered, or taped down and seen.`,
        evidence: crossing.map(({ lamp, way }) => ({ label: lamp.name, value: Math.round(way!.acrossFloorM * 10) / 10, unit: 'm', from: way!.doors.length > 0 ? `past ${way!.doors.join(', ')}` : 'over the floor' })), // prettier-ignore
        fixes: [{ says: `Take care of cable in setup ${setup.letter}`, changes: [updateRecord('setup', setup.id, { cautions: [...setup.cautions, 'cable'] })] }], // prettier-ignore
      },
    ]
  })
}
const ACROSS_FLOOR_M = 2.5

/** Do batteries last as long as their setup is lit? */
export function checkBatteries(production: Production): Finding[] {
  return Object.values(production.setup).flatMap((setup) =>
    onBatteries(production, setup).flatMap(({ lamp, lastsMin, wantedMin }): Finding[] => {
      if (wantedMin === null || lastsMin >= wantedMin) return []
      const levelPct = Math.floor((lamp.levelPct * lastsMin) / wantedMin)
      return [
        {
          check: 'power.battery-too-short',
          severity: 'watch',
          stage: 'light',
          rule: null,
          about: { kind: 'lamp', id: lamp.id },
          says: `${lamp.name} of setup ${setup.letter} lasts ${Math.floor(lastsMin)} minutes on its battery at ${lamp.levelPct} %, and its shots take ${Math.round(wantedMin)}: ${counted(Math.ceil(wantedMin / lastsMin), 'battery', 'batteries')}, or mains.`,
          evidence: [
            { label: 'holds', value: lamp.batteryWh!, unit: 'Wh', from: '85 % of it reckoned with' },
            {
              label: 'draws',
              value: (lamp.watts * lamp.levelPct) / 100,
              unit: 'W',
              from: `${lamp.levelPct} % of ${lamp.watts} W`,
            },
          ],
          fixes: levelPct >= 1 ? [{ says: `${lamp.name} to ${levelPct} %`, changes: [updateRecord('lamp', lamp.id, { levelPct })] }] : [], // prettier-ignore
        },
      ]
    }),
  )
}
