// @vitest-environment jsdom
import { screen } from '@testing-library/react'
import { expect, test, vi } from 'vitest'
import { all, draw, openDemo, sent } from '../../testing.tsx'
import { useProductionStore } from '../../store/production.ts'
import { undo } from '../../store/undo.ts'
import { OrderScreen } from './OrderScreen.tsx'
import { finishOf, type OrderProblem } from '@kavrell/core/order'
import { planDay } from '@kavrell/core/day'
import { productionOf } from '@kavrell/core/records'
import { inTime } from '../../inTime.ts'

/** The worker's own search, asked without a thread. */
interface Asked {
  api: Record<string, (...asked: unknown[]) => unknown>
  asked: unknown[]
}
const worker = vi.hoisted<Asked>(() => ({ api: {}, asked: [] }))
vi.mock('comlink', () => ({
  expose: (api: typeof worker.api) => {
    if ('search' in api) worker.api = api
  },
  proxy: (f: unknown) => f,
  wrap: () => ({
    search: async (...asked: unknown[]) => {
      worker.asked = asked
      await import('../../workers/order.worker.ts')
      return worker.api['search']!(...asked)
    },
  }),
}))

const each = <T extends object>(of: Readonly<Record<string, T>>, fields: Partial<T>) =>
  Object.fromEntries(Object.entries(of).map(([id, record]) => [id, { ...record, ...fields }]))
const dayOne = () => {
  const production = productionOf(useProductionStore.getState().records)!
  const day = Object.values(production.day).sort((a, b) => (a.date < b.date ? -1 : 1))[0]!
  return planDay(production, day.id)!
}
const untilFound = () => inTime(() => expect(screen.queryByText('Looking …')).toBeNull())

test('the better order says what it saves, is put in place by a press as one edit, and is undone', async () => {
  openDemo('planner', (records) => ({
    ...records,
    take: {},
    shot: each(records.shot, { window: 'none' }),
    orderItem: each(records.orderItem, { fixedAtMin: null }),
  }))
  const user = draw(<OrderScreen />, 'order')
  const before = dayOne().timeline
  await user.click(screen.getByRole('button', { name: 'Look for a better order' }))
  await untilFound()
  expect(screen.getByText(/^Wrap at .* earlier/)).toBeTruthy()
  expect(sent).toEqual([])
  await user.click(screen.getByRole('button', { name: 'Take this order' }))
  const after = dayOne().timeline
  expect(after.wrapMin).toBeLessThan(before.wrapMin)
  expect(after.shots).toBe(before.shots)
  undo()
  expect(dayOne().timeline.wrapMin).toBe(before.wrapMin)
}, 300_000)

test('what cannot be kept together is named, and what is proven is said to be', async () => {
  openDemo('planner')
  const user = draw(<OrderScreen />, 'order')
  await user.click(screen.getByRole('button', { name: 'Look for a better order' }))
  await untilFound()
  expect(screen.getByText(/^No order gives 5A, 5B all their light, hours and times\./)).toBeTruthy()
  expect(screen.getByText(/that is proven\.$/)).toBeTruthy()
  // What was rolled this morning is not asked about.
  const [{ problem }] = worker.asked as [{ problem: OrderProblem; strict: OrderProblem }, unknown]
  const rolled = new Set(all('take').flatMap((take) => take.shotIds as readonly string[]))
  const asked = new Set(problem.tasks.map((task) => task.id))
  for (const item of all('orderItem').filter((one) => one.shotIds.some((id) => rolled.has(id)))) expect(asked.has(item.id)).toBe(false) // prettier-ignore
  expect(finishOf(problem, problem.tasks.map((_, i) => i))).toBeCloseTo(dayOne().timeline.lastEndMin, 6) // prettier-ignore
})

test('who may not plan is offered no search', () => {
  openDemo('reader')
  draw(<OrderScreen />, 'order')
  expect(screen.queryByRole('button', { name: /better order/ })).toBeNull()
})

test('how sure it is stands beside when it is over, of what is not rolled yet', () => {
  openDemo('planner')
  draw(<OrderScreen />, 'order')
  const read = (name: string | RegExp) => screen.getByText(name).parentElement!.textContent
  expect(read('Over by, nine times in ten')).toMatch(/\d\d:\d\d/)
  expect(read(/^Out by \d/)).toMatch(/in 100$/)
  expect(read('5B in time')).toMatch(/(under )?\d+ in 100$/)
  // Rolled this morning.
  expect(screen.queryByText('1C in time')).toBeNull()
})
