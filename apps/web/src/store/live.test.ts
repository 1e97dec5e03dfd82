// @vitest-environment jsdom
import 'fake-indexeddb/auto'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { device } from './device.ts'
import { follow } from './live.ts'
import { useProductionStore } from './production.ts'
import type { Job, LoggedEdit, SnapshotOnTheWay } from '@kavrell/contract'
import { asId, blank, fieldsOf } from '@kavrell/core/records'
import { inTime } from '../inTime.ts'

const PRODUCTION = '00000000-0000-7000-8000-00000000000a'
const PLACE = '00000000-0000-7000-8000-00000000000b'
const state = () => useProductionStore.getState()
const name = () => state().records.place?.[PLACE]?.name

/** A stream that the test speaks through. */
class Stream {
  static open: Stream[] = []
  onopen: () => void = () => undefined
  onmessage: (event: { data: string }) => void = () => undefined
  onerror: () => void = () => undefined
  closed = false
  constructor(readonly url: string) {
    Stream.open.push(this)
  }
  close(): void {
    this.closed = true
  }
  says(message: unknown): void {
    this.onmessage({ data: JSON.stringify(message) })
  }
}
const place = { ...blank('place', { name: 'Yard' }) } as Record<string, unknown>
const snapshot = (seq: number): SnapshotOnTheWay => ({
  productionId: PRODUCTION,
  seq,
  head: `edit ${seq}`,
  role: 'owner',
  jobs: [],
  rows: { place: [[PLACE, seq, ...Object.keys(fieldsOf('place')).map((field) => place[field])]] },
})
const renamed = (to: string, seq: number): { type: 'edit'; edit: LoggedEdit } => ({
  type: 'edit',
  edit: {
    id: `edit ${seq}`,
    seq,
    productionId: PRODUCTION,
    label: 'Rename',
    author: 'Juno',
    at: '',
    before: [null],
    changes: [{ op: 'update', kind: 'place', id: asId(PLACE), version: 0, fields: { name: to } }],
  },
})

let server: () => Promise<Response>
const asked: string[] = []
let stop = () => undefined as void
const refusals: string[] = []
/** What the device and the server have to do before anything is to be seen; clocks stand still meanwhile. */
const settled = () => inTime(() => expect(Stream.open.length + refusals.length).toBeGreaterThan(0))

beforeEach(async () => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
  Stream.open = []
  asked.length = 0
  refusals.length = 0
  server = async () => Response.json(snapshot(7))
  vi.stubGlobal('EventSource', Stream)
  vi.stubGlobal('fetch', (url: string) => {
    asked.push(url)
    return server()
  })
  await device.forgetProduction(PRODUCTION)
  useProductionStore.setState({ productionId: null, pending: [], connection: 'loading' })
})
afterEach(() => {
  stop()
  vi.useRealTimers()
})
const open = () => {
  stop = follow(PRODUCTION, (says) => refusals.push(says))
}

test('a production is had whole and then listened to from its number on', async () => {
  open()
  await settled()
  expect(asked).toEqual([`/api/productions/${PRODUCTION}/snapshot`])
  expect(Stream.open.map((s) => s.url)).toEqual([`/api/productions/${PRODUCTION}/stream?after=7&head=edit 7`])
  expect([name(), state().connection]).toEqual(['Yard', 'live'])
  Stream.open[0]!.says(renamed('Boatyard', 8))
  expect([name(), state().seq]).toEqual(['Boatyard', 8])
})

test('jobs come on the same stream', async () => {
  open()
  await settled()
  Stream.open[0]!.says({ type: 'job', job: { id: 'copy', state: 'running' } as Job })
  expect(state().jobs).toMatchObject([{ id: 'copy', state: 'running' }])
})

test('a stream that breaks is away, and is taken up again from the last number that was seen', async () => {
  open()
  await settled()
  const [first] = Stream.open
  first!.says(renamed('Boatyard', 8))
  first!.onerror()
  expect([state().connection, first!.closed]).toEqual(['away', true])
  await vi.advanceTimersByTimeAsync(1500)
  expect(Stream.open[1]!.url).toMatch(/after=8&head=edit 8$/)
  Stream.open[1]!.onopen()
  expect(state().connection).toBe('live')
  // The break may have been between hearing an edit and its number: heard twice it counts once.
  Stream.open[1]!.says(renamed('Boatyard', 8))
  Stream.open[1]!.says(renamed('Old yard', 9))
  expect([name(), state().seq]).toEqual(['Old yard', 9])
})

test('told that its log is another, it loads the whole anew and listens from there', async () => {
  open()
  await settled()
  server = async () => Response.json(snapshot(3))
  Stream.open[0]!.says({ type: 'load-anew' })
  await inTime(() => expect(Stream.open).toHaveLength(2))
  expect(Stream.open[0]!.closed).toBe(true)
  expect(Stream.open[1]!.url).toMatch(/after=3&head=edit 3$/)
  expect([state().seq, state().head]).toEqual([3, 'edit 3'])
})

test('a stream that is refused asks why, and says it', async () => {
  open()
  await settled()
  server = async () => Response.json({ refusal: { code: 'signed-out', says: 'Sign in first.' } }, { status: 401 })
  Object.assign(Stream.open[0]!, { readyState: 2 })
  Stream.open[0]!.onerror()
  await vi.advanceTimersByTimeAsync(3000)
  await inTime(() => expect(refusals).toEqual(['Sign in first.']))
})

test('with the server away what the device last knew is shown, and the server is asked until it answers', async () => {
  const fields = { id: PLACE, version: 3, ...blank('place', { name: 'As it was' }) }
  const records = { production: {}, place: { [PLACE]: fields } }
  await device.keepProduction({ productionId: PRODUCTION, role: 'owner', seq: 3, records } as never)
  server = async () => {
    throw new TypeError('connection refused')
  }
  open()
  await inTime(() => expect(name()).toBe('As it was'))
  await inTime(() => expect(state().connection).toBe('away'))
  expect(Stream.open).toEqual([])
  server = async () => Response.json(snapshot(7))
  await vi.advanceTimersByTimeAsync(1500)
  await settled()
  expect([name(), state().seq]).toEqual(['Yard', 7])
  expect(refusals).toEqual([])
})

test('whoever is no member any more is told so, and the device forgets the production', async () => {
  await device.keepProduction({ productionId: PRODUCTION, role: 'owner', seq: 3, records: {} } as never)
  server = async () =>
    Response.json({ refusal: { code: 'forbidden', says: 'You are not part of this production.' } }, { status: 403 })
  open()
  await settled()
  expect(refusals).toEqual(['You are not part of this production.'])
  expect((await device.open(PRODUCTION)).kept).toBeNull()
  expect(Stream.open).toEqual([])
})

test('closed while the server thinks, nothing is opened when it answers', async () => {
  let answer: (response: Response) => void = () => undefined
  server = () => new Promise((resolve) => (answer = resolve))
  open()
  await inTime(() => expect(state().productionId).toBe(PRODUCTION))
  stop()
  answer(Response.json(snapshot(7)))
  await vi.advanceTimersByTimeAsync(5000)
  expect([Stream.open, state().seq]).toEqual([[], 0])
})

test('closed while it is listened to, the stream is closed and not opened again', async () => {
  open()
  await settled()
  stop()
  expect(Stream.open[0]!.closed).toBe(true)
  Stream.open[0]!.onerror()
  await vi.advanceTimersByTimeAsync(5000)
  expect(Stream.open).toHaveLength(1)
})

test('a page that is put away keeps what it knows at once', async () => {
  open()
  await settled()
  Stream.open[0]!.says(renamed('Boatyard', 8))
  vi.spyOn(document, 'visibilityState', 'get').mockReturnValue('hidden')
  document.dispatchEvent(new Event('visibilitychange'))
  await inTime(async () => expect((await device.open(PRODUCTION)).kept?.seq).toBe(8))
  vi.restoreAllMocks()
})
