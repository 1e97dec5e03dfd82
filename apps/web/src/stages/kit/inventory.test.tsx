// @vitest-environment jsdom
import { screen, within } from '@testing-library/react'
import { beforeEach, expect, test, vi } from 'vitest'
import type { InventoryItem } from '@kavrell/contract'
import { inTime } from '../../inTime.ts'
import { all, draw, openDemo } from '../../testing.tsx'
import { Inventory } from './Inventory.tsx'

beforeEach(() => openDemo('planner'))

test('what goes back first is said, with what the hirer gets, and goes into the money once', async () => {
  const user = draw(<Inventory />, 'kit')
  expect(screen.getByText('The first thing goes back by Sat 16 May 2026')).toBeTruthy()
  const hirer = screen.getByText('Brackwater Hire', { selector: 'p' }).parentElement!
  // Four days of 95, 28, 42 and 88.
  expect(hirer.textContent).toContain('1,012')
  const lines = all('moneyLine').length
  for (const _ of [1, 2]) await user.click(within(hirer).getByRole('button', { name: 'Into the money' }))
  expect(all('moneyLine')).toHaveLength(lines + 1)
  expect(all('moneyLine').find(({ title }) => title === 'Rental, Brackwater Hire')).toMatchObject({ rateMinor: 101_200, basis: 'rent' }) // prettier-ignore
})

test('a camera that is long in hands is named before those that are held', () => {
  draw(<Inventory />, 'kit')
  const panel = screen.getByText('What carries what').parentElement!
  expect(panel.textContent).toMatch(/^What carries what6B5\.5 kg in hands.*long in hands.*1A.*which takes 8 kgholds/)
})

test('who may not see money sees none', () => {
  openDemo('logger')
  draw(<Inventory />, 'kit')
  expect(document.body.textContent).not.toMatch(/€|worth|a day/)
})

test('what one owns by another production is put in once', async () => {
  const theirs: InventoryItem = { name: 'Long arm', answersTo: '', owned: 1, serial: 'LA-19', kg: 4, wh: 0, ndStops: 0, valueMinor: 55_000, state: 'fine', carriesKg: 9, ridesCamera: false, insurance: '', note: '', of: 'Harbour film', productionId: 'another' } // prettier-ignore
  const edits = globalThis.fetch
  vi.stubGlobal('fetch', async (url: string, init?: RequestInit) =>
    String(url).endsWith('/inventory') ? Response.json([theirs, { ...theirs, of: 'Older film' }]) : edits(url, init),
  )
  const user = draw(<Inventory />, 'kit')
  await user.click(screen.getByRole('button', { name: 'From your other productions' }))
  await inTime(() => expect(screen.getByText('LA-19; Harbour film, Older film')).toBeTruthy())
  for (const _ of [1, 2]) await user.click(screen.getByRole('button', { name: 'Put in' }))
  expect(all('kitItem').filter(({ serial }) => serial === 'LA-19')).toMatchObject([{ carriesKg: 9, rented: 0 }])
})

test.each([
  ['open', 1],
  ['out of use', 1],
  ['mended', 0],
] as const)('what goes back with a fault that is %s is told at whom it goes back to: %i times', (state, times) => {
  openDemo('planner', (records) => ({ ...records, fault: Object.fromEntries(Object.entries(records.fault).map(([id, fault]) => [id, { ...fault, state }])) })) // prettier-ignore
  draw(<Inventory />, 'kit')
  expect(screen.queryAllByText(/Say so when it goes back: 600 W daylight lamp, Flickers below 20 %/)).toHaveLength(
    times,
  )
})
