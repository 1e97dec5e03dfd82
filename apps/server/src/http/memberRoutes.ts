import { ENDPOINTS, type Refusal, type Role } from '@kavrell/contract'
import { fail, ok } from '@kavrell/core/outcome'
import type { Accounts } from '../accounts/accounts.ts'
import { sessionToken } from './guards.ts'
import type { Serve } from './serve.ts'

export const NAME_TAKEN: Refusal = {
  code: 'invalid',
  kind: 'account',
  id: '',
  field: 'name',
  says: 'Somebody has that name, or one that looks like it. Choose another.',
}
const no = (code: 'forbidden' | 'not-found', says: string) => fail<Refusal>({ code, says })
const NOT_IN_IT = 'That person is not in this production any more.'
const LAST_OWNER = 'A production has an owner. Make somebody else one first.'

/** Who is in a production: added, given another role or password, taken out, or leaving by themselves. */
export function memberRoutes(serve: Serve, { accounts }: { readonly accounts: Accounts }): void {
  /** Why somebody's role cannot be changed to another, or taken away; null once it is. */
  const refuseRole = async (accountId: string, productionId: string, role: Role | null) => {
    const answer = await accounts.changeRole(accountId, productionId, role)
    if (answer === 'changed') return null
    return answer === 'no member' ? no('not-found', NOT_IN_IT) : no('forbidden', LAST_OWNER)
  }
  serve.on(ENDPOINTS.members, async ({ params, account }) =>
    ok(await accounts.members(params.productionId, account!.id)),
  )
  serve.on(ENDPOINTS.addMember, async ({ params, account, body: { name, password, role } }) => {
    const made = await accounts.createAccount(name, password)
    if (!made) return fail(NAME_TAKEN)
    await accounts.giveRole(made.id, params.productionId, role)
    return ok(await accounts.members(params.productionId, account!.id))
  })
  serve.on(ENDPOINTS.changeRole, async ({ params: { productionId, accountId }, account, body: { role } }) => {
    return (await refuseRole(accountId, productionId, role)) ?? ok(await accounts.members(productionId, account!.id))
  })
  serve.on(ENDPOINTS.removeMember, async ({ params: { productionId, accountId }, account }) => {
    return (await refuseRole(accountId, productionId, null)) ?? ok(await accounts.members(productionId, account!.id))
  })
  serve.on(ENDPOINTS.newPassword, async ({ params: { productionId, accountId }, account, body: { password } }) => {
    const theirs = await accounts.productionsOf(accountId)
    if (!theirs.has(productionId)) return no('not-found', NOT_IN_IT)
    if (accountId === account!.id) return no('forbidden', 'Your own password is changed with the old one.')
    // A password opens everything its account is in: it is nobody's to give who does not own all of that.
    for (const other of theirs.keys())
      if ((await accounts.roleOf(account!.id, other)) !== 'owner')
        return no('forbidden', 'They are in productions of others too, and choose their own password.')
    await accounts.setPassword(accountId, password)
    return ok(await accounts.members(productionId, account!.id))
  })
  serve.on(ENDPOINTS.leave, async ({ params: { productionId }, account }) => {
    return (await refuseRole(account!.id, productionId, null)) ?? ok(await accounts.me(account))
  })
  serve.on(ENDPOINTS.ownPassword, async ({ req, account, body: { old, password } }) => {
    if (!(await accounts.signIn(account!.name, old))) return no('forbidden', 'The old password is another.')
    await accounts.setPassword(account!.id, password, sessionToken(req) ?? undefined)
    return ok(await accounts.me(account))
  })
}
