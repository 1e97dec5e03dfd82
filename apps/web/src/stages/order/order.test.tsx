// @vitest-environment jsdom
import { screen, within } from '@testing-library/react'
import { beforeEach, expect, test, vi } from 'vitest'
import { undo } from '../../store/production.ts'
import { all, draw, openDemo, sent } from '../../testing.tsx'
import { OrderScreen } from './OrderScreen.tsx'

beforeEach(() => openDemo('planner'))
const rows = () => [...document.querySelectorAll<HTMLElement>('[data-item]')]
const ids = () => rows().map((r) => r.dataset.item)
const wrap = () => screen.getAllByText(/^Wrap at/)[0]!.textContent

test('Alt with an arrow moves a row, times and wrap follow, and one undo puts it back', async () => {
  const user = draw(<OrderScreen />, 'order')
  const before = ids(),
    ended = wrap()
  const focusable = rows()[1]!.matches('[tabindex]')
    ? rows()[1]!
    : rows()[1]!.querySelector<HTMLElement>('[tabindex="0"], button')!
  focusable.focus()
  await user.keyboard('{Alt>}{ArrowDown}{/Alt}')
  expect(ids()).toEqual([before[0], before[2], before[1], ...before.slice(3)])
  undo()
  await vi.waitFor(() => expect(wrap()).toBe(ended))
  expect(ids()).toEqual(before)
})

test('a meal lengthens the day by its minutes or by what it spares of a wait', async () => {
  const user = draw(<OrderScreen />, 'order')
  const before = all('orderItem').length
  await user.click(screen.getByRole('button', { name: 'Add meal' }))
  expect(all('orderItem')).toHaveLength(before + 1)
  expect(all('orderItem').some((i) => i.type === 'meal' && i.minutes === 45 && i.title === 'Meal')).toBe(true)
})

test('a shot that no order has is put in by one press, and all of them by one edit', async () => {
  openDemo('planner', (records) => ({ ...records, orderItem: {} }))
  const user = draw(<OrderScreen />, 'order')
  expect(screen.getByText('Nothing in the order yet. Add shots from below.')).toBeTruthy()
  await user.click(screen.getAllByRole('button', { name: 'Put in' })[0]!)
  expect(all('orderItem')).toHaveLength(1)
  await user.click(screen.getByRole('button', { name: 'Put all in' }))
  expect(all('orderItem').flatMap((i) => i.shotIds)).toHaveLength(all('shot').length)
  expect(rows()).toHaveLength(all('shot').length)
  undo()
  expect(all('orderItem')).toHaveLength(1)
})

test('a wrap after one must be out is said in minutes', () => {
  openDemo('planner', (records) => ({
    ...records,
    day: Object.fromEntries(Object.entries(records.day!).map(([id, d]) => [id, { ...d, outByMin: 12 * 60 }])),
  }))
  draw(<OrderScreen />, 'order')
  expect(screen.getByText(/\d+ min after you must be out at 12:00/)).toBeTruthy()
})

test('everyone who is called is listed with the share of their hours that they work', () => {
  draw(<OrderScreen />, 'order')
  for (const share of screen.getAllByText(/% busy$/)) {
    const percent = Number(/\d+/.exec(share.textContent)![0])
    expect(percent).toBeGreaterThanOrEqual(0)
    expect(percent).toBeLessThanOrEqual(100)
  }
})

test('a reader sees the order and moves nothing', async () => {
  openDemo('reader')
  const user = draw(<OrderScreen />, 'order')
  const before = ids()
  const focusable = rows()[1]!.matches('[tabindex]')
    ? rows()[1]!
    : rows()[1]!.querySelector<HTMLElement>('[tabindex="0"], button')
  focusable?.focus()
  await user.keyboard('{Alt>}{ArrowDown}{/Alt}')
  expect(ids()).toEqual(before)
  expect(sent).toEqual([])
  expect(within(document.body).queryByRole('button', { name: 'Add meal' })).toBeNull()
})
