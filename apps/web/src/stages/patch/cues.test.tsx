// @vitest-environment jsdom
import { screen, within } from '@testing-library/react'
import { beforeEach, expect, test } from 'vitest'
import { all, draw, openDemo, sent } from '../../testing.tsx'
import { PatchScreen } from './PatchScreen.tsx'

const answer = () => document.querySelector('[data-answer]')?.textContent
const open = async (tab: string, role: 'planner' | 'logger' | 'reader' = 'planner') => {
  openDemo(role)
  const user = draw(<PatchScreen />, 'patch')
  await user.click(screen.getByRole('tab', { name: tab }))
  return user
}

beforeEach(() => {
  sent.length = 0
  localStorage.clear()
})

test('a rehearsal is stepped through: what came, what was missed and why, and that comes first next time', async () => {
  const user = await open('Cues', 'logger')
  expect(answer()).toBe('Practise “Bottle on the bow” first')
  await user.click(screen.getByRole('button', { name: 'Rehearse' }))
  const steps = () => within(document.querySelector<HTMLElement>('[data-cue-steps]')!)
  expect(steps().getByText(/^Horn, one long in 2:/)).toBeTruthy()
  // Pressed at once it came two and a half minutes early: that is no hit, whatever key was pressed.
  await user.click(steps().getByRole('button', { name: 'Now' }))
  expect(steps().getByText(/Horn, one long: 1\d\d\.\d s early/)).toBeTruthy()
  await user.click(steps().getByRole('button', { name: 'It came right' }))
  await user.click(steps().getByRole('button', { name: 'It came right' }))
  await user.click(steps().getByRole('button', { name: 'Missed' }))
  await user.type(
    steps().getByRole('textbox', { name: 'Why Flags up, all along did not come right' }),
    'no wind{Enter}',
  )
  expect(steps().getByText('Flags up, all along: missed: no wind')).toBeTruthy()
  const [rehearsal] = all('rehearsal').filter(({ id }) => sent[0]!.changes.some((change) => change.id === id))
  const runs = all('cueRun').filter(({ rehearsalId }) => rehearsalId === rehearsal!.id)
  expect(runs.map(({ came }) => came)).toEqual(['off', 'hit', 'hit', 'missed', 'missed'])
  expect(answer()).toBe('Practise “Flags up, all along” first')
})

test('a cue that waits for itself is told in the largest type, and taken out what was rehearsed stays logged', async () => {
  const user = await open('Cues')
  await user.click(screen.getByRole('button', { name: 'Change Last wedge out' }))
  const wedge = within(document.querySelector<HTMLElement>('[data-cue="Last wedge out"]')!)
  const bottle = all('cue').find(({ name }) => name === 'Bottle on the bow')!
  await user.selectOptions(wedge.getByRole('combobox', { name: 'After' }), bottle.id)
  expect(answer()).toBe('2 cues cannot come as written')
  expect(screen.getAllByText(/there is a circle/)).toHaveLength(2)
  await user.click(wedge.getByRole('button', { name: 'Take out' }))
  expect(screen.getByText('It comes after a cue that is not in this list.')).toBeTruthy()
  expect(all('cueRun').filter(({ cueId }) => all('cue').find(({ id }) => id === cueId)?.gone)).toHaveLength(1)
})

test('the prompter’s older text is told with what it lacks, and a reading gives the reader’s own pace', async () => {
  const user = await open('Read aloud')
  expect(answer()).toContain('older text of “Welcome at the slip”')
  const changed = document.querySelector('[data-changed]')!
  expect([...changed.querySelectorAll('ins')].map((el) => el.textContent.trim())).toEqual(['Nineteen', '[smiles]'])
  expect([...changed.querySelectorAll('del')].map((el) => el.textContent.trim())).toEqual(['Seventeen'])
  await user.click(screen.getByRole('button', { name: 'It is on the prompter' }))
  expect(answer()).toBe('What went onto the prompter is the latest')
  // Whoever stopped at once has not read it.
  await user.click(screen.getByRole('button', { name: 'Time a reading' }))
  await user.click(screen.getByRole('button', { name: /^Read to the end/ }))
  expect(all('promptRead')).toHaveLength(2)
})

test('a reader sees cues and texts, and steps through nothing', async () => {
  await open('Cues', 'reader')
  expect(screen.queryByRole('button', { name: 'Rehearse' })).toBeNull()
  expect(screen.queryByRole('button', { name: 'Add a cue' })).toBeNull()
  expect(screen.getByText('Horn, one long')).toBeTruthy()
})
