import { type Production, updateRecord } from '../records/index.ts'
import { readSetup } from '../setup/index.ts'
import type { Finding } from './finding.ts'

/** What one bulb of a house gives, and a lamp of a street, lumens: figures to begin with. */
const USUAL = [
  ['A bulb in a room', 800],
  ['A lamp in a street', 4000],
] as const

/** Is it known what hangs in a spot and shines? Of what is not, a reading says nothing. */
export function checkFixedLamps(production: Production): Finding[] {
  return Object.values(production.setup).flatMap((setup) => {
    const { marks, unknownThere } = readSetup(production, setup)
    return marks.length === 0
      ? []
      : unknownThere.map((f): Finding => {
          const name = f.name || f.type
          return {
            check: 'light.fixed-lamp-unknown',
            severity: 'watch',
            stage: 'light',
            rule: null,
            about: { kind: 'setup', id: setup.id },
            says: `${name} hangs where setup ${setup.letter} is, and nobody said what it gives or that it is off: what is read there is without it.`,
            evidence: [{ label: name, value: 'not known', unit: '', from: 'plan of the spot' }],
            fixes: [
              { says: `It is off in setup ${setup.letter}`, changes: [updateRecord('setup', setup.id, { darkIds: [...setup.darkIds, f.id] })] }, // prettier-ignore
              ...USUAL.map(([says, lumens]) => ({ says: `${says}, ${lumens} lm`, changes: [updateRecord('fitting', f.id, { lumens })] })), // prettier-ignore
            ],
          }
        })
  })
}
