// @vitest-environment jsdom
import { act, fireEvent, screen, waitFor, within } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { showKeys, showPalette, showSnags, useDesk } from '../store/desk.ts'
import { commit, say, useProductionStore } from '../store/production.ts'
import { answer, draw, no, openDemo, PRODUCTION_ID, shotOf } from '../testing.tsx'
import { useDay } from '../ui/useDay.ts'
import { DayRibbon } from './DayRibbon.tsx'
import { KeyList } from './KeyList.tsx'
import { NoticeBar } from './NoticeBar.tsx'
import { ProductionRoom } from './ProductionRoom.tsx'
import { fieldsOf, KIND_NAMES, NO_RECORDS } from '@kavrell/core/records'

/** Nothing comes on it: what others do is not the subject here. */
class Quiet {
  close() {}
}
beforeEach(() => {
  openDemo('planner')
  vi.stubGlobal('EventSource', Quiet)
  showPalette(false)
  showKeys(false)
  showSnags(false)
})

/** The demo as the server would have it on the way. */
const onTheWay = () => {
  const { records, seq, role } = useProductionStore.getState()
  const rows = Object.fromEntries(
    KIND_NAMES.map((kind) => [
      kind,
      Object.values(records[kind] ?? {}).map((r) => [r.id, r.version, ...Object.keys(fieldsOf(kind)).map((f) => r[f])]),
    ]),
  )
  return { productionId: PRODUCTION_ID, seq, role, jobs: [], rows }
}
const routes = (snapshot: unknown) => ({
  [`/productions/${PRODUCTION_ID}/snapshot`]: snapshot,
  [`/productions/${PRODUCTION_ID}/clock`]: { nowMs: Date.now(), box: null },
  '/me': { account: { name: 'Maren Tolley' }, productions: [], demo: [] },
})

describe('the room of a production', () => {
  const enter = (stage: string) => {
    const snapshot = onTheWay()
    useProductionStore.setState({ productionId: null, records: NO_RECORDS, confirmed: NO_RECORDS })
    answer(routes(snapshot))
    return draw(<ProductionRoom />, stage)
  }
  test('says that it opens, then shows the stage under the line and the rail', async () => {
    enter('crew')
    expect(screen.getByRole('status', { name: 'Opening' })).toBeTruthy()
    expect(await screen.findByRole('heading', { name: 'Crew' }, { timeout: 15_000 })).toBeTruthy()
    expect(screen.getByRole('navigation', { name: 'Stages' })).toBeTruthy()
    expect(screen.getByRole('button', { name: /^Snags/ })).toBeTruthy()
    await waitFor(() => expect(screen.getByTitle('To the entrance').textContent).toBe('Maren'))
  })
  test('a stage keeps what was opened in it when the room round it is drawn again', async () => {
    const user = enter('brief')
    await user.click(await screen.findByRole('button', { name: 'Change the words' }, { timeout: 15_000 }))
    expect(screen.getByLabelText('Client')).toBeTruthy()
    act(() => showKeys(true))
    act(() => showKeys(false))
    expect(screen.getByLabelText('Client')).toBeTruthy()
  })
  test('a stage that there is not is the first', async () => {
    enter('catering')
    expect(await screen.findByRole('heading', { name: 'Brief' }, { timeout: 15_000 })).toBeTruthy()
  })
  test('who is no member is told so, with the way back', async () => {
    answer(routes(no('You are not part of this production.')))
    useProductionStore.setState({ productionId: null, records: NO_RECORDS, confirmed: NO_RECORDS })
    const user = draw(<ProductionRoom />, 'crew')
    expect(await screen.findByText('You are not part of this production.')).toBeTruthy()
    await user.click(screen.getByRole('link', { name: 'To the entrance' }))
    expect(screen.getByText('now at /')).toBeTruthy()
  })
  test('its keys: go to, keys, undo and redo; where something is typed they are letters', async () => {
    const user = enter('crew')
    await screen.findByRole('heading', { name: 'Crew' }, { timeout: 15_000 })
    await user.keyboard('{Control>}k{/Control}')
    expect(useDesk.getState().paletteOpen).toBe(true)
    await user.keyboard('{Control>}k{/Control}')
    expect(useDesk.getState().paletteOpen).toBe(false)
    const stop = shotOf('3A').tStop
    act(() => void commit('Stop', [{ op: 'update', kind: 'shot', id: shotOf('3A').id, fields: { tStop: 11 } }]))
    fireEvent.keyDown(document.body, { key: 'z', ctrlKey: true })
    expect(shotOf('3A').tStop).toBe(stop)
    fireEvent.keyDown(document.body, { key: 'Z', ctrlKey: true, shiftKey: true })
    expect(shotOf('3A').tStop).toBe(11)
    const field = document.createElement('input')
    document.body.append(field)
    fireEvent.keyDown(field, { key: 'z', ctrlKey: true })
    fireEvent.keyDown(field, { key: '?' })
    expect([shotOf('3A').tStop, useDesk.getState().keysOpen]).toEqual([11, false])
    fireEvent.keyDown(document.body, { key: '?' })
    expect(useDesk.getState().keysOpen).toBe(true)
    field.remove()
  })
})

describe('what just happened', () => {
  beforeEach(() => vi.useFakeTimers())
  afterEach(() => vi.useRealTimers())
  const bar = () => draw(<NoticeBar />)
  const wait = (ms: number) => act(() => vi.advanceTimersByTimeAsync(ms))
  test('goes by itself; what stops stays until it is put away', async () => {
    bar()
    act(() => say('Removed S2.'))
    await wait(100)
    expect(screen.getByRole('status').textContent).toContain('Removed S2.')
    await wait(7000)
    expect(screen.queryByRole('status')).toBeNull()
    act(() => say('A stop is between T0.7 and T64.', 'stop'))
    await wait(60_000)
    fireEvent.click(within(screen.getByRole('alert')).getByRole('button', { name: 'Close' }))
    await wait(500)
    expect(screen.queryByRole('alert')).toBeNull()
  })
  test('a new one has its own time to be read', async () => {
    bar()
    act(() => say('First.'))
    await wait(5000)
    act(() => say('Second.'))
    await wait(5000)
    expect(screen.getByRole('status').textContent).toContain('Second.')
  })
  test('takes back what it speaks of', async () => {
    bar()
    const minutes = shotOf('3A').minutes
    act(() => {
      commit('Minutes', [{ op: 'update', kind: 'shot', id: shotOf('3A').id, fields: { minutes: 99 } }])
      say('Longer.', 'info', true)
    })
    await wait(100)
    fireEvent.click(screen.getByRole('button', { name: 'Undo' }))
    expect(shotOf('3A').minutes).toBe(minutes)
    await wait(500)
    expect(screen.getByRole('status').textContent).toContain('Undone: Minutes')
  })
})

describe('the ribbon', () => {
  // By this device's own clock: no box that was set to another day.
  beforeEach(() => openDemo('planner', (records) => ({ ...records, timecodeBox: {} })))
  const Ribbon = () => {
    const { dayPlan } = useDay()
    return dayPlan ? <DayRibbon dayPlan={dayPlan} /> : null
  }
  afterEach(() => vi.useRealTimers())
  const strip = () => screen.getByRole('img')
  test('says the day in words for those who do not see it', () => {
    draw(<Ribbon />)
    expect(strip().getAttribute('aria-label')).toBe('The day from 04:00 to 00:00 +1, wrap at 22:47')
  })
  test('runs under one light are one block with its letter; building, meals and moves are named', () => {
    draw(<Ribbon />)
    const blocks = [...strip().querySelectorAll('[title*=" to "]')].map((b) => [b.textContent, b.getAttribute('title')])
    const setups = blocks.map(([text]) => text).filter((text) => /^[A-Z]$/.test(text!))
    expect(setups).toEqual(['A', 'B', 'C', 'E', 'D', 'F'])
    expect(blocks.some(([text, title]) => text === 'meal' && title!.startsWith('12:26 to 13:11'))).toBe(true)
  })
  test('now stands on it while the day goes on, and not on another day', () => {
    vi.useFakeTimers({ toFake: ['Date'], now: Date.parse('2026-05-14T09:33:30+01:00') })
    draw(<Ribbon />)
    expect(screen.getByText('09:33')).toBeTruthy()
    vi.setSystemTime(Date.parse('2026-05-20T09:33:30+01:00'))
    document.body.replaceChildren()
    draw(<Ribbon />)
    expect(screen.queryByText('09:33')).toBeNull()
  })
  test('a press on it is a moment of the day', () => {
    draw(<Ribbon />)
    strip().getBoundingClientRect = () => ({ left: 100, width: 1000 }) as DOMRect
    fireEvent.click(strip(), { clientX: 600 })
    // Half of 04:00 to midnight.
    expect(useDesk.getState().moment!.minute).toBe(14 * 60)
  })
})

test('the list of keys closes with Escape and with its button', async () => {
  const user = draw(<KeyList />)
  showKeys(true)
  const keys = screen.getByRole('dialog', { name: 'Keys' })
  await waitFor(() => expect(keys.contains(document.activeElement)).toBe(true))
  await user.keyboard('{Escape}')
  expect(useDesk.getState().keysOpen).toBe(false)
  showKeys(true)
  await user.click(screen.getByRole('button', { name: 'Close' }))
  expect(useDesk.getState().keysOpen).toBe(false)
})
