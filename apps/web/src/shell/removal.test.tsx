// @vitest-environment jsdom
import { screen, within } from '@testing-library/react'
import { beforeEach, expect, test } from 'vitest'
import { takeOut } from '../ui/addRecord.ts'
import { all, draw, openDemo, sent } from '../testing.tsx'
import { RemovalQuestion } from './RemovalQuestion.tsx'
import { act } from 'react'

beforeEach(() =>
  openDemo('planner', (records) => ({
    ...records,
    sentSheet: {},
    delivery: {},
    take: {},
    takeEvent: {},
    run: {},
    runStop: {},
  })),
)
const ask = (kind: 'day' | 'place' | 'person', record: { id: string }, name: string) =>
  act(() => takeOut(kind, record.id as never, name))

test('a day goes and its rows move to the other, as one edit', async () => {
  const user = draw(<RemovalQuestion />, 'order')
  const [first, second, last] = [...all('day')].sort((a, b) => (a.date < b.date ? -1 : 1))
  const rows = all('orderItem').length
  ask('day', first!, first!.title)
  const dialog = await screen.findByRole('dialog')
  expect(within(dialog).getByText(/× an entry of the running order/)).toBeTruthy()
  await user.click(within(dialog).getByRole('button', { name: `Remove ${first!.title}` }))
  expect(all('day').map((d) => d.id)).toEqual([second!.id, last!.id])
  expect(all('orderItem')).toHaveLength(rows)
  expect(all('orderItem').every((row) => row.dayId === second!.id)).toBe(true)
  expect(sent).toHaveLength(1)
})

test('where the record says what happened, nothing can be taken out and the dialog says why', async () => {
  openDemo('planner')
  draw(<RemovalQuestion />, 'order')
  const told = all('day').find((day) => all('take').some((take) => take.dayId === day.id))!
  ask('day', told, told.title)
  const dialog = await screen.findByRole('dialog')
  expect(within(dialog).getByText(/^It stays: the record has a take/)).toBeTruthy()
  expect(within(dialog).queryByRole('button', { name: `Remove ${told.title}` })).toBeNull()
})

test('keeping it is the main way and changes nothing', async () => {
  const user = draw(<RemovalQuestion />, 'scout')
  const [place] = all('place')
  ask('place', place!, place!.name)
  await user.click(within(await screen.findByRole('dialog')).getByRole('button', { name: `Keep ${place!.name}` }))
  expect(all('place')).toContain(place)
  expect(sent).toEqual([])
})
