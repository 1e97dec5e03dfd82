import { onBehalfOf } from '../edits/writing.ts'
import { v7 as uuidv7 } from 'uuid'
import type { Door } from '../edits/door.ts'
import type { Account, Accounts } from './accounts.ts'
import type { Refusal, Role } from '@kavrell/contract'
import { type BeginningName, BEGINNINGS, beginningOf } from '@kavrell/core/beginnings'
import { fail, ok, type Outcome } from '@kavrell/core/outcome'
import { customsOf } from '@kavrell/core/place'
import { createRecord, asId, type RecordFields } from '@kavrell/core/records'

/** Starts a production with what every screen needs: its rules, one thing to deliver, a timecode box; its maker owns it. */
export async function createProduction(
  deps: { door: Door; accounts: Accounts; now: () => Date },
  owner: Account,
  {
    beginning = 'nothing',
    timeZone,
    ...given
  }: Pick<RecordFields<'production'>, 'title' | 'mainsHz'> & {
    beginning?: BeginningName | undefined
    timeZone?: string | undefined
  },
  role: Role = 'owner',
): Promise<Outcome<{ id: string }, Refusal>> {
  const id = uuidv7()
  const customs = timeZone === undefined ? null : customsOf(timeZone)
  const rate = given.mainsHz === 60 ? { rateNum: 24000, rateDen: 1001 } : { rateNum: 25, rateDen: 1 }
  const outcome = await deps.door.acceptEdit(onBehalfOf(owner), id, {
    id: uuidv7(),
    label: `Start ${given.title}`,
    changes: [
      createRecord(
        'production',
        {
          ...customs,
          ...BEGINNINGS[beginning].rules,
          ...given,
          job: beginning,
          mainsVolts: customs?.mainsHz === given.mainsHz ? customs.mainsVolts : given.mainsHz === 60 ? 120 : 230,
        },
        asId(id),
      ),
      createRecord('deliverable', rate, asId(uuidv7())),
      createRecord('timecodeBox', { setAt: deps.now().toISOString() }, asId(uuidv7())),
      ...beginningOf(beginning, uuidv7),
    ],
  })
  if (!outcome.ok) return fail(outcome.error)
  await deps.accounts.giveRole(owner.id, id, role)
  return ok({ id })
}
