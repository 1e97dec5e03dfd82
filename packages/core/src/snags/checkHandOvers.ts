import { cardHeld, driveHeld, type Held } from '../cards/index.ts'
import { byId, type Production } from '../records/index.ts'
import type { Finding } from './finding.ts'

/** Has everything that was handed over come? */
export function checkHandOvers(production: Production): Finding[] {
  const things = [
    ...Object.values(production.drive).map((drive) => ({ kind: 'drive' as const, id: drive.id, label: `Drive ${drive.label}`, held: driveHeld(production, drive.id) })), // prettier-ignore
    ...Object.values(production.card).map((card) => ({ kind: 'card' as const, id: card.id, label: `Card ${card.label}`, held: cardHeld(production, card.id) })), // prettier-ignore
  ]
  return things.flatMap(({ kind, id, label, held }) => {
    const entry = held.lost ?? held.waiting
    if (!entry) return []
    const name = byId(production.person, entry.personId)?.name ?? 'somebody no longer listed'
    return [
      {
        check: 'media.hand-over-open',
        severity: held.lost ? 'stop' : 'watch',
        stage: 'offload',
        rule: 'handOvers',
        about: { kind, id },
        says: sayOpen(label, name, held),
        evidence: [
          { label: 'given to', value: name, unit: '', from: 'custody ledger' },
          { label: 'where', value: entry.place || 'not said', unit: '', from: 'custody ledger' },
        ],
        fixes: [],
      } satisfies Finding,
    ]
  })
}

const sayOpen = (label: string, name: string, held: Held) =>
  held.lost
    ? `${label} was given to ${name}, who says that it never came. Look for it now: who has it is not known.`
    : `${label} was given to ${name}, who has not said that it came. Until then nobody counts as having it.`
