import { blank, type RecordFields, type Refusal, type Role } from '@kavrell/contract'
import { fail, ok, type Outcome } from '@kavrell/core/outcome'
import { v7 as uuidv7 } from 'uuid'
import type { Door } from '../edits/door.ts'
import type { Account, Accounts } from './accounts.ts'

/** Starts a production with what every screen needs: its rules, one thing to deliver, a timecode box; its maker owns it. */
export async function createProduction(
  deps: { door: Door; accounts: Accounts; now: () => Date },
  owner: Account,
  given: Pick<RecordFields<'production'>, 'title' | 'mainsHz'>,
  role: Role = 'owner',
): Promise<Outcome<{ id: string }, Refusal>> {
  const id = uuidv7()
  const rate = given.mainsHz === 60 ? { rateNum: 24000, rateDen: 1001 } : { rateNum: 25, rateDen: 1 }
  const outcome = await deps.door.acceptEdit({ name: owner.name, role: 'server' }, id, {
    id: uuidv7(),
    label: `Start ${given.title}`,
    changes: [
      {
        op: 'create',
        kind: 'production',
        id,
        fields: blank('production', { ...given, mainsVolts: given.mainsHz === 60 ? 120 : 230 }),
      },
      { op: 'create', kind: 'deliverable', id: uuidv7(), fields: blank('deliverable', rate) },
      {
        op: 'create',
        kind: 'timecodeBox',
        id: uuidv7(),
        fields: blank('timecodeBox', { setAt: deps.now().toISOString() }),
      },
    ],
  })
  if (!outcome.ok) return fail(outcome.error)
  await deps.accounts.giveRole(owner.id, id, role)
  return ok({ id })
}
