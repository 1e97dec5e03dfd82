// @vitest-environment jsdom
import { act, cleanup, renderHook } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { boxTime, measureClock, stamp, useBoxTime, useClockMeasurement, useMeasuredClock } from './clock.ts'
import { useProductionStore } from './production.ts'
import { asId, blank, NO_RECORDS } from '@kavrell/core/records'

const NOW = Date.parse('2026-05-14T08:00:00Z')
/** A server that is so far ahead, with a box on it, and takes so long to answer, there and back. */
const server = { aheadMs: 5000, box: null as { name: string; aheadMs: number } | null, tookMs: 40 }
const asked: string[] = []
const withBox = (offsetMs: number, driftPpm = 0) =>
  useProductionStore.setState({
    records: {
      ...NO_RECORDS,
      timecodeBox: {
        box: {
          id: asId('box'),
          version: 1,
          ...blank('timecodeBox', { offsetMs, driftPpm, setAt: '2026-05-14T00:00:00Z' }),
        },
      },
    },
  })

beforeEach(() => {
  vi.useFakeTimers({ toFake: ['Date', 'setInterval', 'clearInterval'], now: NOW })
  localStorage.clear()
  asked.length = 0
  Object.assign(server, { aheadMs: 5000, box: null, tookMs: 40 })
  useProductionStore.setState({ records: NO_RECORDS, connection: 'live' })
  vi.stubGlobal('fetch', async (url: string) => {
    asked.push(url)
    vi.setSystemTime(Date.now() + server.tookMs / 2)
    const nowMs = Date.now() + server.aheadMs
    vi.setSystemTime(Date.now() + server.tookMs / 2)
    return Response.json({ nowMs, box: server.box })
  })
})
afterEach(() => {
  cleanup()
  vi.useRealTimers()
})
/** Follows the clock of a production as a page does, until what it asks has been answered. */
const follow = async (productionId: string) => {
  const page = renderHook(({ id }) => useMeasuredClock(id), { initialProps: { id: productionId } })
  await act(async () => {
    for (let i = 0; i < 50; i++) await Promise.resolve()
  })
  return page
}
const measured = () => renderHook(() => useClockMeasurement()).result.current

describe('the moment that all share', () => {
  test('is the device’s, put right by the server’s and by how far the box is ahead', () => {
    const known = { serverAheadMs: 5_000, withinMs: 10, box: { name: 'Box 1', aheadMs: -60_000 } }
    expect(boxTime(10_000, known)).toBe(10_000 + 5_000 - 60_000)
    expect(boxTime(10_000, { ...known, box: null })).toBe(15_000)
  })
  test('before the box was asked it is what is written down of its setting, with its drift', () => {
    withBox(3_600_000, 1)
    const unasked = { serverAheadMs: 0, withinMs: null, box: null }
    // Set eight hours ago, a millionth fast since.
    expect(boxTime(NOW, unasked)).toBeCloseTo(NOW + 3_600_000 + 28.8, 6)
    expect(boxTime(NOW, { ...unasked, box: { name: 'Box 1', aheadMs: 250 } })).toBe(NOW + 250)
  })
  test('is measured in the middle of the way there and back, and is off by half of it at most', async () => {
    server.box = { name: 'Box 1', aheadMs: 250 }
    await measureClock('measured')
    expect(measured()).toEqual({ serverAheadMs: 5000, withinMs: 20, box: { name: 'Box 1', aheadMs: 250 } })
    const { at, deviceAt, atMs } = stamp()
    expect(atMs - Date.parse(deviceAt)).toBe(5250)
    expect(Date.parse(at)).toBe(atMs)
  })
})

describe('a device whose clock is set while the server is away', () => {
  /** The clock that nobody can set. */
  const steady = { ms: 1000 }
  beforeEach(() => {
    vi.spyOn(performance, 'now').mockImplementation(() => steady.ms)
  })
  afterEach(() => {
    vi.restoreAllMocks()
  })
  const passes = (ms: number, shownMs = ms) => {
    steady.ms += ms
    vi.setSystemTime(Date.now() + shownMs)
  }
  test('back, as by an hour, goes on logging by the time that went by, and says what its clock said', async () => {
    await measureClock('set back')
    const before = stamp().atMs
    passes(60_000, 60_000 - 3_600_000)
    const after = stamp()
    expect(after.atMs - before).toBe(60_000)
    expect(Date.parse(after.deviceAt)).toBe(Date.now())
    const page = renderHook(() => useBoxTime(1))
    expect(page.result.current).toBe(after.atMs)
  })
  test('is believed where it runs as it should, is put right by a little, or the page slept', async () => {
    await measureClock('as ever')
    const before = stamp().atMs
    passes(60_000, 59_800)
    expect(stamp().atMs - before).toBe(59_800)
    // Asleep, the clock that nobody can set stood still.
    passes(1_000, 1_800_000)
    expect(stamp().atMs - before).toBe(59_800 + 1_800_000)
  })
  test('is measured when the page is looked at again', async () => {
    const page = await follow('woken')
    expect(asked).toHaveLength(5)
    await act(async () => {
      document.dispatchEvent(new Event('visibilitychange'))
      for (let i = 0; i < 50; i++) await Promise.resolve()
    })
    expect(asked).toHaveLength(10)
    page.unmount()
  })
})

describe('a page that follows a production', () => {
  test('measures when it opens and every minute, while the server is there', async () => {
    const page = await follow('a')
    expect(asked).toEqual(Array(5).fill('/api/productions/a/clock'))
    await act(() => vi.advanceTimersByTimeAsync(60_000))
    expect(asked).toHaveLength(10)
    act(() => useProductionStore.setState({ connection: 'away' }))
    await act(() => vi.advanceTimersByTimeAsync(180_000))
    expect(asked).toHaveLength(10)
    page.unmount()
  })
  test('measures anew when the box is set', async () => {
    withBox(0)
    await follow('b')
    act(() =>
      useProductionStore.setState({
        records: {
          ...NO_RECORDS,
          timecodeBox: { box: { id: asId('box'), version: 2, ...blank('timecodeBox', { offsetMs: 9 }) } },
        },
      }),
    )
    await act(() => vi.advanceTimersByTimeAsync(0))
    expect(asked).toHaveLength(10)
  })
  test('goes by what it measured last while the server is away, each production by its own', async () => {
    await follow('c')
    cleanup()
    vi.stubGlobal('fetch', async () => {
      throw new TypeError('connection refused')
    })
    await follow('never measured')
    expect(measured()).toEqual({ serverAheadMs: 0, withinMs: null, box: null })
    cleanup()
    await follow('c')
    expect(measured().serverAheadMs).toBe(5000)
  })
  test('keeps nothing of a production that was left, nor what was still on its way', async () => {
    const left = renderHook(() => useMeasuredClock('left'))
    left.unmount()
    await act(async () => {
      for (let i = 0; i < 50; i++) await Promise.resolve()
    })
    expect([measured().withinMs, localStorage.getItem('kavrell.clock.left')]).toEqual([null, null])
    await follow('e')
    expect(measured().withinMs).toBe(20)
    cleanup()
    expect(measured().withinMs).toBeNull()
    vi.setSystemTime(NOW - 86_400_000)
    expect(stamp().atMs).toBe(NOW - 86_400_000)
  })
  test('shows a clock that goes on', async () => {
    await follow('d')
    const clock = renderHook(() => useBoxTime(25))
    const before = clock.result.current
    act(() => void vi.advanceTimersByTime(1000))
    expect(clock.result.current - before).toBe(1000)
  })
})
