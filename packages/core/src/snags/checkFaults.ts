import { faultyThing, isolationOf } from '../faults/index.ts'
import type { Production } from '../records/index.ts'
import type { Finding } from './finding.ts'

/** Is something known not to work, and nobody has done anything about it? */
export function checkFaults(production: Production): Finding[] {
  return Object.values(production.fault)
    .filter(({ state }) => state === 'open')
    .map((fault): Finding => {
      const { found, suspects } = isolationOf(production, fault.id)
      const known = found?.verdict === 'shown' ? `It is the ${found.part}.` : found ? `Likely the ${found.part}, and not proved.` : 'Nobody knows why yet.' // prettier-ignore
      return {
        check: 'kit.fault-open',
        severity: 'watch',
        stage: 'kit',
        rule: null,
        about: { kind: 'fault', id: fault.id },
        says: `${faultyThing(production, fault)}: ${fault.name}. ${known}`,
        evidence: suspects.map(({ part, verdict }) => ({ label: part, value: verdict, unit: '', from: 'faults' })),
        fixes: [],
      }
    })
}
