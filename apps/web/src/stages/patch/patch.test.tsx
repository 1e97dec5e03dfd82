// @vitest-environment jsdom
import { screen } from '@testing-library/react'
import { beforeEach, expect, test } from 'vitest'
import { useProductionStore } from '../../store/production.ts'
import { draw, openDemo, sent } from '../../testing.tsx'
import { PatchScreen } from './PatchScreen.tsx'

const answer = () => document.querySelector('[data-answer]')?.textContent
beforeEach(() => {
  sent.length = 0
})

test('a talkback that disturbs a lav is told, and set clear by a press as one edit', async () => {
  openDemo('planner')
  const user = draw(<PatchScreen />, 'patch')
  expect(answer()).toMatch(/cannot stay as set/)
  expect(screen.getAllByText(/together make 608.6 MHz, 0 kHz from it/).length).toBeGreaterThan(0)
  await user.click(screen.getByRole('button', { name: /^Set .* to .* MHz$/ }))
  expect(answer()).toContain('By the reckoning nothing on the air disturbs another')
  expect(sent).toHaveLength(1)
})

test('clocks that were never set are told first, and setting one writes what it had been ahead', async () => {
  openDemo('logger')
  const user = draw(<PatchScreen />, 'patch')
  expect(screen.getByText(/clocks never set/)).toBeTruthy()
  await user.type(screen.getByLabelText('A was ahead by, milliseconds'), '−12')
  await user.click(screen.getByRole('button', { name: 'A is set' }))
  const [edit] = sent
  expect(edit!.changes).toMatchObject([{ kind: 'jam', fields: { seenMs: -12 } }])
})

test('an empty production teaches the step', async () => {
  openDemo('planner', (records) => ({ ...records, transmitter: {}, camera: {}, recorder: {} }))
  const user = draw(<PatchScreen />, 'patch')
  await user.click(screen.getByRole('button', { name: 'Add a transmitter' }))
  expect(Object.values(useProductionStore.getState().records.transmitter ?? {})).toHaveLength(1)
})
