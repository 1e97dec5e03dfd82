import { QueryTypes } from 'sequelize'
import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest'
import { create, openEmptyServers, openTestServer, type TestServer } from './testServer.ts'
import type { Me, Member } from '@kavrell/contract'

let world: TestServer
beforeAll(async () => {
  world = await openTestServer()
})
afterAll(() => world?.close())

const PASSWORD = 'correct horse battery'
const members = async (who = 'owner') =>
  (await world.call(who, `/productions/${world.productionId}/members`)).json as unknown as Member[]
const idOf = async (name: string) => (await members()).find((member) => member.name === name)!.accountId
const onMember = async (who: string, name: string, what: string, body: object = {}) =>
  world.call(who, `/productions/${world.productionId}/members/${await idOf(name)}/${what}`, body)
const seesIt = async (who: string) => (await world.call(who, `/productions/${world.productionId}/snapshot`)).status
let turn = 0
/** Somebody new with a password, signed in under their own name. */
async function join(role = 'planner'): Promise<string> {
  const name = `Person ${['Aare', 'Berg', 'Clun', 'Dove', 'Exe', 'Fal', 'Gade', 'Hull', 'Isar', 'Jagst'][turn++]}`
  await world.call('owner', `/productions/${world.productionId}/members`, { name, password: PASSWORD, role })
  world.cookies.set(name, (await world.call(null, '/sign-in', { name, password: PASSWORD })).cookie!)
  return name
}
let name = ''
beforeEach(async () => {
  name = await join()
})

describe('members', () => {
  test('are listed with who one is oneself', async () => {
    const list = await members(name)
    expect(list.filter((member) => member.isMe)).toMatchObject([{ name, role: 'planner', hasPassword: true }])
  })
  test('are given another role, which counts at once', async () => {
    expect((await onMember('owner', name, 'role', { role: 'reader' })).status).toBe(200)
    expect((await world.edit(name, [create('place', { name: 'Quay' })])).status).toBe(403)
  })
  test('are taken out, and their open streams end', async () => {
    const stream = await world.listen(name, (await world.snapshot()).seq, world.second)
    expect((await onMember('owner', name, 'remove')).status).toBe(200)
    await stream.until(() => false)
    expect(stream.heard.at(-1)).toEqual({ type: 'load-anew' })
    expect(await seesIt(name)).toBe(404)
    await world.edit('owner', [create('place', { name: 'Unheard' })])
    expect(stream.edits()).toEqual([])
  })
  test('leave by themselves', async () => {
    expect((await world.call(name, `/productions/${world.productionId}/leave`, {})).status).toBe(200)
    expect(await seesIt(name)).toBe(404)
  })
  test('get a new password, which ends every session of theirs', async () => {
    const password = 'another horse battery'
    expect((await onMember('owner', name, 'password', { password })).status).toBe(200)
    expect(await seesIt(name)).toBe(401)
    expect((await world.call(null, '/sign-in', { name, password: PASSWORD })).status).toBe(403)
    expect((await world.call(null, '/sign-in', { name, password })).status).toBe(200)
  })
  test('who are in productions of others keep the password they chose', async () => {
    await world.call(name, '/productions', { title: 'Their own', mainsHz: 50 })
    const answer = await onMember('owner', name, 'password', { password: 'taken over, quietly' })
    expect([answer.status, answer.json.refusal?.says]).toEqual([403, expect.stringContaining('productions of others')])
    expect(await seesIt(name)).toBe(200)
  })
  test('change their own with the old one; other devices of theirs are signed out', async () => {
    const elsewhere = (await world.call(null, '/sign-in', { name, password: PASSWORD })).cookie!
    world.cookies.set('elsewhere', elsewhere)
    expect((await world.call(name, '/password', { old: 'not this one', password: 'my new password' })).status).toBe(403)
    expect((await world.call(name, '/password', { old: PASSWORD, password: 'my new password' })).status).toBe(200)
    expect([await seesIt(name), await seesIt('elsewhere')]).toEqual([200, 401])
  })
  test.each(['planner', 'logger', 'reader'])('are not managed by a %s', async (role) => {
    const statuses = await Promise.all(
      ['role', 'remove', 'password'].map((what) =>
        onMember(
          role,
          name,
          what,
          what === 'role' ? { role: 'owner' } : what === 'password' ? { password: PASSWORD } : {},
        ),
      ),
    )
    expect(statuses.map((answer) => answer.status)).toEqual([403, 403, 403])
  })
  test('the last owner stays one', async () => {
    for (const [what, body] of [
      ['role', { role: 'reader' }],
      ['remove', {}],
    ] as const)
      expect((await onMember('owner', 'Owner', what, body)).json.refusal?.says).toMatch(/Make somebody else one first/)
    expect((await world.call('owner', `/productions/${world.productionId}/leave`, {})).status).toBe(403)
    await onMember('owner', name, 'role', { role: 'owner' })
    expect((await onMember(name, 'Owner', 'role', { role: 'reader' })).status).toBe(200)
    expect((await onMember(name, 'Owner', 'role', { role: 'owner' })).status).toBe(200)
  })
  test('of two owners who leave at once one stays', async () => {
    const { accounts } = world.server.services
    const { accounts: elsewhere } = world.second.services
    const me = (await accounts.signIn('Owner', PASSWORD))!
    for (let round = 0; round < 8; round++) {
      const made = await world.call('owner', '/productions', { title: `Round ${round}`, mainsHz: 50 })
      const { id } = made.json as unknown as { id: string }
      const other = (await accounts.createAccount(`Other ${round}`, null))!
      await accounts.giveRole(other.id, id, 'owner')
      const answers = await Promise.all([accounts.changeRole(me.id, id, null), elsewhere.changeRole(other.id, id, 'reader')]) // prettier-ignore
      expect(answers.sort()).toEqual(['changed', 'last owner'])
      expect([...(await accounts.rolesIn(id)).values()].filter((role) => role === 'owner')).toHaveLength(1)
    }
  })
})

test.each(['owner', '  OWNER ', 'Оwner', 'Own\u200ber', 'Ｏｗｎｅｒ', '0wner'])(
  'nobody joins as %j, which looks like Owner',
  async (twin) => {
    const { json } = await world.call('owner', `/productions/${world.productionId}/invitations`, {
      role: 'reader',
      minutes: 9,
    })
    const token = (json as unknown as { address: string }).address.split('/join/')[1]
    const answer = await world.call(null, '/join', { token, name: twin })
    expect([answer.status, answer.json.refusal?.says]).toEqual([422, expect.stringContaining('looks like it')])
  },
)

test('the log keeps who by their account, and the name as it was', async () => {
  const place = create('place', { name: 'Mole' })
  await world.edit(name, [place])
  const [row] = await world.server.services.database.query<{ author: string; authorId: string }>(
    'SELECT author, "authorId" FROM edit ORDER BY at DESC LIMIT 1',
    { type: QueryTypes.SELECT },
  )
  expect(row).toEqual({ author: name, authorId: await idOf(name) })
})

test('signing out ends what that device follows, and nothing else', async () => {
  const mine = await world.listen(name, (await world.snapshot()).seq)
  const theirs = await world.listen('planner', (await world.snapshot()).seq)
  await world.call(name, '/sign-out', {})
  await mine.until(() => false)
  await world.edit('owner', [create('place', { name: 'After' })])
  await theirs.until(() => theirs.edits().length > 0)
  theirs.stop()
  expect(mine.edits()).toEqual([])
})

describe('the money', () => {
  test.each([
    ['planner', true],
    ['logger', false],
    ['reader', false],
  ])('is seen by a %s: %s, by every way to it', async (role, sees) => {
    const line = create('moneyLine', { title: `Boat for a ${role}` })
    const stream = await world.listen(role, (await world.snapshot()).seq)
    const paid = create('person', { name: `Skipper for a ${role}`, rateMinor: 98_765, terms: 'buyout of the moon' })
    await world.edit('owner', [line, create('place', { name: `Boat yard ${role}` }), paid])
    const budget = {
      op: 'update',
      kind: 'production',
      id: world.productionId,
      version: 1e6,
      fields: { budgetMinor: 123_400 },
    }
    await world.edit('owner', [budget])
    await stream.until(() => stream.edits().length === 2)
    stream.stop()
    const heard = JSON.stringify(stream.edits())
    const { records } = await world.snapshot(role)
    expect([
      heard.includes(`Boat for a ${role}`),
      heard.includes('123400'),
      Object.keys(records.moneyLine).length > 0,
      records.production[world.productionId]!.budgetMinor === 123_400,
      heard.includes('98765') || heard.includes('buyout'),
      records.person[paid.id]!.rateMinor === 98_765,
      records.person[paid.id]!.terms !== '',
      (await world.call(role, `/productions/${world.productionId}/money.csv`)).status === 200,
    ]).toEqual(Array.from({ length: 8 }, () => sees))
    // What else was in the same edit is for everybody.
    expect(heard).toContain(`Boat yard ${role}`)
    expect(heard).toContain(`Skipper for a ${role}`)
  })
})

test('people of the productions that one plans are found for the next, and of no others', async () => {
  await world.edit('owner', [create('person', { name: 'Ana Reis', role: 'Gaffer', rateMinor: 71_234 })])
  const of = async (who: string | null) => world.call(who, '/directory')
  const owners = await of('owner')
  expect(owners.text).toContain('Ana Reis')
  expect(owners.text).not.toContain('71234')
  expect((await of('planner')).text).toContain('Ana Reis')
  expect((await of('logger')).text).not.toContain('Ana Reis')
  expect((await of('reader')).text).not.toContain('Ana Reis')
  expect((await of(null)).status).toBe(401)
})

test('things that one owns are found for the next production by who plans, and by no others', async () => {
  await world.edit('owner', [
    create('kitItem', { name: 'Long arm', owned: 1, serial: 'LA-19', valueMinor: 55_123 }),
    create('kitItem', { name: 'Rented head', rented: 1 }),
  ])
  const of = async (who: string | null) => world.call(who, '/inventory')
  const { text } = await of('planner')
  expect([text.includes('LA-19'), text.includes('55123'), text.includes('Rented head')]).toEqual([true, true, false])
  for (const who of ['logger', 'reader']) expect((await of(who)).text).not.toContain('LA-19')
  expect((await of(null)).status).toBe(401)
})

test('set-up cards of the productions that one plans are there for the next, and of no others; what was seen stays', async () => {
  const [kept, gone] = [
    create('setUpLine', { name: 'white', wanted: '4300 K', harm: 'stop' }),
    create('setUpLine', { name: 'look', wanted: 'amber', gone: true }),
  ]
  await world.edit('owner', [kept, gone])
  const of = async (who: string | null) => world.call(who, '/cards')
  const { text } = await of('planner')
  expect(text).toContain('4300 K')
  expect(text).not.toContain('amber')
  expect((await of('logger')).text).not.toContain('4300 K')
  expect((await of('reader')).text).not.toContain('4300 K')
  expect((await of(null)).status).toBe(401)
})

describe('a client that has what the log has not', () => {
  test.each([
    ['a number that is not reached', 10_000, ''],
    ['the right number of another log', null, '01900000-0000-7000-8000-0000000000ff'],
  ])('%s: it is told to load anew, and the others go on', async (_, ahead, head) => {
    const { seq } = await world.snapshot()
    const stream = await world.listen('reader', ahead ?? seq, world.server, head)
    await stream.until(() => false)
    expect(stream.heard).toEqual([{ type: 'load-anew' }])
    const other = await world.listen('reader', seq)
    await world.edit('owner', [create('place', { name: 'Still heard' })])
    await other.until(() => other.edits().length === 1)
    other.stop()
  })
  test('a snapshot says which log it is of', async () => {
    const { seq, head } = await world.snapshot()
    const stream = await world.listen('reader', seq, world.server, head!)
    await world.edit('owner', [create('place', { name: 'Next' })])
    await stream.until(() => stream.heard.length > 0)
    stream.stop()
    expect(stream.edits()[0]!.seq).toBe(seq + 1)
  })
})

test('twelve first visitors at once make one owner', async () => {
  const empty = await openEmptyServers()
  try {
    const names = ['Ash', 'Bay', 'Cob', 'Dun', 'Elm', 'Fen', 'Gum', 'Hay', 'Ivy', 'Jib', 'Kip', 'Loy']
    const answers = await Promise.all(
      names.map((first, i) =>
        empty.call(
          null,
          '/set-up',
          { name: first, password: PASSWORD },
          undefined,
          i % 2 ? empty.second : empty.server,
        ),
      ),
    )
    expect(answers.map((answer) => answer.status).sort()).toEqual([200, ...Array.from({ length: 11 }, () => 403)])
    expect((await empty.call(null, '/me')).json as unknown as Me).toMatchObject({ needsOwner: false })
  } finally {
    await empty.close()
  }
})
