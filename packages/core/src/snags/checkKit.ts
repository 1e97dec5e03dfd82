import { kitDifference } from '../kit/index.ts'
import { updateRecord, createRecord, type Production } from '../records/index.ts'
import type { Finding } from './finding.ts'

/** Is everything that shots and setups need owned or rented? */
export function checkKit(production: Production): Finding[] {
  return kitDifference(production)
    .filter((line) => line.missing > 0)
    .map((line) => {
      const item = Object.values(production.kitItem).find((i) => i.answersTo === line.key)
      return {
        check: 'kit.missing',
        severity: 'watch',
        stage: 'kit',
        rule: null,
        about: { kind: 'kit', id: line.key },
        says: `${line.missing} × ${line.name} missing, wanted by ${line.because.slice(0, 4).join(', ')}${line.because.length > 4 ? ' and more' : ''}.`,
        evidence: [
          { label: 'needed at once', value: line.count, unit: '', from: line.because.join(', ') },
          { label: 'owned', value: line.owned, unit: '', from: 'kit list' },
          { label: 'rented', value: line.rented, unit: '', from: 'kit list' },
        ],
        fixes: item
          ? [
              {
                says: `Rent ${line.missing}`,
                changes: [updateRecord('kitItem', item.id, { rented: item.rented + line.missing })],
              },
            ]
          : [
              {
                says: `Put ${line.missing} × ${line.name} on the list to rent`,
                changes: [createRecord('kitItem', { name: line.name, answersTo: line.key, rented: line.missing })],
              },
            ],
      } satisfies Finding
    })
}
