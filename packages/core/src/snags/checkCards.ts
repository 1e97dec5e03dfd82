import { mayWipe } from '../media/index.ts'
import type { Production } from '../production/index.ts'
import { cardHistory, wipeRule } from './cardHistory.ts'
import type { Finding } from './finding.ts'

/** Has every card that was rolled on the copies that the house rule asks for? */
export function checkCards(production: Production): Finding[] {
  const rule = { ...wipeRule(production), school: 'wipe' } as const
  const rolled = new Set([
    ...Object.values(production.take).flatMap((take) => take.cardIds),
    ...Object.values(production.copyRun).map((run) => run.cardId),
  ])
  return Object.values(production.card)
    .filter((card) => rolled.has(card.id))
    .flatMap((card) => {
      const history = cardHistory(production, card.id)
      const answer = mayWipe(history, rule)
      if (answer.may || history.alreadyWiped) return []
      return [
        {
          check: 'media.copies-below-rule',
          severity: answer.goodCopies === 0 ? 'stop' : 'watch',
          stage: 'offload',
          rule: 'copiesBeforeWipe',
          about: { kind: 'card', id: card.id },
          says: `Card ${card.label} is not safe yet: ${answer.reasons.join(' ')}`,
          evidence: [
            { label: 'copies', value: answer.goodCopies, unit: `of ${rule.copies}`, from: 'copy ledger' },
            { label: 'checked', value: answer.checkedCopies, unit: `of ${rule.checked}`, from: 'check ledger' },
            { label: 'in hands of', value: answer.holders, unit: `of ${rule.holders}`, from: 'custody ledger' },
          ],
          fixes: [],
        } satisfies Finding,
      ]
    })
}
