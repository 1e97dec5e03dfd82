import type { ComparedRun } from '../media/sight.ts'
import { readRecords } from '../records/readRecords.ts'
import type { Writing } from './writing.ts'
import type { Refusal } from '@kavrell/contract'
import { cardHistory, type CardSight, copiesOfCard, mayWipe, wipeRule } from '@kavrell/core/cards'
import { byId, productionOf } from '@kavrell/core/records'

/** What the reader sees of a card's folder now, held against copies of it; null when it is not in there. */
export type LookAtCard = (folder: string, runs: readonly ComparedRun[]) => Promise<CardSight | null>

/**
 * A card is only written down as wiped while the house rule is met, judged from the ledgers as they are in
 * this very transaction, and from the card itself if it is in the reader: what a screen thought a moment ago does
 * not count.
 */
export async function refuseUnsafeWipe(
  { database, body, productionId, transaction }: Writing,
  lookAtCard: LookAtCard,
): Promise<Refusal | null> {
  const wipes = body.changes.filter((change) => change.kind === 'wipe' && change.op === 'create')
  if (wipes.length === 0) return null
  const production = productionOf(await readRecords(database, productionId, transaction))!
  const without = {
    ...production,
    wipe: Object.fromEntries(Object.entries(production.wipe).filter(([id]) => !wipes.some((wipe) => wipe.id === id))),
  }
  for (const wipe of wipes) {
    if (wipe.op !== 'create') continue
    const card = byId(production.card, wipe.fields.cardId as string)
    if (!card) continue
    const runs = copiesOfCard(without, card.id).map(({ run }) => run)
    const sight = await lookAtCard(card.folder, runs)
    const answer = mayWipe(cardHistory(without, card.id), wipeRule(production), sight)
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
