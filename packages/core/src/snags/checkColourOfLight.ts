import { gelLossStops, miredsBetween } from '../light/index.ts'
import { type PlacedLamp, type Production, updateRecord } from '../records/index.ts'
import { kindOfLamp, lampKelvin, type MarkRead, readSetup, type SetupReading } from '../setup/index.ts'
import type { Finding, Fix } from './finding.ts'

/** Skin shows a seam from about here on; a quarter of a full gel is some 40. */
const SEEN_MIREDS = 45
/** A light this much weaker than the other tints nothing that anybody sees. */
const FAINT_SHARE = 1 / 16

const rounded = (kelvin: number) => Math.round(kelvin / 50) * 50

/** Do two colours of light meet on a face that nobody asked for? */
export function checkColourOfLight(production: Production): Finding[] {
  return Object.values(production.setup).flatMap((setup) => {
    if (setup.coloursMeet) return []
    const reading = readSetup(production, setup)
    const found = reading.marks.flatMap((at) => meetingAt(production, reading, at) ?? [])
    // One thing to put right: said of the mark where it shows most.
    const worst = found.sort((a, b) => Math.abs(b.mireds) - Math.abs(a.mireds))[0]
    return worst ? [worst.finding] : []
  })
}

function meetingAt(
  production: Production,
  reading: SetupReading,
  at: MarkRead,
): { mireds: number; finding: Finding } | null {
  const { mark, reading: light } = at
  const { key, fill } = light.colours
  if (!mark.judged || key === null || fill === null || light.fillLux < light.keyLux * FAINT_SHARE) return null
  const mireds = miredsBetween(key, fill)
  if (Math.abs(mireds) < SEEN_MIREDS) return null
  const { setup } = reading
  return {
    mireds,
    finding: {
      check: 'light.colours-meet',
      severity: 'watch',
      stage: 'light',
      rule: null,
      about: { kind: 'setup', id: setup.id },
      says: `In setup ${setup.letter} the shadow side of ${mark.name} is ${mireds > 0 ? 'warmer' : 'cooler'} than its key: ${rounded(fill)} K against ${rounded(key)} K.`,
      evidence: [
        { label: 'key', value: rounded(key), unit: 'K', from: mark.name },
        { label: 'fill', value: rounded(fill), unit: 'K', from: `${mark.name}, with what the room sends back` },
        { label: 'apart', value: Math.round(Math.abs(mireds)), unit: 'mired', from: `seen from about ${SEEN_MIREDS}` },
      ],
      fixes: [
        ...toColour(production, reading, 'fill', key),
        ...toColour(production, reading, 'key', fill),
        { says: 'It is meant', changes: [updateRecord('setup', setup.id, { coloursMeet: true })] },
      ],
    },
  }
}

/** The lamps of a role dialled to a colour, or gelled where they cannot be. */
function toColour(production: Production, { lamps }: SetupReading, role: PlacedLamp['role'], kelvin: number): Fix[] {
  const lit = lamps.filter((lamp) => lamp.role === role && lamp.levelPct > 0)
  if (lit.length === 0) return []
  const dials = lit.every((lamp) => {
    const [warm, cold] = kindOfLamp(production, lamp)?.cctK ?? [lamp.cctK, lamp.cctK]
    return warm <= kelvin && kelvin <= cold && lampKelvin(lamp) === lamp.cctK
  })
  const to = rounded(kelvin)
  if (dials)
    return [
      { says: `Dial ${role} to ${to} K`, changes: lit.map((lamp) => updateRecord('lamp', lamp.id, { cctK: to })) },
    ]
  const gels = lit.map((lamp) => Math.round(lamp.gelMireds + miredsBetween(lampKelvin(lamp), kelvin)))
  if (gels.some((gel) => gel < -250 || gel > 350)) return []
  return [
    {
      says: `Gel ${role} by ${gels[0]! > 0 ? '+' : '−'}${Math.abs(gels[0]!)} mired`,
      changes: lit.map((lamp, i) => {
        const lossStops = Math.round(Math.max(0, lamp.lossStops - gelLossStops(lamp.gelMireds) + gelLossStops(gels[i]!)) * 10) / 10 // prettier-ignore
        return updateRecord('lamp', lamp.id, { gelMireds: gels[i]!, lossStops })
      }),
      costs: `about ${gelLossStops(gels[0]!)} stops`,
    },
  ]
}
