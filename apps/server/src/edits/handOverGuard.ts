import type { Writing } from './writing.ts'
import type { Refusal } from '@kavrell/contract'

/**
 * Where the house rule wants both to say that a thing changed hands, one account cannot be both: who wrote down that it
 * was given does not write down that it came. That it never came may be said by anybody.
 */
export async function refuseOwnYes({
  models,
  body,
  author,
  productionId,
  transaction,
}: Writing): Promise<Refusal | null> {
  for (const change of body.changes) {
    if (change.kind !== 'custodyYes' || change.op !== 'create' || change.fields.says !== 'has it') continue
    if (author.accountId === null) continue
    const rule = (await models.production.findByPk(productionId, { raw: true, transaction })) as unknown as { handOvers: string } | null // prettier-ignore
    const given = (await models.custody.findByPk(String(change.fields.custodyId), { raw: true, transaction })) as unknown as { loggedById: string | null } | null // prettier-ignore
    if (rule?.handOvers === 'both' && given?.loggedById === author.accountId)
      return {
        code: 'invalid',
        kind: 'custodyYes',
        id: change.id,
        field: 'custodyId',
        says: 'You wrote down that it was given. That it came is said by whoever got it, signed in as themselves.',
      }
  }
  return null
}
