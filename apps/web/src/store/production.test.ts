import 'fake-indexeddb/auto'
import { beforeEach, expect, test, vi } from 'vitest'
import { device } from './device.ts'
import {
  commit,
  decideMisfit,
  disagreement,
  keepNow,
  openKept,
  openSnapshot,
  receive,
  setConnection,
  receiveJob,
  say,
  useProductionStore,
} from './production.ts'
import { insistOn, redo, undo } from './undo.ts'
import { fail, ok } from '@kavrell/core/outcome'
import type { LoggedEdit } from '@kavrell/contract'
import { asId, blank, NO_RECORDS } from '@kavrell/core/records'

const PRODUCTION = '00000000-0000-7000-8000-000000000001',
  SHOT = '00000000-0000-7000-8000-000000000002',
  SCENE = '00000000-0000-7000-8000-000000000003'
const sent: { id: string; label: string; changes: { version?: number; fields: Record<string, unknown> }[] }[] = []
let answer: () => Response = () => Response.json({ seq: 1000, repeated: false }, { status: 201 })
const state = () => useProductionStore.getState()
const shot = () => state().records.shot[SHOT]! as unknown as { tStop: number; iso: number; sees: string }
/** All is sent, answered and kept: what is under way moves on by turns, however slow the machine is. */
const settle = async () => {
  await new Promise((resolve) => {
    setTimeout(resolve, 25)
  })
  for (let turn = 0; turn < 200; turn++)
    await new Promise((resolve) => {
      setImmediate(resolve)
    })
}
const logged = (fields: Record<string, unknown>, seq: number, id = 'theirs'): LoggedEdit => ({
  id,
  seq,
  productionId: PRODUCTION,
  label: 'x',
  author: 'Juno',
  at: '',
  before: [null],
  changes: [{ op: 'update', kind: 'shot', id: asId(SHOT), version: 0, fields }],
})
const NOTHING_KEPT = { productionId: PRODUCTION, role: 'owner', seq: 0, records: NO_RECORDS } as const
/** The newest edit that was sent comes back on the stream. */
const comeBack = (seq: number) => {
  const edit = sent.at(-1)!
  receive({ ...edit, seq, productionId: PRODUCTION, author: 'me', at: '', before: [null] } as unknown as LoggedEdit)
}

beforeEach(async () => {
  // Closed first: what the test before still waits to send again would else go out while the device is emptied.
  useProductionStore.setState({ productionId: null, pending: [], misfits: [], undo: [], redo: [], notice: null })
  answer = () => Response.json({ seq: 1000, repeated: false }, { status: 201 })
  vi.stubGlobal('fetch', async (_: string, init: RequestInit) => {
    sent.push(JSON.parse(init.body as string) as never)
    return answer()
  })
  await device.keepProduction(
    NOTHING_KEPT,
    (await device.open(PRODUCTION)).pending.map(({ id }) => id),
  )
  for (const { id } of (await device.open(PRODUCTION)).misfits) await device.dropMisfit(id)
  sent.length = 0
  openSnapshot({
    productionId: PRODUCTION,
    seq: 5,
    head: null,
    role: 'owner',
    jobs: [],
    records: {
      ...NO_RECORDS,
      shot: { [SHOT]: { id: asId(SHOT), version: 3, ...blank('shot', { sceneId: asId(SCENE), tStop: 4 }) } },
    },
  })
})
const set = (fields: Record<string, unknown>) =>
  commit('Change', [{ op: 'update', kind: 'shot', id: asId(SHOT), fields }])

test('a change shows at once and is sent with the version that was seen', async () => {
  expect(set({ tStop: 5.6 })).toEqual(ok(undefined))
  expect(shot().tStop).toBe(5.6)
  await settle()
  expect(sent[0]!.changes[0]).toMatchObject({ version: 3, fields: { tStop: 5.6 } })
})

test('a value that cannot be is refused with a sentence and not sent', async () => {
  expect(set({ tStop: 0 })).toEqual(fail('A stop is between T0.7 and T64, such as 2.8.'))
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
    '“Change” was not saved. Somebody changed Stop in the meantime. It is kept among the snags.',
  )
  expect(state().misfits).toHaveLength(1)
  expect(disagreement(state().misfits[0]!)).toEqual({ field: 'tStop', current: 2, mine: 5.6 })
})

const clash = () =>
  Response.json(
    {
      refusal: { code: 'clash', kind: 'shot', id: SHOT, field: 'tStop', current: 2, version: 6, says: 'Changed.' },
    },
    { status: 409 },
  )

test('a misfit survives a reload, can be insisted on over what is there now, and is then forgotten', async () => {
  answer = clash
  set({ tStop: 5.6 })
  await settle()
  receive(logged({ tStop: 2 }, 6))
  keepNow()
  await settle()
  await openKept(PRODUCTION)
  expect([shot().tStop, state().misfits.length, state().pending.length]).toEqual([2, 1, 0])
  answer = () => Response.json({ seq: 1000, repeated: false }, { status: 201 })
  expect(decideMisfit(state().misfits[0]!, true).ok).toBe(true)
  await settle()
  expect(shot().tStop).toBe(5.6)
  expect(sent.at(-1)!.changes[0]).toMatchObject({ version: 6, fields: { tStop: 5.6 } })
  expect((await device.open(PRODUCTION)).misfits).toEqual([])
})

test('what an older version of the app kept here opens whole: a take then stands in the main unit', async () => {
  const { unitId: _unit, ...older } = { ...blank('take', { slate: '1A' }), id: asId<'take'>(SHOT), version: 3 }
  const { run: _run, ...kinds } = NO_RECORDS
  const records = { ...kinds, take: { [SHOT]: older } } as unknown as typeof NO_RECORDS
  await device.keepProduction({ productionId: PRODUCTION, role: 'logger', seq: 3, records })
  await openKept(PRODUCTION)
  expect(state().records.take[SHOT]!.unitId).toBeNull()
  expect(state().records.run).toEqual({})
})

test('a misfit can be let go', async () => {
  answer = clash
  set({ tStop: 5.6 })
  await settle()
  const before = sent.length
  expect(decideMisfit(state().misfits[0]!, false).ok).toBe(true)
  await settle()
  expect([state().misfits.length, sent.length, shot().tStop]).toEqual([0, before, 4])
})

const away = () => {
  vi.stubGlobal('fetch', async () => {
    throw new TypeError('network')
  })
}
const back = () => {
  vi.stubGlobal('fetch', async (_: string, init: RequestInit) => {
    sent.push(JSON.parse(init.body as string) as never)
    return answer()
  })
}

test('what waits survives a reload of the device, in order, over what it last knew', async () => {
  keepNow()
  away()
  set({ tStop: 5.6 })
  set({ iso: 1600 })
  set({ tStop: 8 })
  await settle()
  const ids = state().pending.map((p) => p.edit.id)
  useProductionStore.setState({ productionId: null, pending: [], records: NO_RECORDS, confirmed: NO_RECORDS, seq: 0 })
  await openKept(PRODUCTION)
  expect(state().pending.map((p) => p.edit.id)).toEqual(ids)
  expect(state().connection).toBe('away')
  expect([shot().tStop, shot().iso]).toEqual([8, 1600])
})

test('a page left right after an answer comes back with what was done, sends it again, and then lets go of it', async () => {
  keepNow()
  set({ tStop: 5.6 })
  await settle()
  comeBack(6)
  await settle()
  expect([state().pending.length, shot().tStop]).toEqual([0, 5.6])
  // Left before the records were kept anew: they are those from before.
  useProductionStore.setState({ productionId: null, pending: [], records: NO_RECORDS, confirmed: NO_RECORDS, seq: 0 })
  await openKept(PRODUCTION)
  expect(shot().tStop).toBe(5.6)
  answer = () => Response.json({ seq: 6, repeated: true }, { status: 201 })
  const whole = { ...NO_RECORDS, shot: { [SHOT]: { ...shot(), version: 6 } } } as unknown as typeof NO_RECORDS
  openSnapshot({ productionId: PRODUCTION, seq: 6, head: sent[0]!.id, role: 'owner', jobs: [], records: whole })
  setConnection('live')
  await settle()
  expect(sent.map(({ id }) => id)).toEqual([sent[0]!.id, sent[0]!.id])
  keepNow()
  await settle()
  expect((await device.open(PRODUCTION)).pending).toEqual([])
})

test('back again, they go out one after the other, each with the version it then knows', async () => {
  away()
  set({ tStop: 5.6 })
  set({ tStop: 8 })
  await settle()
  await openKept(PRODUCTION)
  back()
  openSnapshot({ productionId: PRODUCTION, seq: 9, head: null, role: 'owner', jobs: [], records: state().confirmed })
  useProductionStore.setState({ pending: state().pending.map((p) => ({ ...p, sent: false })) })
  set({ iso: 1600 })
  await settle()
  expect(sent.map((e) => e.changes[0]!.fields)).toEqual([{ tStop: 5.6 }])
  comeBack(10)
  await settle()
  expect(sent[1]!.changes[0]).toMatchObject({ version: 10, fields: { tStop: 8 } })
  comeBack(11)
  await settle()
  expect(sent[2]!.changes[0]).toMatchObject({ fields: { iso: 1600 } })
  comeBack(12)
  await settle()
  keepNow()
  await settle()
  expect([state().pending.length, (await device.open(PRODUCTION)).pending.length]).toEqual([0, 0])
})

test('an edit that was answered before the reload is sent again, answered again, and forgotten', async () => {
  set({ tStop: 5.6 })
  await settle()
  // The answer came, the stream did not: the page is closed and opened again.
  await openKept(PRODUCTION)
  expect(state().pending).toHaveLength(1)
  const records = { ...NO_RECORDS, shot: { [SHOT]: { ...state().confirmed.shot[SHOT]!, tStop: 5.6, version: 6 } } }
  answer = () => Response.json({ seq: 6, repeated: true })
  openSnapshot({ productionId: PRODUCTION, seq: 6, head: null, role: 'owner', jobs: [], records })
  set({ iso: 1600 })
  await settle()
  expect(sent.map((e) => e.changes[0]!.fields)).toEqual([{ tStop: 5.6 }, { tStop: 5.6 }, { iso: 1600 }])
  expect(shot().tStop).toBe(5.6)
})

test('a server that fails has not said no', async () => {
  answer = () => Response.json({ failed: 'x' }, { status: 500 })
  set({ sees: 'kept' })
  await settle()
  expect([state().connection, state().pending.length, state().misfits.length]).toEqual(['away', 1, 0])
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

test('what did not fit cannot be undone; what had the same words and fitted still can', async () => {
  set({ iso: 1600 })
  await settle()
  comeBack(6)
  answer = clash
  set({ tStop: 5.6 })
  expect(state().undo).toHaveLength(2)
  await settle()
  expect(state().undo.map((entry) => entry.changes[0])).toMatchObject([{ fields: { iso: 800 } }])
  undo()
  expect([shot().iso, shot().tStop]).toEqual([800, 4])
})

test('an undo that did not fit is not offered to be done again', async () => {
  set({ tStop: 5.6 })
  await settle()
  comeBack(6)
  answer = clash
  undo()
  expect(state().redo).toHaveLength(1)
  await settle()
  expect([state().redo, state().misfits.length]).toEqual([[], 1])
})

test('a new edit empties what could be done again', () => {
  set({ tStop: 5.6 })
  undo()
  expect(state().redo).toHaveLength(1)
  set({ iso: 3200 })
  expect(state().redo).toEqual([])
  redo()
  expect([shot().tStop, shot().iso]).toEqual([4, 3200])
})

test('with nothing to take back, undo and redo do nothing and say nothing', () => {
  undo()
  redo()
  expect([state().pending, state().notice]).toEqual([[], null])
})

test('a notice that offers its undo is gone with the next edit: the undo would be another', () => {
  set({ tStop: 5.6 })
  say('Removed it.', 'info', true)
  set({ iso: 3200 })
  expect(state().notice).toBeNull()
  say('The server is away.', 'stop')
  set({ iso: 1600 })
  expect(state().notice?.says).toBe('The server is away.')
})

test('what was done before the server answered can be undone after it has', async () => {
  keepNow()
  await openKept(PRODUCTION)
  away()
  set({ tStop: 5.6 })
  await settle()
  openSnapshot({ productionId: PRODUCTION, seq: 5, head: null, role: 'owner', jobs: [], records: state().confirmed })
  undo()
  expect(shot().tStop).toBe(4)
})

test('undo leaves what somebody wrote since, says what stands there, and puts it back for who insists', async () => {
  set({ tStop: 5.6, iso: 1600 })
  await settle()
  comeBack(6)
  receive(logged({ tStop: 8 }, 7))
  undo()
  expect([shot().tStop, shot().iso]).toEqual([8, 800])
  const { says, insist } = state().notice!
  expect(says).toBe('“Change”: the rest is taken back, but “Stop” of 1A was changed since, to 8. It was left so.')
  expect(insist!.says).toBe('Put back 4')
  insistOn(insist!)
  expect([shot().tStop, state().notice]).toEqual([4, null])
})

test('what was made is not removed with what others wrote into it', async () => {
  const made = asId<'shot'>('00000000-0000-7000-8000-000000000009')
  commit('Add 1B', [
    { op: 'create', kind: 'shot', id: made, fields: blank('shot', { sceneId: asId(SCENE), code: '1B' }) },
  ])
  const change = { op: 'update', kind: 'shot', id: made, version: 0, fields: { sees: 'the harbour' } } as const
  await settle()
  comeBack(6)
  receive({ ...logged({}, 7), changes: [change] })
  undo()
  expect(state().records.shot[made]).toMatchObject({ sees: 'the harbour' })
  expect(state().notice!.insist!.says).toBe('Remove 1B all the same')
  insistOn(state().notice!.insist!)
  expect(state().records.shot[made]).toBeUndefined()
})

test('a hundred edits can be undone, the oldest beyond that cannot', () => {
  for (let i = 0; i < 105; i++) set({ iso: 400 + i })
  expect(state().undo).toHaveLength(100)
  for (let i = 0; i < 110; i++) undo()
  expect(shot().iso).toBe(404)
})

test('an edit of another production, or one that is known already, changes nothing', () => {
  receive({ ...logged({ tStop: 2 }, 6), productionId: 'another' })
  receive(logged({ tStop: 2 }, 5))
  expect([shot().tStop, state().seq]).toEqual([4, 5])
})

test('a job is shown as it goes on, the newest first', () => {
  const job = (id: string, bytesDone: number) => ({ id, bytesDone }) as never
  receiveJob(job('first', 0))
  receiveJob(job('second', 0))
  receiveJob(job('first', 50))
  expect(state().jobs).toMatchObject([
    { id: 'second', bytesDone: 0 },
    { id: 'first', bytesDone: 50 },
  ])
})

test('opening another production takes nothing along', async () => {
  set({ tStop: 5.6 })
  openSnapshot({ productionId: 'another', seq: 1, head: null, role: 'reader', jobs: [], records: NO_RECORDS })
  expect(state()).toMatchObject({ pending: [], misfits: [], undo: [], redo: [], records: NO_RECORDS, role: 'reader' })
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
  answer = () => Response.json({ refusal: { code: 'signed-out', says: 'Sign in first.' } }, { status: 401 })
  set({ sees: 'kept too' })
  await settle()
  expect([state().pending.length, shot().sees]).toEqual([1, 'kept too'])
})

test('an edit answered just before a snapshot that holds it leaves the queue, though the stream never brings it', async () => {
  answer = () => Response.json({ seq: 7, repeated: false }, { status: 201 })
  commit('Stop', [{ op: 'update', kind: 'shot', id: asId(SHOT), fields: { tStop: 5.6 } }])
  commit('ISO', [{ op: 'update', kind: 'shot', id: asId(SHOT), fields: { iso: 400 } }])
  await settle()
  expect([state().pending.length, sent.length]).toEqual([2, 1])
  answer = () => Response.json({ seq: 8, repeated: false }, { status: 201 })
  openSnapshot({
    productionId: PRODUCTION,
    seq: 7,
    head: null,
    role: 'owner',
    jobs: [],
    records: {
      ...NO_RECORDS,
      shot: { [SHOT]: { id: SHOT, version: 7, ...blank('shot', { sceneId: asId(SCENE), tStop: 5.6 }) } },
    },
  } as never)
  await settle()
  expect(sent.map((edit) => edit.label)).toEqual(['Stop', 'ISO'])
  expect(state().pending.map((p) => p.edit.label)).toEqual(['ISO'])
})

test('an edit made in the breath before the page is left is there when it opens again', async () => {
  const kept = new Map<string, string>()
  vi.stubGlobal(
    'localStorage',
    new Proxy(
      {
        setItem: (key: string, value: string) => void kept.set(key, value),
        getItem: (key: string) => kept.get(key) ?? null,
        removeItem: (key: string) => void kept.delete(key),
      },
      { ownKeys: () => [...kept.keys()], getOwnPropertyDescriptor: () => ({ enumerable: true, configurable: true }) },
    ),
  )
  const put = vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
    throw new Error('the page is gone')
  })
  commit('Stop', [{ op: 'update', kind: 'shot', id: asId(SHOT), fields: { tStop: 8 } }])
  await settle()
  put.mockRestore()
  await openKept(PRODUCTION)
  expect(state().pending.map((p) => p.edit.label)).toEqual(['Stop'])
  expect([...kept.keys()]).toEqual([])
  vi.unstubAllGlobals()
})
