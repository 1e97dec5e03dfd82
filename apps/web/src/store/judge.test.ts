// @vitest-environment jsdom
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { all, openDemo } from '../testing.tsx'
import { commit, openSnapshot, useProductionStore } from './production.ts'
import { judgeChanges, useFindings, wayOutHolds } from './snags.ts'
import { NO_RECORDS, productionOf, removeRecord, type Tables } from '@kavrell/core/records'
import { findSnags, wayHolds } from '@kavrell/core/snags'
import { inTime } from '../inTime.ts'

const wire = vi.hoisted((): { judge: Record<string, (given: unknown) => unknown>; calls: string[] } => ({
  judge: {},
  calls: [],
}))
// The thread between the page and its judge, without a thread: what goes over it is copied, as it would be.
vi.mock('comlink', () => ({
  expose: (judge: typeof wire.judge) => {
    wire.judge = judge
  },
  wrap: () =>
    new Proxy(
      {},
      {
        get: (_, name: string) => async (given: unknown) => {
          wire.calls.push(name)
          return structuredClone(wire.judge[name]!(structuredClone(given)))
        },
      },
    ),
}))
await import('../workers/judge.worker.ts')

openDemo()
const records: Tables = useProductionStore.getState().records
const terminated: string[] = []
let stop: () => void

beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout', 'performance'] })
  vi.stubGlobal(
    'Worker',
    class {
      terminate() {
        terminated.push('judge')
      }
    },
  )
  vi.stubGlobal('fetch', async () => {
    throw new TypeError('away')
  })
  wire.calls.length = 0
  terminated.length = 0
  useProductionStore.setState({ productionId: null, pending: [], records: NO_RECORDS })
  useFindings.setState({ findings: [], judged: false })
  stop = judgeChanges()
})
afterEach(() => {
  stop()
  vi.useRealTimers()
})
const open = () => openSnapshot({ productionId: 'p', seq: 1, head: null, role: 'planner', jobs: [], records })
const found = () => useFindings.getState()
const judged = () => findSnags(productionOf(useProductionStore.getState().records)!)
const shot = (code: string) => Object.values(useProductionStore.getState().records.shot).find((s) => s.code === code)!

test('the whole is judged once the page stands, and not before', async () => {
  open()
  expect(found().judged).toBe(false)
  await vi.advanceTimersByTimeAsync(700)
  expect(found()).toEqual({ findings: judged(), judged: true })
  expect(found().findings.length).toBeGreaterThan(8)
  expect(wire.calls).toEqual(['open'])
})

test('a change is judged from what changed alone, and comes to the same', async () => {
  open()
  await vi.advanceTimersByTimeAsync(700)
  const before = found().findings.length
  commit('Too dark', [{ op: 'update', kind: 'shot', id: shot('3A').id, fields: { tStop: 22 } }])
  await vi.advanceTimersByTimeAsync(0)
  expect(found().findings).toEqual(judged())
  expect(found().findings.length).toBeGreaterThan(before)
  // Somebody is no longer down for a day that wants them.
  const down = all('attendance').slice(0, 4)
  commit(
    'Gone',
    down.map(({ id }) => removeRecord('attendance', id)),
  )
  expect(all('attendance').some(({ id }) => down.some((d) => d.id === id))).toBe(false)
  await vi.advanceTimersByTimeAsync(0)
  expect(found().findings).toEqual(judged())
  expect(wire.calls).toEqual(['open', 'change', 'change'])
})

test('changes that come while it judges are judged together afterwards', async () => {
  open()
  await vi.advanceTimersByTimeAsync(700)
  for (const tStop of [4, 5.6, 8, 11])
    commit('Stop', [{ op: 'update', kind: 'shot', id: shot('3A').id, fields: { tStop } }])
  await vi.advanceTimersByTimeAsync(0)
  expect(found().findings).toEqual(judged())
  expect(wire.calls).toEqual(['open', 'change', 'change'])
})

test('before there is a production nothing is said to be well', async () => {
  await vi.advanceTimersByTimeAsync(1000)
  expect([found().judged, wire.calls]).toEqual([false, []])
})

test('left, the judge is sent home and what it found is forgotten', async () => {
  open()
  await vi.advanceTimersByTimeAsync(700)
  stop()
  expect([found(), terminated]).toEqual([{ findings: [], judged: false }, ['judge']])
  commit('Stop', [{ op: 'update', kind: 'shot', id: shot('3A').id, fields: { tStop: 4 } }])
  await vi.advanceTimersByTimeAsync(0)
  expect(found().judged).toBe(false)
})

test('a way out is tried against all checks before it is offered', async () => {
  open()
  await vi.advanceTimersByTimeAsync(700)
  await inTime(() => expect(found().judged).toBe(true))
  const production = productionOf(records)!
  const findings = findSnags(production)
  const held = await Promise.all(
    found().findings.flatMap((finding) => finding.fixes.map((fix) => wayOutHolds(finding, fix))),
  )
  const ids = () => 'made'
  expect(held).toEqual(
    findings.flatMap((finding) =>
      finding.fixes.map((fix) => wayHolds(production, findings, finding, fix.changes, ids)),
    ),
  )
  expect(held).toContain(true)
})
