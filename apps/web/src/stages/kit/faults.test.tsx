// @vitest-environment jsdom
import { screen } from '@testing-library/react'
import { beforeEach, expect, test } from 'vitest'
import { all, draw, openDemo, sent } from '../../testing.tsx'
import { KitScreen } from './KitScreen.tsx'

beforeEach(() => openDemo('planner'))
const open = async () => {
  const user = draw(<KitScreen />, 'kit')
  await user.click(screen.getByRole('tab', { name: 'Faults' }))
  return user
}
const fault = (name: string) => document.querySelector<HTMLElement>(`[data-fault="${name}"]`)!

test('what went away with another part is likely, and proved only once it came back with the same', async () => {
  const user = await open()
  expect(fault('Flickers below 20 %').textContent).toContain('likely the socket, not proved')
  await user.click(fault('Flickers below 20 %').querySelector('button')!)
  expect(screen.getByText('Put the old socket back. Does it come back?')).toBeTruthy()
  expect(screen.getByText('It is rented: say so when it goes back.')).toBeTruthy()
  await user.click(screen.getByRole('button', { name: 'It came back' }))
  expect(fault('Flickers below 20 %').textContent).toContain('it is the socket')
  expect(document.querySelector('[data-next]')).toBeNull()
})

test('what a finding is about opens in the part of Kit that holds it', () => {
  const id = all('fault')[0]!.id
  draw(<KitScreen />, `kit#${id}`)
  expect(screen.getByText('Put the old socket back. Does it come back?')).toBeTruthy()
})

test('a fault is reported, its parts are typed in any words, and it is looked for one part after the other', async () => {
  const user = await open()
  await user.click(screen.getByRole('button', { name: 'Report a fault' }))
  const parts = screen.getByLabelText('It may be, the quickest to swap first')
  await user.clear(parts)
  await user.type(parts, 'кабель, マイク,, кабель')
  await user.tab()
  const reported = all('fault').find(({ name }) => name === 'Crackles')!
  expect(reported.parts).toEqual(['кабель', 'マイク'])
  await user.click(screen.getByRole('button', { name: 'Still there' }))
  expect(screen.getByText('Swap the マイク. Is it still there?')).toBeTruthy()
  await user.click(screen.getByRole('button', { name: 'Still there' }))
  expect(fault('Crackles').textContent).toContain('none of the parts by itself')
})

test('a reader sees what was tried, and tells nothing', async () => {
  openDemo('reader')
  const user = await open()
  await user.click(fault('Flickers below 20 %').querySelector('button')!)
  expect(screen.getByText('gone with another one')).toBeTruthy()
  expect(screen.queryByRole('button', { name: 'It came back' })).toBeNull()
  expect(sent).toEqual([])
})
