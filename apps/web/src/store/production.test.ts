import { blank, type LoggedEdit } from '@kavrell/contract'
import { beforeEach, expect, test, vi } from 'vitest'
import { commit, openSnapshot, receive, redo, undo, useProductionStore } from './production.ts'

const PRODUCTION = '00000000-0000-7000-8000-000000000001',
  SHOT = '00000000-0000-7000-8000-000000000002',
  SCENE = '00000000-0000-7000-8000-000000000003'
const sent: { id: string; label: string; changes: { version?: number; fields: Record<string, unknown> }[] }[] = []
let answer: () => Response = () => Response.json({ seq: 0, repeated: false }, { status: 201 })
const state = () => useProductionStore.getState()
const shot = () => state().records.shot![SHOT]! as unknown as { tStop: number; iso: number; sees: string }
const settle = () =>
  new Promise((resolve) => {
    setTimeout(resolve, 5)
  })
const logged = (fields: Record<string, unknown>, seq: number, id = 'theirs'): LoggedEdit => ({
  id,
  seq,
  productionId: PRODUCTION,
  label: 'x',
  author: 'Juno',
  at: '',
  before: [null],
  changes: [{ op: 'update', kind: 'shot', id: SHOT, version: 0, fields }],
})
/** The newest edit that was sent comes back on the stream. */
const comeBack = (seq: number) => {
  const edit = sent.at(-1)!
  receive({ ...edit, seq, productionId: PRODUCTION, author: 'me', at: '', before: [null] } as unknown as LoggedEdit)
}

beforeEach(() => {
  sent.length = 0
  answer = () => Response.json({ seq: 0, repeated: false }, { status: 201 })
  vi.stubGlobal('fetch', async (_: string, init: RequestInit) => {
    sent.push(JSON.parse(init.body as string) as never)
    return answer()
  })
  useProductionStore.setState({ productionId: null, pending: [], undo: [], redo: [], notice: null })
  openSnapshot({
    productionId: PRODUCTION,
    seq: 5,
    role: 'owner',
    jobs: [],
    records: { shot: { [SHOT]: { id: SHOT, version: 3, ...blank('shot', { sceneId: SCENE, tStop: 4 }) } } },
  })
})
const set = (fields: Record<string, unknown>) => commit('Change', [{ op: 'update', kind: 'shot', id: SHOT, fields }])

test('a change shows at once and is sent with the version that was seen', async () => {
  expect(set({ tStop: 5.6 })).toBeNull()
  expect(shot().tStop).toBe(5.6)
  await settle()
  expect(sent[0]!.changes[0]).toMatchObject({ version: 3, fields: { tStop: 5.6 } })
})

test('a value that cannot be is refused with a sentence and not sent', async () => {
  expect(set({ tStop: 0 })).toBe('A stop is between T0.7 and T64, such as 2.8.')
  await settle()
  expect([shot().tStop, sent.length]).toEqual([4, 0])
})

test('edits leave one at a time; the next has seen the one before it', async () => {
  set({ tStop: 5.6 })
  set({ tStop: 8 })
  await settle()
  expect(sent).toHaveLength(1)
  comeBack(6)
  await settle()
  expect(sent[1]!.changes[0]).toMatchObject({ version: 6, fields: { tStop: 8 } })
  expect(shot().tStop).toBe(8)
})

test('somebody else’s change to another field stands beside the one that waits', async () => {
  set({ tStop: 5.6 })
  receive(logged({ iso: 1600 }, 6))
  expect(shot()).toMatchObject({ tStop: 5.6, iso: 1600 })
})

test('a clash takes the change back and says both values', async () => {
  answer = () =>
    Response.json(
      {
        refusal: {
          code: 'clash',
          kind: 'shot',
          id: SHOT,
          field: 'tStop',
          current: 2,
          version: 6,
          says: 'Somebody changed Stop in the meantime.',
        },
      },
      { status: 409 },
    )
  set({ tStop: 5.6 })
  await settle()
  receive(logged({ tStop: 2 }, 6))
  expect(shot().tStop).toBe(2)
  expect(state().notice?.says).toBe(
    '“Change” was not saved. Somebody changed Stop in the meantime. It is now “2”; yours was “5.6”.',
  )
})

test('undo and redo go through the same door', async () => {
  set({ tStop: 5.6 })
  await settle()
  comeBack(6)
  undo()
  expect(shot().tStop).toBe(4)
  await settle()
  expect(sent[1]).toMatchObject({ label: 'Undo Change', changes: [{ version: 6, fields: { tStop: 4 } }] })
  comeBack(7)
  redo()
  expect(shot().tStop).toBe(5.6)
})

test('with the server away the change stays and waits', async () => {
  vi.stubGlobal('fetch', async () => {
    throw new TypeError('network')
  })
  set({ sees: 'kept' })
  await settle()
  expect([state().connection, state().pending.length, shot().sees]).toEqual(['away', 1, 'kept'])
})

test('a signed-out answer keeps the change rather than dropping it', async () => {
  answer = () => Response.json({ refusal: { code: 'forbidden', says: 'Sign in first.' } }, { status: 401 })
  set({ sees: 'kept too' })
  await settle()
  expect([state().pending.length, shot().sees]).toEqual([1, 'kept too'])
})
