import { productionOf, type Refusal } from '@kavrell/contract'
import { mayWipe } from '@kavrell/core/media'
import { cardHistory, wipeRule } from '@kavrell/core/snags'
import { readRecords } from '../records/readRecords.ts'
import type { Writing } from './writing.ts'

/**
 * A card is only written down as wiped while the house rule is met, judged from the ledgers as they are in
 * this very transaction: what a screen thought a moment ago does not count.
 */
export async function refuseUnsafeWipe({ models, body, productionId, transaction }: Writing): Promise<Refusal | null> {
  const wipes = body.changes.filter((change) => change.kind === 'wipe' && change.op === 'create')
  if (wipes.length === 0) return null
  const production = productionOf(await readRecords(models, productionId, transaction))!
  const without = {
    ...production,
    wipe: Object.fromEntries(Object.entries(production.wipe).filter(([id]) => !wipes.some((wipe) => wipe.id === id))),
  }
  for (const wipe of wipes) {
    if (wipe.op !== 'create') continue
    const answer = mayWipe(cardHistory(without, wipe.fields.cardId as string), wipeRule(production))
    if (!answer.may)
      return {
        code: 'invalid',
        kind: 'wipe',
        id: wipe.id,
        field: 'cardId',
        says: `Do not wipe this card. ${answer.reasons.join(' ')}`,
      }
  }
  return null
}
