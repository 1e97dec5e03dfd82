// @vitest-environment jsdom
import { screen, within } from '@testing-library/react'
import { beforeEach, expect, test } from 'vitest'
import { draw, openDemo, sent } from '../../testing.tsx'
import { PatchScreen } from './PatchScreen.tsx'

const row = (name: string) => document.querySelector<HTMLElement>(`[data-device="${name}"]`)!
beforeEach(() => {
  sent.length = 0
})

test('a picture that comes too late, and a sound that is ahead of it, are told at the device', () => {
  openDemo('planner')
  draw(<PatchScreen />, 'patch')
  expect(row('Focus monitor').textContent).toContain('Focus monitor shows the picture 115 ms late')
  expect(row('Director’s monitor').textContent).toContain('the sound of Boom is 70 ms before the picture of A: delay it by 70 ms') // prettier-ignore
  expect(row('Director’s monitor').textContent).toContain('out after: B 15 ms, A 85 ms')
})

test('what goes into a device is chosen from what there is, into the next free input', async () => {
  openDemo('planner', (records) => ({ ...records, signalDevice: {}, pictureWay: {}, soundWay: {} }))
  const user = draw(<PatchScreen />, 'patch')
  await user.click(screen.getByRole('button', { name: 'Add a device' }))
  await user.click(within(row('Switcher')).getByRole('button', { name: 'Lay into Switcher' }))
  await user.click(await screen.findByRole('menuitem', { name: 'Picture of A, input 1' }))
  await user.click(within(row('Switcher')).getByRole('button', { name: 'Lay into Switcher' }))
  await user.click(await screen.findByRole('menuitem', { name: 'Sound of Boom, input 1' }))
  expect(sent.map(({ changes }) => changes[0]!.kind)).toEqual(['signalDevice', 'pictureWay', 'soundWay'])
  expect(row('Switcher').textContent).toMatch(/1 A.*1 Boom/)
})
